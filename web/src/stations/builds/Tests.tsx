import { useState } from 'react'
import type { ClientFile } from '../../api/client'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { newId } from '../../lib/file/parts'
import { day } from '../../lib/format'
import { Button, Tape } from '../../ui/parts'
import type { State } from './words'

type Build = ClientFile['builds'][number]

/** The proof test and the inspections of a build that was made: what was done, and what is due. */
export function Tests({ build, state }: { build: Build; state: State }) {
  const { box, desk } = useBench()
  const draft = `${desk.file.id}/builds/${build.id}/seen`
  const [note, setNote] = useState(drafts.get(draft) ?? '')
  const type = (text: string) => {
    setNote(text)
    if (text) drafts.set(draft, text)
    else drafts.drop(draft)
  }
  if (build.state !== 'made') return null
  const write = (kind: 'proof' | 'inspection', passed: boolean) => {
    const one = {
      id: newId(),
      kind,
      at: Math.floor(Date.now() / 1000),
      passed,
      note: note.trim(),
      of: kind === 'proof' ? state.proof_of : 0,
    }
    // What is worn with it is what it was proven with, from then on.
    const worn = state.designed.asks.find((a) => a.key === 'worn_kg')
    box.setThing('builds', build.id, (now) => ({
      tests: [...now.tests, one],
      ...(one.of > 0 && passed && worn && !now.sizes.some((s) => s.id === worn.key)
        ? { sizes: [...now.sizes, { id: worn.key, num: worn.num, word: '' }] }
        : {}),
    }))
    type('')
  }
  const drop = (id: string) => box.setThing('builds', build.id, (now) => ({ tests: now.tests.filter((t) => t.id !== id) }))
  const due = state.due_at > 0 && state.due_at * 1000 < Date.now()
  return (
    <section aria-label="Tests">
      <h3 className="mb-1 mt-4 text-lead">Proof and inspections</h3>
      {state.failed && <Tape hold>A test failed: nobody uses it until a proof test has passed. It counts for nothing.</Tape>}
      {!state.failed && !state.proven && (
        <Tape hold>
          {state.less ? `${state.less}: it counts once that has been tested.` : 'Not proven yet: it counts once its proof test has passed.'}{' '}
          {state.designed.proof}
        </Tape>
      )}
      {!state.proven && state.proof_with && (
        <p className="m-0 mt-1 text-fine">With what is here, as it is filled now: {state.proof_with}</p>
      )}
      {state.proven && (
        <p className={`m-0 text-body ${due ? 'font-semibold text-due' : ''}`}>
          {state.designed.no_proof ? 'No proof test: looked at by eye.' : 'Proven.'}{' '}
          {state.due_at > 1 ? `To be looked at ${due ? 'since' : 'by'} ${day(state.due_at)}.` : ''} {state.designed.inspect}
        </p>
      )}
      <label className="mt-2 block">
        <span className="block font-cond text-body font-medium text-soft">What was seen</span>
        <input
          className="w-full border-b-2 border-ink bg-transparent py-1 text-lead touch:min-h-12"
          value={note}
          maxLength={300}
          onChange={(e) => type(e.target.value)}
        />
      </label>
      <p className="mb-0 mt-2 flex flex-wrap gap-2">
        {!state.designed.no_proof && (
          <>
            <Button onClick={() => write('proof', true)}>Proof test passed</Button>
            <Button onClick={() => write('proof', false)}>Proof test failed</Button>
          </>
        )}
        <Button onClick={() => write('inspection', true)}>Looked at: sound</Button>
        <Button onClick={() => write('inspection', false)}>Looked at: not sound</Button>
      </p>
      {build.tests.length > 0 && (
        <ul className="m-0 mt-2 list-none p-0 text-fine">
          {[...build.tests]
            .sort((a, b) => b.at - a.at)
            .map((t) => (
              <li key={t.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-faint py-1">
                <span>{day(t.at)}</span>
                <b className={t.passed ? 'text-covered' : 'text-wrong'}>
                  {t.kind === 'proof' ? 'proof test' : 'inspection'} {t.passed ? 'passed' : 'failed'}
                </b>
                <span className="grow text-soft">{t.note}</span>
                <Button look="bare" onClick={() => drop(t.id)} aria-label={`Take the ${t.kind} of ${day(t.at)} out`}>
                  Take out
                </Button>
              </li>
            ))}
        </ul>
      )}
    </section>
  )
}
