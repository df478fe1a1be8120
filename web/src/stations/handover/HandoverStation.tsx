import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { calledOf, type Desk, keys, useBench } from '../../lib/desk'
import { addressed } from '../../lib/seen'
import { Button, Failed, Head, Note, Tape } from '../../ui/parts'
import { Plan } from '../../ui/room/Plan'
import { DataTable } from '../../ui/table'
import { useStopped, Working } from '../../ui/working'

type Block = Shapes['SheetBlock']

/** What the client takes home, block by block, as it is set on paper. */
function useBook(desk: Desk, all: boolean) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: keys.book(id, revision, all),
    queryFn: ({ signal }) =>
      data<Shapes['Sheet']>(api.GET('/api/v1/clients/{client}/book', { params: { path: { client: id }, query: { all } }, signal })),
    placeholderData: (before) => before,
    retry: false,
  })
}

/** What the client takes home, as it prints. */
export function HandoverStation() {
  const { desk, units, person } = useBench()
  const { id, revision, builds, persons } = desk.file
  const [all, setAll] = useState(false)
  const book = useBook(desk, all)
  const { stopped, stop, start } = useStopped(keys.book(id, revision, all), book.refetch)
  const paper = (size: string) => `/api/v1/clients/${id}/book.pdf?paper=${size}${all ? '&all=true' : ''}`
  return (
    <div className="p-4 md:p-6">
      <div data-noprint className="mb-5 flex flex-wrap items-center gap-3">
        {persons.length > 1 && (
          <Button onClick={() => setAll(!all)}>{all ? `The book of ${calledOf(desk.file, person)}` : 'The book of everybody'}</Button>
        )}
        <Paper at={paper('a4')} first>
          PDF, A4
        </Paper>
        <Paper at={paper('letter')}>PDF, Letter</Paper>
        {builds.length > 0 && (
          <Paper at={`/api/v1/clients/${id}/builds.pdf?paper=${units.system === 'us' ? 'letter' : 'a4'}`}>Build sheets, PDF</Paper>
        )}
        <Button onClick={() => window.print()}>Print this page</Button>
        <span className="text-fine text-soft">The private note stays here.</span>
      </div>
      {book.data ? (
        <article className="max-w-[60rem] border border-line bg-sheet p-5 md:p-8 print:border-0 print:p-0">
          {parts(book.data.blocks).map((part) => (
            <section
              key={part.key}
              className="mb-5 space-y-2"
              aria-label={part.blocks[0]?.role === 'table' ? undefined : part.of || undefined}
            >
              {part.of && <Head aside={part.blocks[0]?.role === 'room' ? 'to scale in the PDF' : undefined}>{part.of}</Head>}
              {part.blocks.map((b) => (
                <Shown key={b.text + b.role} block={b} />
              ))}
            </section>
          ))}
        </article>
      ) : book.error ? (
        <Failed error={book.error} retry={start} />
      ) : (
        <Working what="Making the pages" stopped={stopped} onStop={stop} onStart={start} />
      )}
    </div>
  )
}

/** A paper to open. */
function Paper({ at, first = false, children }: { at: string; first?: boolean; children: ReactNode }) {
  const look = first ? 'border-action bg-action text-paper' : 'border-ink bg-sheet text-ink'
  return (
    <a
      className={`border px-3.5 py-1.5 text-fine font-semibold no-underline ${look}`}
      href={addressed(at)}
      target="_blank"
      rel="noreferrer"
    >
      {children}
    </a>
  )
}

/** The blocks under their headings. */
function parts(blocks: readonly Block[]) {
  const out: { key: number; of: string; blocks: Block[] }[] = []
  for (const b of blocks) {
    const heads = b.role === 'heading' || b.role === 'room' || (b.role === 'table' && b.text !== '')
    if (heads || b.role === 'pages' || out.length === 0) out.push({ key: out.length, of: heads ? b.text : '', blocks: [] })
    if (b.role !== 'heading') out.at(-1)?.blocks.push(b)
  }
  return out
}

const words: Partial<Record<Block['role'], string>> = {
  lead: 'text-lead font-semibold text-covered',
  quiet: 'text-soft',
  wrong: 'text-missing',
}

/** A block, set on the screen. */
function Shown({ block }: { block: Block }) {
  const { desk } = useBench()
  switch (block.role) {
    case 'name':
      return <h2 className="m-0 text-title leading-tight">{block.text}</h2>
    case 'pages':
      return <h2 className="m-0 border-t-2 border-ink pt-4 text-title leading-tight print:break-before-page">{block.text}</h2>
    case 'hold':
      return <Tape hold>{block.text}</Tape>
    case 'caution':
      return <Note>{block.text}</Note>
    case 'table':
      return (
        <DataTable
          label={block.text || (block.columns[0]?.head ?? '')}
          rows={block.rows.map((cells, i) => ({ cells, i }))}
          id={(r) => String(r.i)}
          columns={block.columns.map((c, i) => ({
            head: c.head,
            figure: c.figure,
            names: i === 0,
            cell: (r: { cells: readonly string[] }) => `${block.tick && i === 0 ? '☐ ' : ''}${r.cells[i]}`,
          }))}
        />
      )
    case 'room': {
      const room = desk.file.rooms.find((r) => r.id === block.room)
      const state = desk.results.home.rooms.find((r) => r.id === block.room)
      if (!room || !state) return null
      return <Plan room={room} state={state} picked={{ list: 'room' }} pick={() => {}} shown={{ largest: true }} still />
    }
    default:
      return <p className={`m-0 ${words[block.role] ?? ''}`}>{block.text}</p>
  }
}
