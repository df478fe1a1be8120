import type { QueryClient } from '@tanstack/react-query'
import type { Answered, ApiError, ClientFile, StationName } from '../../api/client'
import { drafts, sayDraft } from '../drafts'
import { stationKey } from '../results'
import { type Clash, clashOf, settled } from './clash'
import { afterRefusal, type Entry, overlaid, queued, type Refusal, rebased, scopeOf, setting, split, without } from './entry'
import { asking, live, Shelf, silentOnes } from './keep'
import { type Item, type List, type More, newId, type Part, type PartShape, type Scope, standing, type Thing } from './parts'
import { asError, type Missed, readDesk, type StationView, type Step, send, stepBack } from './wire'

/** How things stand with what has been written: only an empty outbox is "saved". */
export type SaveState = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'asking' | 'refused'

export type Snapshot = {
  /** What the server answered last here; it changes together with what waits, so that nothing is seen to jump back in between. */
  desk: Answered | null
  entries: readonly Entry[]
  state: SaveState
  /** What is in the way, when nothing can be sent. */
  why: string
  clash: Clash | null
  /** A step back or forth that somebody else's change is in the way of. */
  blocked: 'undo' | 'redo' | null
  /** Whether the browser keeps what waits over a reload. */
  kept: boolean
}

/** What the outbox needs of the house around it. */
export type House = {
  cache: QueryClient
  /** The client as it was answered last, if it was. */
  known: () => Answered | undefined
  /** Takes a new answer in; what is kept of it is what is known from now on. */
  accept: (desk: Answered) => Answered
  /** The session is over. */
  signedOut: () => void
  /** Says what was refused and has no field to stand at. */
  tell: (text: string) => void
  /** Something was taken back, or done again. */
  tookBack: () => void
  /** The client is at another revision, of this window's making. */
  wrote: (revision: number) => void
}

const pauses = [500, 1000, 2000, 4000, 8000, 15_000]

/** One page is told from another, and from itself before a reload. */
const page = newId()
live(page)

/**
 * The writes to one client's file. Each is kept in the browser before anything else
 * happens, is sent in its turn, on what stands then, and leaves only when the server
 * has it; one that is refused steps aside with its reason, and all that follow go on.
 */
export class Outbox {
  /** The station that is looked at: answers bring what it shows. */
  looked: StationName
  private now: Snapshot
  private readonly listeners = new Set<() => void>()
  private readonly waiters = new Map<string, (kept: boolean) => void>()
  private readonly shelf: Shelf
  private sending: string | undefined
  private running = false
  private tries = 0
  /** Counts how often it was started anew: what was sent before a new sign-in says nothing of it. */
  private starts = 0
  private timer = 0
  private halted: 'signed-out' | null = null
  private clashing: Entry | null = null
  private stored: ReadonlySet<string> = new Set()
  private readonly typed = new Set<string>()
  private readonly missed = new Map<string, readonly Missed[]>()
  private stepping = Promise.resolve(true)

  constructor(
    readonly client: string,
    who: string,
    private readonly house: House,
    pageId = page,
  ) {
    this.shelf = new Shelf(who, client, pageId)
    this.now = { desk: null, entries: [], state: 'saved', why: '', clash: null, blocked: null, kept: true }
    // What a page left that is known to be gone is here at once; which others are gone, the browser tells.
    this.adopt(silentOnes)
    this.settleState()
    void this.takeOver()
  }

  readonly subscribe = (hear: () => void) => {
    this.listeners.add(hear)
    return () => {
      this.listeners.delete(hear)
    }
  }

  readonly snapshot = () => this.now

  /** The file as it is seen here. */
  view(): ClientFile | undefined {
    const desk = this.house.known()
    return desk && overlaid(desk.file, this.now.entries)
  }

  /** Changes fields of a part or a thing: what they become is worked out from what stands now. True once it is kept, false when it is refused or given up. */
  set<T extends object>(scope: Scope, change: (now: T) => Partial<T>, texts?: Record<string, string>): Promise<boolean> {
    const file = this.view()
    const now = file && standing(file, scope)
    if (!now) return Promise.resolve(false)
    const e = setting(newId(), scope, now, { ...now, ...change(now as T) }, texts)
    if (e) return this.push(e)
    // Back to what stands: what was refused of it is given up with it.
    this.giveUp(scope, Object.keys(change(now as T)))
    return Promise.resolve(true)
  }

  setPart<P extends Part>(part: P, change: (now: PartShape<P>) => Partial<PartShape<P>>) {
    return this.set(part, change)
  }

