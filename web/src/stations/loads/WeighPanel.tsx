import { useMutation } from '@tanstack/react-query'
import { useEffect, useId, useRef, useState } from 'react'
import { ApiError, api, type Container, data, type Shapes } from '../../api/client'
import { newId, useBench } from '../../lib/desk'
import { drafts } from '../../lib/hooks'
import { Choice, Select } from '../../ui/fields'
import { LivePanel } from '../../ui/live'
import { Quantity } from '../../ui/quantity'
import { readReadings } from './readings'
import { Seen } from './Seen'
import { type Change, Sisters, Weighings } from './Weighings'

type Weighing = Shapes['Weighing']
type ScaleNow = { scale: string; resolution_kg: number; accuracy_kg: number }

const scaleKey = 'scale'

/** The scale last used, kept in this browser. */
function useScale(scales: Shapes['ScaleKind'][]): [ScaleNow, (s: ScaleNow) => void] {
  const [now, setNow] = useState<ScaleNow>(() => {
    try {
      const kept = JSON.parse(localStorage.getItem(scaleKey) ?? '') as ScaleNow
      if (kept.scale && kept.resolution_kg >= 0) return kept
    } catch {
      // none kept
    }
    const first = scales[0]
    return { scale: first?.name ?? 'scale', resolution_kg: first?.resolution_kg ?? 0.001, accuracy_kg: first?.accuracy_kg ?? 0.003 }
  })
  return [
    now,
    (s) => {
      setNow(s)
      localStorage.setItem(scaleKey, JSON.stringify(s))
    },
  ]
}

/** A reading of a scale: typed, seen at once against what was computed, kept by Enter. */
export function WeighPanel({ container: c, load, on }: { container: Container; load: Shapes['Load']; on?: Shapes['OnBench'] }) {
  const { desk, library, units, writer } = useBench()
  const [scale, setScale] = useScale(library.scales)
  const nothing = c.shape !== 'as-sold' && c.volume_l === 0 && load.packed_kg === 0
  const [what, setWhat] = useState<'now' | 'empty'>(nothing ? 'empty' : 'now')
  const [byDifference, setByDifference] = useState(false)
  const key = `${desk.file.id}/${c.id}/weigh`
  const [text, setText] = useState(() => drafts.get(key) ?? '')
  const [alone, setAlone] = useState(() => drafts.get(`${key}-without`) ?? '')
  const [problem, setProblem] = useState('')
  const [seen, setSeen] = useState<Shapes['WeighedTry'] | null>(null)
  const [changed, setChanged] = useState<Change[]>([])
  const empty = what === 'empty' || nothing
  const unit = units.symbol('mass-fine')
  // By difference, the first taken is of the person with the thing, the next of the person alone.
  const holding = byDifference && text.trim() === ''
  const turn = useRef(0)
  const make = async (): Promise<Weighing | null> => {
    const readings = await readReadings(text, unit)
    const without = byDifference ? await readReadings(alone, unit) : { kg: [], problem: '' }
    const wrong = readings.problem || without.problem
    if (wrong) throw new ApiError(422, { detail: wrong })
    if (readings.kg.length === 0 || (byDifference && without.kg.length === 0)) return null
    return {
      id: 'new',
      container: c.id,
      at: Math.floor(Date.now() / 1000),
      filling: c.filling,
      volume_l: empty ? 0 : c.volume_l,
      packed_kg: empty ? 0 : load.packed_kg,
      scale: scale.scale,
      resolution_kg: scale.resolution_kg,
      accuracy_kg: scale.accuracy_kg,
      readings: readings.kg,
      without: without.kg,
      verdict: 'auto',
    }
  }
  const attempt = useMutation({
    mutationFn: async () => {
      const w = await make()
      if (!w) return null
      return data<Shapes['WeighedTry']>(
        api.POST('/api/v1/clients/{client}/weighings', { params: { path: { client: desk.file.id } }, body: w }),
      )
    },
  })
  // Everything that is typed is worked out at once, but not kept.
  const latest = useRef(attempt.mutateAsync)
  latest.current = attempt.mutateAsync
  const asked = JSON.stringify([text, alone, byDifference, empty, scale, desk.file.revision])
  useEffect(() => {
    const mine = ++turn.current
    if (asked === '') return
    const timer = window.setTimeout(async () => {
      try {
        const got = await latest.current()
        if (mine !== turn.current) return
        setSeen(got)
        setProblem('')
      } catch (e) {
        if (mine !== turn.current) return
        setSeen(null)
        setProblem(e instanceof ApiError ? (Object.values(e.fields)[0] ?? e.message) : String(e))
      }
    }, 160)
    return () => window.clearTimeout(timer)
  }, [asked])
  const keep = async (verdict: Weighing['verdict']) => {
    let w: Weighing | null = null
    try {
      w = await make()
    } catch {
      return
    }
    if (!w) return
    const id = newId()
    const before = desk.results.loads
    const kept = await writer.write({ list: 'weighings', item: id, body: () => ({ ...w, id, verdict }) })
    if (!kept) return
    drafts.drop(key)
    drafts.drop(`${key}-without`)
    setText('')
    setAlone('')
    setSeen(null)
    setChanged(before.map((l) => ({ id: l.id, mass: l.computed_kg, u: l.computed_u95_kg })))
  }
  const refused = Object.entries(writer.refusals)
    .filter(([scope]) => scope.startsWith('weighings/'))
    .flatMap(([, fields]) => Object.values(fields))[0]
  const enter = (e: React.KeyboardEvent) => {
    if (e.key === 'Enter' && seen && !seen.weighed.contradicts) keep('auto')
  }
  return (
    <div>
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <Choice
          label="On the scale"
          value={empty ? 'empty' : 'now'}
          onValue={setWhat}
          options={[
            ...(nothing ? [] : [{ value: 'now' as const, label: 'as it is filled' }]),
            ...(c.shape === 'as-sold' ? [] : [{ value: 'empty' as const, label: 'empty' }]),
          ]}
        />
        <Line
          label={byDifference ? 'You holding it' : 'Readings'}
          value={text}
          unit={unit}
          hint="one, or several with spaces"
          wrong={problem || refused || ''}
          onKeyDown={enter}
          readings
          onValue={(v) => {
            setText(v)
            drafts.set(key, v)
          }}
        />
        {byDifference && (
          <Line
            label="You alone"
            value={alone}
            unit={unit}
            hint="both ± count"
            wrong=""
            onKeyDown={enter}
            onValue={(v) => {
              setAlone(v)
              drafts.set(`${key}-without`, v)
            }}
          />
        )}
        <div className="w-36">
          <Select
            label="Scale"
            value={library.scales.find((s) => s.name === scale.scale)?.key ?? 'own'}
            options={[...library.scales.map((s) => ({ value: s.key, label: s.name })), { value: 'own', label: 'another' }]}
            onValue={(k) => {
              const s = library.scales.find((x) => x.key === k)
              setScale(
                s ? { scale: s.name, resolution_kg: s.resolution_kg, accuracy_kg: s.accuracy_kg } : { ...scale, scale: 'another scale' },
              )
              setByDifference(k === 'bathroom')
            }}
          />
        </div>
        <Quantity
          label="Its step"
          kind="mass-small"
          narrow
          value={scale.resolution_kg}
          onValue={(v) => setScale({ ...scale, resolution_kg: v })}
          units={units}
          draft={`${key}-step`}
          min={0.0001}
          max={10}
        />
        <Quantity
          label="Right to ±"
          kind="mass-small"
          narrow
          value={scale.accuracy_kg}
          onValue={(v) => setScale({ ...scale, accuracy_kg: v })}
          units={units}
          draft={`${key}-accuracy`}
          max={50}
          empty="its step"
        />
      </div>
      <label className="flex items-center gap-2 text-[14px]">
        <input type="checkbox" checked={byDifference} onChange={(e) => setByDifference(e.target.checked)} /> weighed in a person&rsquo;s
        hands, and then the person alone
      </label>
      <div className="my-2">
        <LivePanel
          of={`${c.id} ${empty ? 'empty' : c.volume_l} ${holding || !byDifference ? 'with' : 'without'}`}
          until={byDifference && !holding ? 'now without it' : `now ${c.name}`}
          units={units}
          show={(kg) => units.show('mass-fine', kg)}
          putLabel={holding ? 'you stand on it, with it' : byDifference ? 'you stand on it alone' : 'it hangs from it'}
          put={{
            put_kg:
              simulated(c.id, empty ? load.tare_kg : load.computed_kg) * (byDifference && !holding ? 0 : 1) + (byDifference ? 71.4 : 0),
          }}
          onTake={(r) => {
            const figure = (r.mean_kg / units.display('mass-fine').factor).toFixed(units.display('mass-fine').decimals)
            const [was, put, where] =
              holding || !byDifference ? ([text, setText, key] as const) : ([alone, setAlone, `${key}-without`] as const)
            const now = was.trim() ? `${was.trim()} ${figure}` : figure
            put(now)
            drafts.set(where, now)
          }}
        />
      </div>
      {seen && <Seen seen={seen} empty={empty} onKeep={keep} />}
      <Sisters before={changed} on={on} container={c} />
      <Weighings container={c} on={on} />
    </div>
  )
}

