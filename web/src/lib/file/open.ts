import { type QueryClient, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import type { Answered, Session } from '../../api/client'
import { keepDesk, keys } from '../desk'
import { tell, tookBack } from '../notices'
import { kept } from './keep'
import { Outbox, type Snapshot } from './outbox'

/** The outboxes of this page, by account and client: each goes on sending whatever is looked at. */
const boxes = new Map<string, Outbox>()

const beat = 4000

function outboxOf(cache: QueryClient, who: string, client: string): Outbox {
  const key = `${who} ${client}`
  const there = boxes.get(key)
  if (there) return there
  const box = new Outbox(client, who, {
    cache,
    known: () => cache.getQueryData<Answered>(keys.desk(client)),
    accept: (desk) => keepDesk(cache, desk),
    signedOut: () => cache.invalidateQueries({ queryKey: keys.session }),
    tell,
    tookBack,
  })
  boxes.set(key, box)
  return box
}

/** Something of how an outbox stands; drawn anew only when that changes. */
export function useStanding<T>(box: Outbox, pick: (s: Snapshot) => T): T {
  return useSyncExternalStore(box.subscribe, () => pick(box.snapshot()))
}

/** The outbox of the client that is looked at. */
export function useOutbox(client: string): Outbox {
  const cache = useQueryClient()
  const who = cache.getQueryData<Session>(keys.session)?.id ?? ''
  return useMemo(() => outboxOf(cache, who, client), [cache, who, client])
}

/** Keeps all outboxes of whoever is signed in going: after a sign-in, when there is a connection again, and for pages that are gone. */
export function useOutboxes(session: Session | undefined) {
  const cache = useQueryClient()
  const who = session?.signed_in ? session.id : ''
  useEffect(() => {
    if (!who) return
    const mine = () => [...boxes].filter(([key]) => key.startsWith(`${who} `)).map(([, box]) => box)
    const all = () => {
      for (const k of kept(who)) outboxOf(cache, who, k.client)
      for (const box of mine()) box.retry()
    }
    const live = () => {
      for (const k of kept(who)) outboxOf(cache, who, k.client)
      for (const box of mine()) box.beat()
    }
    const leave = () => {
      for (const box of mine()) box.release()
    }
    all()
    const timer = window.setInterval(live, beat)
    window.addEventListener('online', all)
    window.addEventListener('pagehide', leave)
    window.addEventListener('pageshow', live)
    return () => {
      window.clearInterval(timer)
      window.removeEventListener('online', all)
      window.removeEventListener('pagehide', leave)
      window.removeEventListener('pageshow', live)
    }
  }, [cache, who])
}

/** How many writes of an account wait in this browser, whichever client they are of. */
const waitingOf = (who: string): number => kept(who).reduce((n, k) => n + k.entries.length, 0)

const patience = 3000

/** Waits a moment for all that waits to be kept; answers how much is left. */
export async function allSent(who: string): Promise<number> {
  for (const until = Date.now() + patience; waitingOf(who) > 0 && Date.now() < until; )
    await new Promise((go) => window.setTimeout(go, 100))
  return waitingOf(who)
}
