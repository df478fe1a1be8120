import { useQuery } from '@tanstack/react-query'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Failed, Head, StateWord } from '../../ui/parts'
import { DataTable } from '../../ui/table'
import { useStopped, Working } from '../../ui/working'

type Board = Shapes['BoardOf']
type Need = Shapes['SideNeed']

/** The needs of everybody for whom something is planned, side by side. */
export function Everybody() {
  const { desk } = useBench()
  const { id, revision } = desk.file
  const key = ['boards', id, revision]
  const boards = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => data<Board[]>(api.GET('/api/v1/clients/{client}/boards', { params: { path: { client: id } }, signal })),
    placeholderData: (before) => before,
  })
  const { stopped, stop, start } = useStopped(key, boards.refetch)
  if (boards.error) return <Failed error={boards.error} retry={start} />
  if (!boards.data) return <Working what="Working out everybody’s needs" stopped={stopped} onStop={stop} onStart={start} />
  const all = boards.data
  const names = new Map(all.flatMap((b) => b.needs.map((n) => [n.key, n.name])))
  return (
    <>
      <Head aside="each column is one of them; the plan weighs all of it">What each needs, and what reaches it today</Head>
      <DataTable
        label="Everybody’s needs"
        rows={[...names].map(([key, name]) => ({ key, name }))}
        id={(r) => r.key}
        columns={[
          { head: 'need', names: true, cell: (r) => r.name },
          ...all.map((b) => ({
            head: b.lacks ? `${b.called}: stature not known` : `${b.called}: ${b.covered} of ${b.needs.length}`,
            cell: (r: { key: string }) => <Cell need={b.needs.find((n) => n.key === r.key)} />,
          })),
        ]}
      />
    </>
  )
}

/** A need of one of them; nothing where they have none such. */
function Cell({ need: n }: { need: Need | undefined }) {
  const { units } = useBench()
  if (!n) return <span className="text-soft">–</span>
  const range = n.lo_kg > 0 ? `${units.bare('mass', n.lo_kg)} to ${units.show('mass', n.hi_kg)}` : `to + ${units.show('mass', n.hi_kg)}`
  return (
    <span title={n.reason}>
      <StateWord state={n.state} />
      <span className="block text-fine text-soft">{n.timed ? 'done or not' : `${range}${n.per_hand ? ', a hand' : ''}`}</span>
    </span>
  )
}
