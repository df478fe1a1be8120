import createClient from 'openapi-fetch'
import { addressed } from '../lib/seen'
import type { components, paths } from './schema'

export type Shapes = components['schemas']
/** A client as it is answered: its file, the frame, and the station that was asked for. */
export type Answered = Omit<Shapes['Desk'], 'file'> & { file: ClientFile }
export type StationName = NonNullable<paths['/api/v1/clients/{client}']['get']['parameters']['query']>['station']
/** Of its profile what is the customer's; the rest of it is the first person's, who stands among the people. */
export type ClientFile = Omit<Shapes['File'], 'profile'> & { profile: Shapes['Customer'] }
export type Library = Shapes['Library']
export type Plan = Shapes['Plan']
export type Slot = Shapes['Slot']
export type Derivation = Shapes['Derivation']
export type Container = Shapes['Container']
export type Session = Shapes['Session']
export type FillAnswer = Shapes['FillAnswer']

/** Asks as whom the client is looked at. A request's address cannot be changed: another is made of it. */
async function fetchAs(request: Request): Promise<Response> {
  const url = addressed(request.url)
  if (url === request.url) return globalThis.fetch(request)
  const { method, headers, signal } = request
  return globalThis.fetch(url, { method, headers, signal, body: method === 'GET' ? undefined : await request.text() })
}

export const api = createClient<paths>({
  baseUrl: typeof window === 'undefined' ? 'http://localhost' : window.location.origin,
  fetch: fetchAs,
})

export type Problem = {
  status?: number
  detail?: string
  errors?: { message?: string; location?: string }[]
  theirs?: Answered
  yours?: unknown
}

/** An answer that is no success, or no answer at all (status 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.detail ?? 'the server did not answer')
  }

  /** The messages by field path, without the leading "body.". */
  get fields(): Record<string, string> {
    const out: Record<string, string> = {}
    for (const e of this.problem.errors ?? []) if (e.location) out[e.location.replace(/^body\./, '')] = e.message ?? ''
    return out
  }
}

/** Unwraps an answer of the client, or throws an ApiError. */
export async function data<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: { data?: T; error?: unknown; response: Response }
  try {
    got = await answer
  } catch {
    throw new ApiError(0, { detail: 'no connection to the server' })
  }
  if (!got.response.ok) throw new ApiError(got.response.status, (got.error ?? {}) as Problem)
  return got.data as T
}