  setThing<L extends List>(list: L, id: string, change: (now: Item<L>) => Partial<Item<L>>) {
    return this.set<Item<L>>(`${list}/${id}`, change)
  }

  /** Puts a new thing into a list, or another in the place of the one with its id; typed is whether somebody has typed any of it, who then has it back should it be refused. */
  make<L extends List>(list: L, thing: Item<L>, typed = false): Promise<boolean> {
    const scope: Scope = `${list}/${(thing as Thing).id}`
    const file = this.view()
    const there = file && standing(file, scope)
    if (there) return this.set(scope, () => thing as object)
    return this.push({ id: newId(), do: 'make', scope, thing: thing as Thing, edited: typed })
  }

  drop(list: List, id: string): Promise<boolean> {
    const scope: Scope = `${list}/${id}`
    const file = this.house.known()?.file
    return this.push({ id: newId(), do: 'drop', scope, was: file && standing(file, scope) })
  }

  add(more: More): Promise<boolean> {
    return this.push({ id: newId(), do: 'add', more })
  }

  /** A line of what is there: kept as it was typed, and read by whoever knows the words. */
  async say(text: string, of: { room?: string; unit?: string; back?: string } = {}): Promise<{ id: string; missed: readonly Missed[] }> {
    const id = newId()
    await this.push({ id, do: 'say', text, ...of })
    return { id, missed: this.missed.get(id) ?? [] }
  }

  /** Takes the last change back, or does it again, after the step before, once all that waits is kept. Offline, what was not sent yet is taken back here. */
  step(s: Step): Promise<boolean> {
    this.stepping = this.stepping.then(() => this.take(s))
    return this.stepping
  }

  private async take(s: Step): Promise<boolean> {
    if (this.now.state === 'waiting' && s.step === 'undo') {
      const last = this.now.entries.findLast((e) => !e.refused && !e.tried)
      if (last) {
        this.entries(this.now.entries.filter((e) => e !== last))
        this.answer(last.id, false)
        this.settleState()
        this.house.tookBack()
        return true
      }
    }
    if (!(await this.until(() => this.sent()))) {
      this.house.tell(`Not ${s.step === 'undo' ? 'taken back' : 'done again'}: ${this.now.why || 'first what waits has to be kept'}.`)
      return false
    }
    try {
      this.update({ state: 'saving' })
      const desk = this.house.known() ?? (await this.read())
      // A key that came while the last of one's own was taken back asks for nothing more.
      if (!s.anyones && !desk.steps[s.step]) return false
      const after = this.accept(await stepBack(desk, s, this.looked))
      this.house.wrote(after.file.revision)
      this.house.tookBack()
      return true
    } catch (err) {
      const e = asError(err)
      if (e.status === 409) this.update({ blocked: s.step })
      else if (e.status === 412 && e.problem.theirs) {
        this.accept(e.problem.theirs)
        this.update({ blocked: s.step })
      } else if (e.status === 401) this.signOut()
      else this.house.tell(`Not ${s.step === 'undo' ? 'taken back' : 'done again'}: ${e.message}.`)
      return false
    } finally {
      this.settleState()
    }
  }

  /** Something good is typed into a field that will be kept in a moment: until then not all is saved. */
  typing(field: string, on: boolean) {
    if (on === this.typed.has(field)) return
    if (on) this.typed.add(field)
    else this.typed.delete(field)
    this.settleState()
  }

  readonly unblock = () => this.update({ blocked: null })

  /** Goes on after a new sign-in, or when somebody does not want to wait. */
  readonly retry = () => {
    this.halted = null
    this.tries = 0
    this.starts++
    window.clearTimeout(this.timer)
    this.run()
    void this.takeOver()
  }

  /** What is said against a scope, by path. */
  refusalOf(scope: Scope): Refusal {
    return Object.assign({}, ...this.now.entries.map((e) => (scopeOf(e) === scope ? e.refused : undefined)))
  }

  /** Gives up fields that were refused: what stands is shown again. */
  giveUp(scope: Scope, fields: readonly string[]) {
    const left = this.now.entries.map((e) => {
      if (!e.refused || !('scope' in e) || e.scope !== scope) return e
      return e.do === 'set' ? without(e, fields) : null
    })
    const kept = left.filter((e) => e !== null)
    if (kept.length === this.now.entries.length && kept.every((e, i) => e === this.now.entries[i])) return
    this.entries(kept)
    this.settleState()
  }

