import type { Entry } from './entry'

/** What one page of a browser keeps of the writes to one client that are not acknowledged. */
export type Kept = { who: string; client: string; beat: number; entries: Entry[] }

const prefix = 'outbox:'
/** After so long without a sign of life a page is taken to be gone. */
const dead = 15_000

const key = (client: string, page: string) => `${prefix}${client}:${page}`

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
  adopt(): Entry[] {
    const found = kept(this.who)
      .filter((k) => k.at !== key(this.client, this.page) && k.client === this.client && Date.now() - k.beat > dead)
      .sort((a, b) => a.beat - b.beat)
    for (const k of found) localStorage.removeItem(k.at)
    return found.flatMap((k) => k.entries)
  }
}

/** Everything of somebody's that waits in this browser. */
export function kept(who: string): (Kept & { at: string })[] {
  const out: (Kept & { at: string })[] = []
  for (let i = 0; i < localStorage.length; i++) {
    const at = localStorage.key(i)
    const k = at?.startsWith(prefix) ? parsed(localStorage.getItem(at)) : null
    if (at && k && k.who === who) out.push({ ...k, at })
  }
  return out
}
