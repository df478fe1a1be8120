import { useBench } from '../../lib/desk'
import { Explain } from '../explain'
import { Head } from '../parts'
import { DataTable } from '../table'
import type { Head as HeadOf } from './room'

const marks: Record<HeadOf['verdict'], [string, string]> = {
  yes: ['yes', 'text-covered'],
  here: ['here', 'text-covered'],
  unsure: ['measure again', 'text-due'],
  change: ['with a change', 'text-due'],
  no: ['no', 'text-missing'],
  unmeasured: ['not measured', 'text-soft'],
}

type Props = {
  title: string
  heads: HeadOf[]
  /** Which use is drawn on the plan. */
  shown?: string
  onShow?: (use: string) => void
}

/** The answers in short, for the first look: each is pressed to see its place on the plan. */
export function Uses({ heads, use, onUse }: { heads: HeadOf[]; use: string; onUse: (use: string) => void }) {
  return (
    <ul aria-label="what fits" className="m-0 flex list-none flex-wrap gap-1 p-0 text-fine" data-noprint>
      {heads.map((h) => (
        <li key={h.use}>
          <button
            type="button"
            disabled={h.where.length === 0}
            aria-pressed={use === h.use}
            onClick={() => onUse(use === h.use ? '' : h.use)}
            className={`border px-1.5 py-0.5 touch:py-3 ${use === h.use ? 'border-whatif bg-sheet text-whatif' : 'border-mark bg-sheet enabled:hover:bg-faint'}`}
          >
            {h.name} <b className={use === h.use ? '' : marks[h.verdict][1]}>{marks[h.verdict][0]}</b>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Every use of height for this body: yes, here, with this change, or no and what it would take. */
export function Headrooms({ title, heads, shown, onShow }: Props) {
  const { units, desk } = useBench()
  const many = desk.file.rooms.length > 1
  const roomName = (id: string) => desk.file.rooms.find((r) => r.id === id)?.name
  const where = (h: HeadOf) => [many && h.room ? roomName(h.room) : '', h.near].filter(Boolean).join(', ')
  return (
    <section className="min-w-0">
      <Head aside={onShow && 'press one to see its place on the plan'}>{title}</Head>
      <DataTable
        label={title}
        rows={heads}
        id={(h) => h.use}
        columns={[
          {
            head: 'use',
            names: true,
            cell: (h) =>
              onShow && h.where.length > 0 ? (
                <button
                  type="button"
                  aria-pressed={shown === h.use}
                  className={`text-left font-semibold underline decoration-1 underline-offset-3 touch:min-h-12 ${shown === h.use ? 'text-whatif' : ''}`}
                  onClick={() => onShow(shown === h.use ? '' : h.use)}
                >
                  {h.name}
                </button>
              ) : (
                h.name
              ),
          },
          { head: 'answer', cell: (h) => <b className={`whitespace-nowrap ${marks[h.verdict][1]}`}>{marks[h.verdict][0]}</b> },
          { head: 'needs', figure: true, cell: (h) => <Explain why={h.why}>{units.show('height', h.needs_m)}</Explain> },
          {
            head: 'to spare',
            figure: true,
            cell: (h) => (
              <span className={marks[h.verdict][1]}>
                {h.verdict === 'unsure'
                  ? 'within the ±'
                  : !h.known || h.best_m <= 0
                    ? '–'
                    : h.margin_m >= 0
                      ? units.show('height', h.margin_m)
                      : `${units.show('height', -h.margin_m)} short`}
              </span>
            ),
          },
          {
            head: 'where, or what would do',
            quiet: true,
            cell: (h) =>
              h.fits
                ? h.verdict === 'here'
                  ? where(h)
                  : many && h.room
                    ? roomName(h.room)
                    : '–'
                : h.change
                  ? `${h.change}; or ${h.instead}`
                  : [h.best_m <= 0 ? h.lacks : '', h.instead].filter(Boolean).join(': '),
          },
        ]}
      />
    </section>
  )
}
