import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useId, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data } from '../../api/client'
import { keys, useBench } from '../../lib/desk'
import { Sheet } from '../../ui/sheet'
import { stations } from './stations'

type Spot = { name: string; what: string; to: string }

const most = 12

/** How well a name answers what is typed: its beginning first, then a word's, then anywhere. */
function rank(s: Spot, q: string): number {
  const name = s.name.toLowerCase()
  if (name.startsWith(q)) return 0
  if (name.includes(` ${q}`)) return 1
  return `${name} ${s.what}`.toLowerCase().includes(q) ? 2 : -1
}

/** One line to any station, client, thing, batch, band, handle, piece of gear or need. */
export function Jump({ onClose }: { onClose: () => void }) {
  const bench = useBench()
  const { desk } = bench
  const navigate = useNavigate()
  const id = useId()
  const [q, setQ] = useState('')
  const [at, setAt] = useState(0)
  // Clients are looked for where they are all known.
  const clients = useQuery({
    queryKey: keys.clients(q),
    queryFn: () => data(api.GET('/api/v1/clients', { params: { query: { q, limit: 24 } } })),
    placeholderData: keepPreviousData,
  })
  const here = `/c/${desk.file.id}`
  const all: Spot[] = [
    ...stations.map((s) => ({ name: s.name, what: 'station', to: `${here}/${s.path}` })),
    ...stations.flatMap((s) =>
      (s.places?.(bench) ?? []).map((p) => ({ name: p.name, what: p.what, to: `${here}/${s.path}${p.query ? `?${p.query}` : ''}` })),
    ),
    { name: 'Quick answers', what: 'page', to: '/quick' },
    ...(clients.data?.clients ?? []).map((c) => ({ name: c.name, what: 'client', to: `/c/${c.id}/needs` })),
  ]
  const wanted = q.trim().toLowerCase()
  const found = all
    .map((s) => ({ s, r: rank(s, wanted) }))
    .filter(({ r }) => r >= 0)
    .sort((a, b) => a.r - b.r)
    .slice(0, most)
    .map(({ s }) => s)
  const go = (s: Spot | undefined) => {
    if (!s) return
    onClose()
    navigate(s.to)
  }
  // Enter before the clients have come is meant for what they bring.
  const [hurried, setHurried] = useState(false)
  const looking = clients.isFetching
  const first = found[0]
  // biome-ignore lint/correctness/useExhaustiveDependencies: go closes over nothing that changes meanwhile
  useEffect(() => {
    if (!hurried || looking) return
    setHurried(false)
    go(first)
  }, [hurried, looking, first])
  return (
    <Sheet title="Jump to" onClose={onClose}>
      <input
        role="combobox"
        aria-label="Client, station, container, band or need"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-found`}
        aria-activedescendant={found[at] && `${id}-${at}`}
        aria-autocomplete="list"
        data-first
        className="w-full border-b-2 border-ink bg-transparent py-1 text-lead"
        placeholder="Client, station, container, band or need"
        value={q}
        onChange={(e) => {
          setQ(e.target.value)
          setAt(0)
          setHurried(false)
        }}
        onKeyDown={(e) => {
          const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: found.length - 1 }[e.key]
          if (to !== undefined) setAt(Math.max(0, Math.min(to, found.length - 1)))
          else if (e.key === 'Enter' && found.length === 0) setHurried(looking)
          else if (e.key === 'Enter') go(found[at])
          else return
          e.preventDefault()
        }}
      />
      <div role="listbox" id={`${id}-found`} aria-label="Found" className="mt-2">
        {found.map((s, i) => (
          // biome-ignore lint/a11y/useFocusableInteractive: as above
          // biome-ignore lint/a11y/useKeyWithClickEvents: as above
          <div
            key={`${s.to}${s.name}`}
            role="option"
            id={`${id}-${i}`}
            aria-selected={i === at}
            className={`flex cursor-pointer items-baseline gap-3 px-2 py-1 touch:min-h-12 touch:items-center ${i === at ? 'bg-ink text-paper' : 'hover:bg-faint'}`}
            onClick={() => go(s)}
          >
            <span className="grow">{s.name}</span>
            <span className="text-fine opacity-75">{s.what}</span>
          </div>
        ))}
      </div>
      {found.length === 0 && !looking && <p className="m-0 px-2 py-1 text-soft">Nothing here is called “{q}”.</p>}
    </Sheet>
  )
}
