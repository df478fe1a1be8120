import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data } from '../../api/client'
import { keys, useBench } from '../../lib/desk'
import { Sheet } from '../../ui/sheet'
import { stations } from './stations'

type Place = { name: string; what: string; to: string }

/** One line to any client, station, container, band or need. */
export function Jump({ onClose }: { onClose: () => void }) {
  const { desk } = useBench()
  const navigate = useNavigate()
  const [q, setQ] = useState('')
  const [at, setAt] = useState(0)
  const clients = useQuery({
    queryKey: keys.clients(''),
    queryFn: () => data(api.GET('/api/v1/clients', { params: { query: { q: '', limit: 24 } } })),
  })
  const here = `/c/${desk.file.id}`
  const all: Place[] = [
    ...stations.map((s) => ({ name: s.name, what: 'station', to: `${here}/${s.path}` })),
    ...desk.file.containers.map((c) => ({ name: c.name, what: c.kind, to: `${here}/loads?of=${c.id}` })),
    ...desk.file.bands.map((b) => ({ name: b.name, what: 'band', to: `${here}/bands?of=${b.id}` })),
    ...desk.frame.needs.map((s) => ({ name: s.name, what: 'need', to: `${here}/needs?slot=${s.key}` })),
    ...(clients.data?.clients ?? []).map((c) => ({ name: c.name, what: 'client', to: `/c/${c.id}/needs` })),
  ]
  const found = all.filter((p) => `${p.name} ${p.what}`.toLowerCase().includes(q.toLowerCase())).slice(0, 9)
  const go = (p: Place | undefined) => {
    if (!p) return
    onClose()
    navigate(p.to)
  }
  return (
    <Sheet title="Jump to" onClose={onClose}>
      <input
        aria-label="Client, station, container, band or need"
        // biome-ignore lint/a11y/noAutofocus: the sheet is opened to type here
        autoFocus
        className="w-full border-b-2 border-ink bg-transparent py-1 text-[17px]"
        placeholder="Client, station, container, band or need"
        value={q}
        onChange={(e) => {
          setQ(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt((i) => Math.min(i + 1, found.length - 1))
          else if (e.key === 'ArrowUp') setAt((i) => Math.max(i - 1, 0))
          else if (e.key === 'Enter') go(found[at])
          else return
          e.preventDefault()
        }}
      />
      <ul className="m-0 mt-2 list-none p-0">
        {found.map((p, i) => (
          <li key={`${p.to}${p.name}`}>
            <button
              type="button"
              className={`flex w-full items-baseline gap-3 px-2 py-1 text-left ${i === at ? 'bg-ink text-paper' : 'hover:bg-faint'}`}
              onClick={() => go(p)}
            >
              <span className="grow">{p.name}</span>
              <span className="text-[13px] opacity-75">{p.what}</span>
            </button>
          </li>
        ))}
        {found.length === 0 && <li className="px-2 py-1 text-soft">Nothing here is called “{q}”.</li>}
      </ul>
    </Sheet>
  )
}