/** What a simulated scale finds: near what was computed, but every thing is a little off in its own way. */
function simulated(id: string, kg: number): number {
  const sum = Array.from(id).reduce((s, c) => (s * 31 + c.charCodeAt(0)) % 997, 7)
  return kg * (0.985 + (0.03 * sum) / 997)
}

/** A line of readings. */
function Line(p: {
  label: string
  value: string
  unit: string
  hint: string
  wrong: string
  readings?: boolean
  onValue: (v: string) => void
  onKeyDown: (e: React.KeyboardEvent) => void
}) {
  const id = useId()
  return (
    <div className="w-48">
      <label htmlFor={id} className="block font-cond text-[15px] font-medium text-soft">
        {p.label}
      </label>
      <div className={`flex items-baseline border-b-2 ${p.wrong ? 'border-action' : 'border-ink'}`}>
        <input
          id={id}
          data-readings={p.readings ? '' : undefined}
          className="w-full min-w-0 bg-transparent py-0.5 text-[17px] font-semibold"
          value={p.value}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          aria-invalid={p.wrong !== ''}
          aria-describedby={`${id}-said`}
          onChange={(e) => p.onValue(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') p.onValue('')
            p.onKeyDown(e)
          }}
        />
        <span className="pl-1 text-[14px] text-soft">{p.unit}</span>
      </div>
      <p
        id={`${id}-said`}
        aria-live="polite"
        className={`m-0 min-h-[1.25rem] text-[13px] leading-tight ${p.wrong ? 'text-action' : 'text-soft'}`}
      >
        {p.wrong || p.hint}
      </p>
    </div>
  )
}
