import { useQuery } from '@tanstack/react-query'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Button, Failed, Waiting } from '../../ui/parts'
import { Sheet } from '../../ui/sheet'
import { changeInWords } from './changes'

const when = (at: number) =>
  new Date(at * 1000).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** What was changed of this client, by whom; the newest first. */
export function History({ onClose }: { onClose: () => void }) {
  const { desk, box } = useBench()
  const { id, revision } = desk.file
  const past = useQuery({
    queryKey: ['history', id, revision],
    queryFn: () => data<Shapes['PastChange'][]>(api.GET('/api/v1/clients/{client}/history', { params: { path: { client: id } } })),
    placeholderData: (before) => before,
  })
  const first = past.data?.find((c) => c.yours && !c.undone && c.kept)
  const again = desk.steps.redo && past.data?.findLast((c) => c.yours && c.undone && c.kept)
  return (
    <Sheet title="What was changed" onClose={onClose} wide>
      {past.isPending && <Waiting what="Reading what was changed" />}
      {past.isError && <Failed error={past.error} retry={() => past.refetch()} />}
      {past.data?.length === 0 && <p className="m-0 text-soft">Nothing has been changed yet. The last 200 changes will be listed here.</p>}
      <ol className="m-0 list-none p-0">
        {past.data?.map((c) => (
          <li key={c.seq} className={`flex flex-wrap items-baseline gap-x-3 border-b border-faint py-1.5 ${c.undone ? 'text-soft' : ''}`}>
            <span className={`grow ${c.undone ? 'line-through' : ''}`}>{changeInWords(c.label, true)}</span>
            {c.undone && <span className="text-fine">taken back</span>}
            {!c.kept && <span className="text-fine text-soft">from an earlier release: cannot be taken back</span>}
            <span className="text-fine text-soft">
              {c.yours ? 'you' : c.by || 'not known'}, {when(c.at)}
            </span>
            {c === first && (
              <Button look="bare" onClick={() => box.step({ step: 'undo' })}>
                Take back
              </Button>
            )}
            {c === again && (
              <Button look="bare" onClick={() => box.step({ step: 'redo' })}>
                Do again
              </Button>
            )}
          </li>
        ))}
      </ol>
    </Sheet>
  )
}

/** There is nothing left of one's own to take back, or somebody else changed the same since. */
export function UndoAnyones({ next, redo, onClose }: { next?: Shapes['Next']; redo: boolean; onClose: () => void }) {
  const { box } = useBench()
  return (
    <Sheet title={next ? 'Nothing of yours is left to take back' : 'Somebody else has changed the same since'} onClose={onClose}>
      <p className="mt-0">
        {next
          ? `The last change is ${next.by ? `${next.by}’s` : 'somebody else’s'}: ${changeInWords(next.label, true)}, ${when(next.at)}.`
          : `Yours cannot be ${redo ? 'done again' : 'taken back'} by itself. The newest change of all, whoever made it, can.`}
      </p>
      <div className="flex gap-3">
        <Button
          look="solid"
          onClick={() => {
            box.step({ step: redo ? 'redo' : 'undo', anyones: true })
            onClose()
          }}
        >
          {redo ? 'Do the newest again' : next ? 'Take it back' : 'Take the newest back'}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Sheet>
  )
}
