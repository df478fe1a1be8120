import { type ReactNode, useEffect, useRef, useState } from 'react'
import type { Shapes } from '../api/client'
import { useKept, useKey } from '../lib/hooks'
import { type LiveReading, tellStandIn, useLiveScale, useScales } from '../lib/scale'
import { Check, Pick } from './field'
import { Button } from './parts'

/** What was taken last from each scale: which question it answered, and whether the load has moved since. */
const lastTaken = new Map<string, { of: string; kg: number; moved: boolean }>()

/** Whether a reading is still that of what was taken: settled, on the same value. */
const still = (r: LiveReading, kg: number) => r.steady && Math.abs(r.mean_kg - kg) < 0.02 * kg + 0.03

/**
 * A scale that is listened to: its value as it comes, whether it has settled, and
 * taking it by key or by itself. A reading counts only for what is asked now: what
 * a simulated scale showed before it was told, and what was taken for something else
 * and has not moved since, is never taken.
 */
export function LivePanel(p: {
  /** How what the scale says is shown: as a mass, or as the force that it means. */
  show: (r: LiveReading) => string
  onTake: (r: LiveReading) => unknown
  /** What is being read: another one is not answered by the reading of the last. */
  of: string
  /** What to do before the next is read, while the last still hangs there. */
  until?: string
  /** What a simulated scale should weigh or pull now; null when that is not known yet. */
  put?: Shapes['StandInWish'] | null
  putLabel?: string
  /** Whether each steady value may be taken by itself, once. */
  mayAuto?: boolean
  children?: ReactNode
}) {
  const scales = useScales()
  const [key, setKey] = useKept<string>('live-scale', '')
  const list = scales.data ?? []
  const chosen = list.find((s) => s.key === key)
  const on = chosen !== undefined
  const live = useLiveScale(on ? key : '')
  // The same wish is told again for another question: what it is about may have changed.
  const wish = p.put ? JSON.stringify([p.put, p.of]) : 'null'
  // Told again after the connection was lost: a server that was away has forgotten it.
  const up = live.state !== 'lost'
  const [told, setTold] = useState<{ wish: string; from: number } | null>(null)
  useEffect(() => {
    if (!up) return setTold(null)
    if (!chosen?.stand_in || wish === 'null') return
    let mine = true
    tellStandIn(key, JSON.parse(wish)[0]).then((from) => mine && setTold(from === null ? null : { wish, from }))
    return () => {
      mine = false
    }
  }, [up, chosen?.stand_in, key, wish])
  const answers = !chosen?.stand_in || wish === 'null' || (told?.wish === wish && (live.last?.seq ?? 0) >= told.from)
  const last = answers ? live.last : null
  const before = lastTaken.get(key)
  if (before && live.last && !still(live.last, before.kg)) before.moved = true
  const same = before !== undefined && before.of !== p.of && !before.moved
  const ready = on && live.state === 'listening' && last?.steady === true && !same && last.mean_kg > 0.01
  // The key may come a moment before the scale has settled, or while it moves again: then the next steady value is taken.
  const [asked, setAsked] = useState(false)
  const take = () => {
    if (!ready || !last) return setAsked(true)
    setAsked(false)
    lastTaken.set(key, { of: p.of, kg: last.mean_kg, moved: false })
    p.onTake(last)
  }
  useKey('r', take, on)
  const latest = useRef(take)
  latest.current = take
  useEffect(() => {
    if (ready && asked) latest.current()
  }, [ready, asked])
  useKey('Escape', () => setAsked(false), on && asked)
  // biome-ignore lint/correctness/useExhaustiveDependencies: another question or scale was not asked for
  useEffect(() => setAsked(false), [p.of, key])
  // Taken by itself once it has settled on something new.
  const took = useRef(0)
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
      <p className="m-0 text-fine text-soft">
        No scale is heard. One that sends weight-measurement packets is listened to as soon as they are posted here; until then, type what
        it shows.
      </p>
    )
  return (
    <section aria-label="What the scale says" className="border-l-4 border-ink bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="w-60">
          <Pick
            label="Listen to"
            value={on ? key : ''}
            options={[{ value: '', label: 'no scale: I type' }, ...list.map((s) => ({ value: s.key, label: s.name }))]}
            onValue={setKey}
          />
        </div>
        {on && (
          <>
            <output aria-live="off" className="min-w-36 font-cond text-title font-semibold leading-none">
              {last ? p.show(last) : '–'}
            </output>
            <span role="status" className={`min-w-24 text-fine font-semibold ${ready ? 'text-covered' : 'text-soft'}`}>
              {live.state === 'lost'
                ? 'connection lost: asking again'
                : live.state === 'silent'
                  ? 'nothing heard: waiting for it'
                  : same
                    ? (p.until ?? 'still the last one: change what is on it')
                    : !last
                      ? 'listening'
                      : ready
                        ? 'steady'
                        : last.steady
                          ? 'nothing on it'
                          : 'settling'}
            </span>
            {asked && !ready && <span className="text-fine">taken once it is steady (Esc: not)</span>}
            <Button look="solid" hint="r" disabled={!ready} onClick={take}>
              Take it
            </Button>
            <Check on={hands} onChange={setHands}>
              by itself, once steady
            </Check>
          </>
        )}
        {p.children}
      </div>
      {chosen?.stand_in && (
        <p className="m-0 mt-1 flex flex-wrap items-center gap-x-3 text-fine text-soft">
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
