import type { Entry } from './entry'

/** What one page of a browser keeps of the writes to one client that are not acknowledged. */
export type Kept = { who: string; client: string; beat: number; entries: Entry[] }

const prefix = 'outbox:'
/** After so long without a sign of life a page is taken to be gone, where the browser has no locks (no secure context). */
const dead = 15_000

const key = (client: string, page: string) => `${prefix}${client}:${page}`
const lockOf = (page: string) => `page ${page}`
const locks = globalThis.navigator?.locks

/** Says that a page lives, for as long as it does: the browser itself takes the lock from one that is gone. */
export function live(page: string) {
  void locks?.request(lockOf(page), () => new Promise(() => {}))
}

/** Runs something for which a page is gone or not, while no other page does; gone tells by locks or by beat. */
export async function asking(then: (gone: (k: Kept & { page: string }) => boolean) => void) {
  if (!locks) return then(silentOnes)
  await locks.request('taking over', async () => {
    const held = new Set((await locks.query()).held?.map((l) => l.name))
    then((k) => k.beat === 0 || !held.has(lockOf(k.page)))
  })
}

/** Those that have not said for long that they live, or that have left. */
export const silentOnes = (k: Kept) => Date.now() - k.beat > dead

function parsed(text: string | null): Kept | null {
  if (!text) return null
  try {
    const k = JSON.parse(text) as Kept
    return Array.isArray(k.entries) && typeof k.who === 'string' ? k : null
  } catch {
    return null
  }
}

/** Where the writes of one page to one client are kept until they are acknowledged. */
export class Shelf {
  constructor(
    readonly who: string,
    readonly client: string,
    readonly page: string,
  ) {}

  /** Keeps them; false when the browser has no room or does not allow it. */
  put(entries: readonly Entry[], beat = Date.now()): boolean {
    try {
      const k: Kept = { who: this.who, client: this.client, beat, entries: [...entries] }
      if (entries.length === 0) localStorage.removeItem(key(this.client, this.page))
      else localStorage.setItem(key(this.client, this.page), JSON.stringify(k))
      return true
    } catch {
      return false
    }
  }

  /** Whether another page has taken over what was kept here. */
  lost(): boolean {
    return localStorage.getItem(key(this.client, this.page)) === null
  }

  /** Takes over what pages that are gone have left of this client's writes, the oldest first. */
  adopt(gone: (k: Kept & { page: string }) => boolean): Entry[] {
    const found = this.others()
      .filter(gone)
      .sort((a, b) => a.beat - b.beat)
    for (const k of found) localStorage.removeItem(k.at)
    return found.flatMap((k) => k.entries)
  }

  /** What other pages have of this client's writes. */
  others() {
    return kept(this.who).filter((k) => k.client === this.client && k.page !== this.page)
  }
}

/** Everything that waits in this browser: somebody's, or anybody's. */
export function kept(who?: string): (Kept & { at: string; page: string })[] {
  const out: (Kept & { at: string; page: string })[] = []
  for (let i = 0; i < localStorage.length; i++) {
    const at = localStorage.key(i)
    const k = at?.startsWith(prefix) ? parsed(localStorage.getItem(at)) : null
    if (at && k && (who === undefined || k.who === who)) out.push({ ...k, at, page: at.slice(at.lastIndexOf(':') + 1) })
  }
  return out
}

/** How many writes of an account wait in this browser, whichever client they are of. */
export const waitingOf = (who?: string): number => kept(who).reduce((n, k) => n + k.entries.length, 0)

const patience = 3000

/** Waits a moment for all that waits to be kept; answers how much is left. */
export async function allSent(who: string): Promise<number> {
  for (const until = Date.now() + patience; waitingOf(who) > 0 && Date.now() < until; )
    await new Promise((go) => window.setTimeout(go, 100))
  return waitingOf(who)
}