  /** Answers a clash, field by field: those that are yours go on, the others stay as they stand. */
  settle(mine: ReadonlySet<string>) {
    const e = this.clashing
    const file = this.house.known()?.file
    const { clash } = this.now
    if (!e || !file || !clash) return
    this.clashing = null
    const left = settled(e, clash, file, mine)
    this.entries(this.now.entries.flatMap((x) => (x.id === e.id ? left : [x])))
    if (left.length === 0) this.answer(e.id, false)
    this.update({ clash: null })
    this.run()
  }

  /** The page is left: another may take over at once what waits. */
  release() {
    if (this.now.entries.length > 0) this.shelf.put(this.now.entries, 0)
  }

  /** Says that this page still lives and has what waits; and takes over what others have left. */
  beat() {
    if (this.now.entries.length > 0) this.entries(this.now.entries)
    this.look()
  }

  /** Looks what other pages have, and takes over what those have left that are gone. */
  look() {
    void this.takeOver()
  }

  private async takeOver() {
    await asking((gone) => this.adopt(gone))
    this.settleState()
  }

  private adopt(gone: Parameters<Shelf['adopt']>[0]) {
    const found = this.shelf.adopt(gone)
    if (found.length === 0) return
    this.entries([...found.map((e) => ({ ...e, tried: true })), ...this.now.entries])
    this.settleState()
    this.run()
  }

  private push(e: Entry): Promise<boolean> {
    this.entries(queued(this.now.entries, e, this.sending))
    const done = new Promise<boolean>((resolve) => {
      // What became part of another write is kept with that.
      const into = this.now.entries.some((x) => x.id === e.id)
        ? e.id
        : this.now.entries.find((x) => !x.refused && scopeOf(x) === scopeOf(e))?.id
      if (!into) return resolve(true)
      const before = this.waiters.get(into)
      this.waiters.set(into, (ok) => {
        before?.(ok)
        resolve(ok)
      })
    })
    this.settleState()
    this.run()
    return done
  }

  private answer(id: string, ok: boolean) {
    this.waiters.get(id)?.(ok)
    this.waiters.delete(id)
  }

  private update(change: Partial<Snapshot>) {
    this.now = { ...this.now, ...change }
    for (const hear of this.listeners) hear()
  }

  private entries(all: readonly Entry[]) {
    // What another page has taken over while this one slept is no longer here.
    const entries = this.stored.size > 0 && this.shelf.lost() ? all.filter((e) => !this.stored.has(e.id)) : all
    const kept = this.shelf.put(entries)
    this.stored = new Set(kept ? entries.map((e) => e.id) : [])
    this.update({ entries, kept })
  }

  /** Something of this client waits in another window: what it comes to is not known here yet. */
  private elsewhere() {
    return this.shelf.others().some((k) => k.entries.some((e) => !e.refused))
  }

  private settleState(why = this.now.why) {
    const waiting = this.now.entries.some((e) => !e.refused)
    const state: SaveState = this.clashing
      ? 'asking'
      : !waiting
        ? this.typed.size > 0 || this.elsewhere()
          ? 'saving'
          : this.now.entries.length > 0
            ? 'refused'
            : 'saved'
        : this.halted
          ? this.halted
          : this.tries > 0
            ? 'waiting'
            : 'saving'
    this.update({ state, why: state === 'waiting' ? why : '' })
  }

  /** Waits until nothing is on its way; false when something stays behind. */
  /** True once everything that was done and typed here is kept; false when something is in its way, or it takes too long. */
  quiet(patience = 5000): Promise<boolean> {
    return this.until(() => this.sent() && this.typed.size === 0, patience)
  }

  private sent() {
    return !this.now.entries.some((e) => !e.refused)
  }

  private until(ended: () => boolean, patience?: number): Promise<boolean> {
    const stuck = () => ['waiting', 'signed-out', 'asking'].includes(this.now.state)
    if (ended() || stuck()) return Promise.resolve(ended())
    return new Promise((resolve) => {
      const end = () => {
        off()
        window.clearTimeout(timer)
        resolve(ended())
      }
      const timer = patience === undefined ? 0 : window.setTimeout(end, patience)
      const off = this.subscribe(() => {
        if (ended() || stuck()) end()
      })
    })
  }

  private signOut() {
    this.halted = 'signed-out'
    this.settleState()
    this.house.signedOut()
  }

  /** Takes an answer in; whoever listens hears of it with what waits then. */
  private accept(answer: Answered): Answered {
    const desk = this.house.accept(answer)
    this.now = { ...this.now, desk }
    return desk
  }

  private async read() {
    return this.accept(await readDesk(this.client, this.looked))
  }

