import { useMutation } from '@tanstack/react-query'
import { useEffect, useId, useRef, useState } from 'react'
import { ApiError, api, type Container, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { newId } from '../../lib/file/parts'
import { localField } from '../../lib/file/useFields'
import { useKept } from '../../lib/hooks'
import { Check, Choice, Pick, Quantity } from '../../ui/field'
import { lineLook, Shell } from '../../ui/field/shell'
import { LivePanel } from '../../ui/live'
import { readReadings } from './readings'
import { Seen } from './Seen'
import { type Change, Sisters, Weighings } from './Weighings'

type Weighing = Shapes['Weighing']

/** A reading of a scale: typed, seen at once against what was computed, kept by Enter. */
export function WeighPanel({ container: c, load, on }: { container: Container; load: Shapes['Load']; on?: Shapes['OnBench'] }) {
  const { desk, library, units, box } = useBench()
  const { name, resolution_kg, accuracy_kg } = library.scales[0] ?? { name: 'scale', resolution_kg: 0.001, accuracy_kg: 0.003 }
  const [scale, setScale] = useKept('scale', { scale: name, resolution_kg, accuracy_kg })
  const nothing = c.shape !== 'as-sold' && c.volume_l === 0 && load.packed_kg === 0
  const [what, setWhat] = useState<'now' | 'empty'>(nothing ? 'empty' : 'now')
  const [byDifference, setByDifference] = useState(false)
  const key = `${desk.file.id}/${c.id}/weigh`
  const [text, setText] = useState(() => drafts.get(key) ?? '')
  const [alone, setAlone] = useState(() => drafts.get(`${key}-without`) ?? '')
  const [problem, setProblem] = useState('')
  const [seen, setSeen] = useState<Shapes['WeighedTry'] | null>(null)
  const [changed, setChanged] = useState<Change[]>([])
  const empty = what === 'empty' || nothing
  const unit = units.symbol('mass-fine')
  // By difference, the first taken is of the person with the thing, the next of the person alone.
  const holding = byDifference && text.trim() === ''
  const turn = useRef(0)
  const make = (): Weighing | null => {
    const readings = readReadings(units, text)
    const without = byDifference ? readReadings(units, alone) : { kg: [], problem: '' }
    const wrong = readings.problem || without.problem
    if (wrong) throw new ApiError(422, { detail: wrong })
    if (readings.kg.length === 0 || (byDifference && without.kg.length === 0)) return null
    return {
      id: 'new',
      container: c.id,
      at: Math.floor(Date.now() / 1000),
      filling: c.filling,
      volume_l: empty ? 0 : c.volume_l,
      packed_kg: empty ? 0 : load.packed_kg,
      scale: scale.scale,
      resolution_kg: scale.resolution_kg,
      accuracy_kg: scale.accuracy_kg,
      readings: readings.kg,
      without: without.kg,
      verdict: 'auto',
    }
  }
  const attempt = useMutation({
    mutationFn: async () => {
      const w = make()
      if (!w) return null
      return data<Shapes['WeighedTry']>(
        api.POST('/api/v1/clients/{client}/weighings', { params: { path: { client: desk.file.id } }, body: w }),
      )
    },
  })
  // Everything that is typed is worked out at once, but not kept.
  const latest = useRef(attempt.mutateAsync)
  latest.current = attempt.mutateAsync
  const asked = JSON.stringify([text, alone, byDifference, empty, scale, desk.file.revision])
  useEffect(() => {
    const mine = ++turn.current
    if (asked === '') return
    const timer = window.setTimeout(async () => {
      try {
        const got = await latest.current()
        if (mine !== turn.current) return
        setSeen(got)
        setProblem('')
      } catch (e) {
        if (mine !== turn.current) return
        setSeen(null)
        setProblem(e instanceof ApiError ? (Object.values(e.fields)[0] ?? e.message) : String(e))
      }
    }, 160)
    return () => window.clearTimeout(timer)
  }, [asked])
  const keep = async (verdict: Weighing['verdict']) => {
    let w: Weighing | null = null
    try {
      w = make()
    } catch {
      return
    }
    if (!w) return
    const typed = { text, alone }
    setText('')
    setAlone('')
    setSeen(null)
    drafts.drop(key)
    drafts.drop(`${key}-without`)
    const before = desk.results.loads
    if (await box.make('weighings', { ...w, id: newId(), verdict })) {
      setChanged(before.map((l) => ({ id: l.id, mass: l.computed_kg, u: l.computed_u95_kg })))
      return
    }
    // It was refused: what was typed comes back, also for the next who looks.
    setText((now) => now || typed.text)
    setAlone((now) => now || typed.alone)
    drafts.set(key, typed.text)
    if (typed.alone) drafts.set(`${key}-without`, typed.alone)
  }
  const enter = (e: React.KeyboardEvent) => {
    if (e.key === 'Enter' && seen && !seen.weighed.contradicts) keep('auto')
  }
  return (
    <div>
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <Choice
          of={localField({
            key: `${key}-what`,
            spec: { label: 'On the scale' },
            value: empty ? 'empty' : 'now',
            set: (v: 'now' | 'empty') => setWhat(v),
          })}
          options={[
            ...(nothing ? [] : [{ value: 'now' as const, label: 'as it is filled' }]),
            ...(c.shape === 'as-sold' ? [] : [{ value: 'empty' as const, label: 'empty' }]),
          ]}
        />
        <Line
          label={byDifference ? 'You holding it' : 'Readings'}
          value={text}
          unit={unit}
          hint="one, or several with spaces"
          wrong={problem}
          onKeyDown={enter}
          readings
          onValue={(v) => {
            setText(v)
            drafts.set(key, v)
          }}
        />
        {byDifference && (
          <Line
            label="You alone"
            value={alone}
            unit={unit}
            hint="both ± count"
            wrong=""
            onKeyDown={enter}
            onValue={(v) => {
              setAlone(v)
              drafts.set(`${key}-without`, v)
            }}
          />
        )}
        <div className="w-36">
          <Pick
            label="Scale"
            value={library.scales.find((s) => s.name === scale.scale)?.key ?? 'own'}
            options={[...library.scales.map((s) => ({ value: s.key, label: s.name })), { value: 'own', label: 'another' }]}
            onValue={(k) => {
              const s = library.scales.find((x) => x.key === k)
              setScale(
                s ? { scale: s.name, resolution_kg: s.resolution_kg, accuracy_kg: s.accuracy_kg } : { ...scale, scale: 'another scale' },
              )
              setByDifference(k === 'bathroom')
            }}
          />
        </div>
        <Quantity
          width="narrow"
          of={localField({
            key: `${key}-step`,
            spec: { label: 'Its step', kind: 'mass-small', min: 0.0001, max: 10 },
            value: scale.resolution_kg,
            set: (v) => setScale({ ...scale, resolution_kg: v }),
          })}
        />
        <Quantity
          width="narrow"
          of={localField({
            key: `${key}-accuracy`,
            spec: { label: 'Right to ±', kind: 'mass-small', max: 50, empty: 'its step' },
            value: scale.accuracy_kg,
            set: (v) => setScale({ ...scale, accuracy_kg: v }),
          })}
        />
      </div>
      <Check on={byDifference} onChange={setByDifference}>
        weighed in a person&rsquo;s hands, and then the person alone
      </Check>
      <div className="my-2">
        <LivePanel
          of={`${c.id} ${empty ? 'empty' : c.volume_l} ${holding || !byDifference ? 'with' : 'without'}`}
          until={byDifference && !holding ? 'now without it' : `now ${c.name}`}
          show={(r) => units.show('mass-fine', r.steady ? r.mean_kg : r.mass_kg)}
          putLabel={holding ? 'you stand on it, with it' : byDifference ? 'you stand on it alone' : 'it hangs from it'}
          put={{ weigh: { client: desk.file.id, container: c.id, empty, person: holding ? 'with' : byDifference ? 'alone' : '' } }}
          onTake={(r) => {
            const figure = units.bare('mass-fine', r.mean_kg)
            const [was, put, where] =
              holding || !byDifference ? ([text, setText, key] as const) : ([alone, setAlone, `${key}-without`] as const)
            const now = was.trim() ? `${was.trim()} ${figure}` : figure
            put(now)
            drafts.set(where, now)
          }}
        />
      </div>
      {seen && <Seen seen={seen} empty={empty} onKeep={keep} />}
      <Sisters before={changed} on={on} container={c} />
      <Weighings container={c} on={on} />
    </div>
  )
}

type LineProps = {
  label: string
  value: string
  unit: string
  hint: string
  wrong: string
  readings?: boolean
  onValue: (v: string) => void
  onKeyDown: (e: React.KeyboardEvent) => void
}

/** A line of readings. */
function Line(p: LineProps) {
  const id = useId()
  return (
    <Shell id={id} label={p.label} said={{ wrong: p.wrong, note: p.hint }} unit={p.unit} width="wide">
      <input
        id={id}
        data-readings={p.readings ? '' : undefined}
        className={lineLook}
        value={p.value}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={p.wrong !== ''}
        aria-describedby={`${id}-said`}
        onChange={(e) => p.onValue(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') p.onValue('')
          p.onKeyDown(e)
        }}
      />
    </Shell>
  )
}
