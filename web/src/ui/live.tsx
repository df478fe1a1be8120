import { type ReactNode, useEffect, useRef, useState } from 'react'
import type { Shapes } from '../api/client'
import type { Units } from '../lib/format'
import { useKey } from '../lib/hooks'
import { type LiveReading, tellStandIn, useLiveScale, useScales } from '../lib/scale'
import { Select } from './fields'
import { Button } from './parts'

const kept = 'live-scale'

/**
 * A scale that is listened to: its value as it comes, whether it has settled, and
 * taking it by key or by itself. What a simulated one should weigh comes from put.
 */
export function LivePanel(p: {
  units: Units
  /** How the mass on the scale is shown: as a mass, or as the force that it means. */
  show: (kg: number) => string
  onTake: (r: LiveReading) => unknown
  /** What a simulated scale should weigh or pull now; null when that is not known yet. */
  put?: Shapes['StandInWish'] | null
  putLabel?: string
  /** Whether each steady value may be taken by itself, once. */
  mayAuto?: boolean
  /** What was taken already, in kg, and must have changed before the next is taken; what to do until then. */
  notAgain?: { kg: number; until: string } | null
  children?: ReactNode
}) {
  const scales = useScales()
  const [key, setKey] = useState(() => localStorage.getItem(kept) ?? '')
  const list = scales.data ?? []
  const chosen = list.find((s) => s.key === key)
  const on = chosen !== undefined
  const live = useLiveScale(on ? key : '')
  const { last } = live
  const same = p.notAgain != null && last !== null && Math.abs(last.mean_kg - p.notAgain.kg) < 0.02 * p.notAgain.kg + 0.03
  const ready = on && live.state === 'listening' && last?.steady === true && !same && last.mean_kg > 0.01
  const take = () => {
    if (ready && last) p.onTake(last)
  }
  useKey('r', take, on)
  const wish = JSON.stringify(p.put ?? null)
  // Told again after the connection was lost: a server that was away has forgotten it.
  const up = live.state !== 'lost'
  useEffect(() => {
    if (up && chosen?.stand_in && wish !== 'null') tellStandIn(key, JSON.parse(wish))
  }, [up, chosen?.stand_in, key, wish])
  // Taken by itself once it has settled on something new.
  const took = useRef(0)
  const latest = useRef(take)
  latest.current = take
  const steadyAt = ready && last ? Math.round(last.mean_kg * 20) : 0
  const [hands, setHands] = useState(false)
  const auto = hands && p.mayAuto !== false
  useEffect(() => {
    if (steadyAt === 0) return
    if (auto && Math.abs(steadyAt - took.current) > 2) latest.current()
    took.current = steadyAt
  }, [steadyAt, auto])
  if (list.length === 0)
    return (
      <p className="m-0 text-[14px] text-soft">
        No scale is heard. One that sends weight-measurement packets is listened to as soon as they are posted here; until then, type what
        it shows.
      </p>
    )
  return (
    <section aria-label="What the scale says" className="border-l-4 border-ink bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="w-60">
          <Select
            label="Listen to"
            value={on ? key : ''}
            options={[{ value: '', label: 'no scale: I type' }, ...list.map((s) => ({ value: s.key, label: s.name }))]}
            onValue={(k) => {
              setKey(k)
              localStorage.setItem(kept, k)
            }}
          />
        </div>
        {on && (
          <>
            <output aria-live="off" className="min-w-36 font-cond text-[34px] font-semibold leading-none">
              {last ? p.show(last.steady ? last.mean_kg : last.mass_kg) : '–'}
            </output>
            <span role="status" className={`min-w-24 text-[14px] font-semibold ${ready ? 'text-covered' : 'text-soft'}`}>
              {live.state === 'lost'
                ? 'connection lost: asking again'
                : live.state === 'silent'
                  ? 'nothing heard: waiting for it'
                  : same
                    ? p.notAgain?.until
                    : !last
                      ? 'listening'
                      : ready
                        ? 'steady'
                        : last.steady
                          ? 'nothing on it'
                          : 'settling'}
            </span>
            <Button look="solid" hint="r" disabled={!ready} onClick={take}>
              Take it
            </Button>
            <label className="flex items-center gap-1.5 text-[14px]">
              <input type="checkbox" checked={hands} onChange={(e) => setHands(e.target.checked)} /> by itself, once steady
            </label>
          </>
        )}
        {p.children}
      </div>
      {chosen?.stand_in && (
        <p className="m-0 mt-1 flex flex-wrap items-center gap-x-3 text-[13px] text-soft">
          Simulated{p.putLabel ? `: ${p.putLabel}` : ''}.
          <Button look="bare" onClick={() => tellStandIn(key, { zero: true })}>
            zero
          </Button>
          <Button look="bare" onClick={() => tellStandIn(key, { unit: last?.unit === 'lb' ? 'kg' : 'lb' })}>
            to {last?.unit === 'lb' ? 'kg' : 'lb'}
          </Button>
          <Button look="bare" onClick={() => tellStandIn(key, { put_kg: 0 })}>
            empty it
          </Button>
        </p>
      )}
    </section>
  )
}