  private async run() {
    if (this.running || this.clashing || this.halted) return
    this.running = true
    try {
      for (;;) {
        const next = this.now.entries.find((e) => !e.refused)
        if (!next || this.clashing || this.halted) return
        const started = this.starts
        try {
          await this.one(next)
          this.tries = 0
        } catch (err) {
          const e = asError(err)
          if (e.status === 401 && started !== this.starts) continue
          if (!(await this.failed(next, e))) return
        } finally {
          this.sending = undefined
        }
      }
    } finally {
      this.running = false
      this.settleState()
    }
  }

  private async one(e: Entry) {
    const desk = this.house.known() ?? (await this.read())
    const clash = clashOf(e, desk.file)
    if (clash) {
      this.clashing = e
      this.update({ clash })
      this.settleState()
      return
    }
    this.entries(this.now.entries.map((x) => (x.id === e.id ? { ...x, tried: true } : x)))
    if (!this.now.entries.some((x) => x.id === e.id)) return
    this.sending = e.id
    const shown = this.house.cache.getQueryData<StationView>(stationKey(desk.file.id, this.looked ?? '', desk.file.revision))
    const { desk: after, mine, missed } = await send(desk, e, this.looked, shown)
    const rest = this.now.entries.filter((x) => x.id !== e.id)
    // What was refused of the same may be right now: it is tried again.
    const again = rest.map((x) => (x.refused && scopeOf(x) === scopeOf(e) ? { ...x, refused: undefined } : x))
    this.accept(after)
    this.house.wrote(after.file.revision)
    this.entries(mine ? rebased(again, desk.file, mine) : again)
    if (missed && e.do === 'say') {
      this.missed.set(e.id, missed)
      if (e.back) drafts.set(e.back, [...missed.map((m) => m.text), ...(drafts.get(e.back)?.split('\n') ?? [])].join('\n'))
      else this.house.tell(`Not understood, and not added: ${missed.map((m) => `“${m.text}” (${m.why})`).join(', ')}.`)
    }
    this.answer(e.id, true)
  }

  /** What to do about a write that did not go through; true goes on with the next. */
  private async failed(e: Entry, err: ApiError): Promise<boolean> {
    if (err.status === 412 && err.problem.theirs) {
      // The next turn makes the change on what stands now, or asks.
      this.accept(err.problem.theirs)
      return true
    }
    if (err.status === 401) {
      this.signOut()
      return false
    }
    if (err.status === 0 || err.status >= 500 || err.status === 429 || err.status === 408) return this.later(err)
    // It may have arrived before: what stands now tells.
    const unread = e.do === 'add' ? await this.read().then(() => null, asError) : null
    if (unread) return this.later(unread)
    this.refuse(e, err)
    return true
  }

  private later(err: ApiError): false {
    this.tries++
    this.settleState(err.message)
    window.clearTimeout(this.timer)
    this.timer = window.setTimeout(() => this.run(), pauses[Math.min(this.tries, pauses.length) - 1])
    return false
  }

  private refuse(e: Entry, err: ApiError) {
    const fields: Refusal = Object.keys(err.fields).length > 0 ? err.fields : { '': err.message }
    const words = Object.values(fields)[0] ?? err.message
    if (e.do === 'drop' && err.status === 404) {
      // It is gone already, which is what was wanted.
      this.entries(this.now.entries.filter((x) => x.id !== e.id))
      this.answer(e.id, true)
      this.house.cache.invalidateQueries({ queryKey: ['desk', this.client] })
      return
    }
    if (e.do === 'add' && this.allThere(e.more)) {
      this.entries(this.now.entries.filter((x) => x.id !== e.id))
      this.answer(e.id, true)
      return
    }
    if (e.do !== 'set' && !(e.do === 'make' && e.edited)) {
      // What was wanted shows as not done; who asked for it has its text.
      this.entries(this.now.entries.filter((x) => x.id !== e.id && (e.do !== 'make' || scopeOf(x) !== e.scope)))
      this.house.tell(`Not ${e.do === 'drop' ? 'removed' : 'added'}: ${words}.`)
      // A line that was refused whole comes back to where it was typed.
      if (e.do === 'say') drafts.set(e.back ?? sayDraft(this.client), e.text)
      this.answer(e.id, false)
      return
    }
    const { bad, good } = split(e, fields, newId())
    this.entries(afterRefusal(this.now.entries, bad, good, e.id))
    this.answer(e.id, false)
  }

  private allThere(more: More): boolean {
    const file = this.house.known()?.file
    if (!file) return false
    return Object.entries(more).every(
      ([list, all]) => !Array.isArray(all) || (all as Thing[]).every((t) => standing(file, `${list}/${t.id}`) !== undefined),
    )
  }
}
