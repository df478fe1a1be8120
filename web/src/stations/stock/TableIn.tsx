import { useMutation } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { DataTable } from '../../ui/table'
import { WayIn } from './WayIn'

const example = `name\tkind\tcapacity\tmass\tfilling\tfill\tcount
jug\tjug\t4 L\t110 g\twater\t4 L\t12
tin of beans\tthing\t0.45\t480 g\t\t\t8`

/** A table from a spreadsheet or a CSV file: seen first, then taken; what is wrong is said by line and stays. */
export function TableIn({ onDone }: { onDone: () => void }) {
  const { desk, units, box } = useBench()
  const key = `${desk.file.id}/stock-table`
  const [text, setText] = useState(() => drafts.get(key) ?? '')
  const [seen, setSeen] = useState<Shapes['StockRead'] | null>(null)
  const ask = useMutation({
    mutationFn: (t: string) =>
      data<Shapes['StockRead']>(
        api.POST('/api/v1/clients/{client}/stock/read', { params: { path: { client: desk.file.id } }, body: { text: t } }),
      ),
  })
  const latest = useRef(ask.mutateAsync)
  latest.current = ask.mutateAsync
  const turn = useRef(0)
  useEffect(() => {
    const mine = ++turn.current
    const timer = window.setTimeout(async () => {
      const got = text.trim() === '' ? null : await latest.current(text).catch(() => null)
      if (mine === turn.current) setSeen(got)
    }, 200)
    return () => window.clearTimeout(timer)
  }, [text])
  const type = (t: string) => {
    setText(t)
    drafts.set(key, t)
  }
  const good = (seen?.containers.length ?? 0) + (seen?.things.length ?? 0)
  const take = async () => {
    if (!seen) return
    const kept = await box.add({ containers: seen.containers, things: seen.things, batches: [] })
    if (!kept) return
    if (seen.problems.length > 0) {
      // What could not be read stays here to be put right.
      const lines = text.split('\n')
      const bad = new Set(seen.problems.map((p) => p.line))
      const head = seen.headless ? [] : [lines[0] ?? '']
      type([...head, ...lines.filter((_, i) => bad.has(i + 1))].join('\n'))
      return
    }
    drafts.drop(key)
    setText('')
    onDone()
  }
  return (
    <WayIn count={good} onTake={take} onDone={onDone}>
      <label htmlFor="stock-table" className="font-cond text-body font-medium text-soft">
        Rows as copied from a spreadsheet: name, kind, capacity, mass, filling, fill, count (or with a first line that names the columns)
      </label>
      <textarea
        id="stock-table"
        rows={6}
        className="mt-1 w-full border border-ink bg-paper p-2 font-mono text-fine"
        placeholder={example}
        value={text}
        spellCheck={false}
        aria-invalid={(seen?.problems.length ?? 0) > 0}
        onChange={(e) => type(e.target.value)}
      />
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <label className="text-fine">
          or a CSV file{' '}
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            className="text-fine"
            onChange={async (e) => {
              const file = e.target.files?.[0]
              if (file) type(await file.text())
            }}
          />
        </label>
      </div>
      {seen && (
        <div className="mt-2" aria-live="polite">
          {seen.problems.length > 0 && (
            <ul role="alert" className="m-0 mb-2 list-none p-0 text-fine text-wrong">
              {seen.problems.map((p) => (
                <li key={`${p.line}${p.column}`}>
                  line {p.line}
                  {p.column && `, ${p.column}`}
                  {p.text && ` “${p.text}”`}: {p.detail}
                </li>
              ))}
            </ul>
          )}
          {seen.ignored.length > 0 && <p className="m-0 text-fine text-soft">Columns that mean nothing here: {seen.ignored.join(', ')}.</p>}
          {good > 0 && (
            <DataTable
              label="What was read"
              rows={[
                ...seen.containers.map((c) => ({
                  id: c.id,
                  name: c.name,
                  kind: c.kind,
                  size: units.show('volume', c.capacity_l),
                  mass: units.show('mass-fine', c.tare_kg),
                  rest: c.net_kg > 0 ? `${units.show('mass', c.net_kg)} as sold` : c.volume_l > 0 ? units.show('volume', c.volume_l) : '',
                })),
                ...seen.things.map((t) => ({
                  id: t.id,
                  name: t.name,
                  kind: 'thing',
                  size: units.show('volume', t.volume_l),
                  mass: units.show('mass-fine', t.mass_kg),
                  rest: `× ${t.count}`,
                })),
              ]}
              id={(r) => r.id}
              columns={[
                { head: 'read as', names: true, cell: (r) => r.name },
                { head: 'kind', cell: (r) => r.kind },
                { head: 'size', figure: true, cell: (r) => r.size },
                { head: 'mass', figure: true, cell: (r) => r.mass },
                { head: 'filled', figure: true, cell: (r) => r.rest },
              ]}
            />
          )}
        </div>
      )}
    </WayIn>
  )
}
