import { useState } from 'react'
import { Link, NavLink, useNavigate } from 'react-router'
import { useBench } from '../../lib/desk'
import type { Station } from '../../lib/station'
import { Name } from '../../ui/name'
import { useGoKeys } from './keys'
import { stations } from './stations'

const Live = ({ of }: { of: Station }) => of.useLive()

/** The stations, each with its live number; on a phone a sheet. */
export function Rail({ current }: { current: Station }) {
  const { desk } = useBench()
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const to = (s: Station) => `/c/${desk.file.id}/${s.path}`
  useGoKeys(stations, (s) => navigate(to(s)))
  const line = 'flex items-baseline gap-2 px-4 py-1.5 font-cond text-lead font-medium no-underline touch:min-h-12 touch:items-center'
  return (
    <nav
      aria-label="Stations"
      data-noprint
      className={`border-line md:static md:row-span-1 md:overflow-y-auto md:border-r md:bg-paper ${open ? 'inset-x-0 border-b bg-paper' : 'right-0'} absolute top-0 z-20`}
    >
      <div className="flex h-14 items-center gap-3 px-3 md:h-auto md:px-4 md:py-3.5">
        <Link to="/" className={`text-ink no-underline touch:py-2 md:block ${open ? '' : 'hidden'}`} aria-label="Scrappy Rack: all clients">
          <Name small />
        </Link>
        <span className="grow md:hidden" />
        <button
          type="button"
          className="flex items-center gap-2 border border-ink bg-sheet px-3 py-1 font-cond text-lead font-semibold touch:min-h-12 md:hidden"
          aria-expanded={open}
          aria-controls="rail"
          onClick={() => setOpen(!open)}
        >
          {current.name}{' '}
          <span className="font-medium text-soft">
            <Live of={current} />
          </span>
          <span aria-hidden="true">{open ? '▴' : '▾'}</span>
        </button>
      </div>
      <ul id="rail" className={`m-0 list-none p-0 pb-2 ${open ? '' : 'hidden'} md:block`}>
        {stations.map((s) => (
          <li key={s.path}>
            <NavLink
              to={to(s)}
              title={`g ${s.key}`}
              onClick={() => setOpen(false)}
              className={({ isActive }) =>
                `relative ${line} ${isActive ? 'border-l-4 border-action bg-bar pl-3 font-semibold text-bar-ink' : 'text-ink hover:bg-faint'}`
              }
            >
              <span className="grow">{s.name}</span>
              <span className="text-body opacity-80">
                <Live of={s} />
              </span>
            </NavLink>
          </li>
        ))}
        <li className="mt-2 border-t border-line pt-2">
          <Link to="/quick" className={`${line} text-ink hover:bg-faint`}>
            Quick answers
          </Link>
        </li>
      </ul>
    </nav>
  )
}
