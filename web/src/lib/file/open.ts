import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import type { Answered, Session, StationName } from '../../api/client'
import { keepDesk, keys } from '../desk'
import { tell, tookBack } from '../notices'
import { kept } from './keep'
import { Outbox, type Snapshot } from './outbox'
import { readDesk } from './wire'

/** The outboxes of this page, by account and client: each goes on sending whatever is looked at. */
const boxes = new Map<string, Outbox>()

const beat = 4000

type News = { client: string; revision: number }

/** Tells the other windows of this browser what has changed. */
const news = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('changed')

/** Reads a client again whom this window has open, where somebody has changed it. */
function readAgain(cache: QueryClient, client: string, revision = Number.POSITIVE_INFINITY) {
  const now = cache.getQueryData<Answered>(keys.desk(client))
  if (now && now.file.revision < revision) void cache.invalidateQueries({ queryKey: keys.desk(client) })
}

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
    wrote: (revision) => news?.postMessage({ client, revision }),
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
function useOutboxes(session: Session) {
  const cache = useQueryClient()
  const who = session.signed_in ? session.id : ''
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
    // What another window has changed is there at once; what somebody else has, when this one is looked at again.
    const hear = (e: MessageEvent<News>) => readAgain(cache, e.data.client, e.data.revision)
    const looked = () => {
      if (document.visibilityState === 'visible') for (const box of mine()) readAgain(cache, box.client)
    }
    news?.addEventListener('message', hear)
    document.addEventListener('visibilitychange', looked)
    const others = () => {
      for (const box of mine()) box.look()
    }
    window.addEventListener('storage', others)
    all()
    const timer = window.setInterval(live, beat)
    window.addEventListener('online', all)
    window.addEventListener('pagehide', leave)
    window.addEventListener('pageshow', live)
    return () => {
      window.clearInterval(timer)
      news?.removeEventListener('message', hear)
      document.removeEventListener('visibilitychange', looked)
      window.removeEventListener('storage', others)
      window.removeEventListener('online', all)
      window.removeEventListener('pagehide', leave)
      window.removeEventListener('pageshow', live)
    }
  }, [cache, who])
}

export function useDeskQuery(id: string, station: StationName) {
  const cache = useQueryClient()
  return useQuery({ queryKey: keys.desk(id), queryFn: async () => keepDesk(cache, await readDesk(id, station)) })
}

/** Keeps all outboxes going, wherever one is. */
export function Outboxes({ session }: { session: Session }) {
  useOutboxes(session)
  return null
}
