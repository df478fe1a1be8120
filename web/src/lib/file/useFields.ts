import { useCallback, useMemo } from 'react'
import { useBench } from '../desk'
import { type Entry, fieldOf } from './entry'
import { type FieldOf, type Spec, specOf, type ValueOf } from './fields'
import { type List, type Part, type Scope, standing } from './parts'

/** One field as its control has it: what stands or is on its way, how to change it, and what is to be said about it. */
export type Field<T> = {
  /** Under which an unfinished text is kept in the browser. */
  draft: string
  spec: Spec
  value: T
  /** Sets it, or what it becomes from what stands then. A promise of false says that it was not taken. */
  set: (to: T | ((now: T) => T), text?: string) => undefined | Promise<boolean>
  pending: boolean
  /** What was refused, with the text that was typed and why. */
  refused?: { why: string; text?: string; value: T }
  /** Puts back what stands for what was refused. */
  giveUp: () => void
  /** Says that something good is typed and not kept yet. */
  typing: (on: boolean) => void
}

/** The fields of a part of the open client, or of one thing of a list. */
export function useFields<P extends Part>(part: P): <F extends FieldOf<P>>(field: F) => Field<NonNullable<ValueOf<P, F>>>
export function useFields<L extends List>(list: L, id: string): <F extends FieldOf<L>>(field: F) => Field<NonNullable<ValueOf<L, F>>>
export function useFields(list: string, id?: string) {
  const { desk, box, entries } = useBench()
  const scope = (id === undefined ? list : `${list}/${id}`) as Scope
  const mine = useMemo(() => entries.filter((e) => 'scope' in e && e.scope === scope), [entries, scope])
  const stands = standing(desk.file, scope) as Record<string, unknown> | undefined
  const { id: client } = desk.file
  return useCallback(
    (field: string): Field<unknown> => ({
      draft: `${client}/${scope}/${field}`,
      spec: specOf(scope, field),
      value: stands?.[field] ?? specOf(scope, field).otherwise,
      set: (to, text) => {
        box.set<Record<string, unknown>>(
          scope,
          (now) => ({ [field]: typeof to === 'function' ? (to as (v: unknown) => unknown)(now[field]) : to }),
          text === undefined ? undefined : { [field]: text },
        )
        return undefined
      },
      pending: mine.some((e) => !e.refused && (e.do !== 'set' || field in e.fields)),
      refused: refusedOf(mine, field, stands?.[field] ?? specOf(scope, field).otherwise),
      giveUp: () => box.giveUp(scope, [field]),
      typing: (on) => box.typing(`${scope} ${field}`, on),
    }),
    [client, scope, stands, mine, box],
  )
}

/** The fields of the person that the client is looked at as. */
export const usePersonFields = () => useFields('persons', useBench().person.id)

/** What was said against a field; it may be another that was changed, as where two ends do not fit. */
function refusedOf(mine: readonly Entry[], field: string, stands: unknown): Field<unknown>['refused'] {
  for (const e of mine) {
    const said = Object.entries(e.refused ?? {}).find(([path]) => fieldOf(path) === field)
    if (!said) continue
    if (e.do === 'make') return { why: said[1], value: (e.thing as Record<string, unknown>)[field] }
    const d = e.do === 'set' && e.fields[field]
    return d ? { why: said[1], text: d.text, value: d.to } : { why: said[1], value: stands }
  }
}

/** Everything that is said against a scope, by path. */
export function useRefusals(scope: string): Record<string, string> {
  const { entries } = useBench()
  return Object.assign({}, ...entries.filter((e) => 'scope' in e && e.scope === scope).map((e) => e.refused ?? {}))
}

type Local<T> = { key: string; spec: Spec; value: T; set: (v: T, text?: string) => unknown; why?: string; text?: string }

/** A field of something that is asked and not kept: the same controls, with nothing behind them to save. */
export function localField<T>({ key, spec, value, set, why, text }: Local<T>): Field<T> {
  return {
    draft: key,
    spec,
    value,
    set: (to, typed) => {
      const got = set(typeof to === 'function' ? (to as (now: T) => T)(value) : to, typed)
      return got instanceof Promise ? got.then((ok) => ok !== false) : undefined
    },
    pending: false,
    refused: why ? { why, value, text } : undefined,
    giveUp: () => {},
    typing: () => {},
  }
}
