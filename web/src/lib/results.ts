import { useQuery } from '@tanstack/react-query'
import { type Answered, api, data, type Shapes, type StationName } from '../api/client'

type Frame = Shapes['Frame']
type Parts = Shapes['Stock'] & {
  home: Shapes['Home']
  heights: Shapes['Height'][]
  stander: Shapes['Stander'] | null
  bands: Shapes['BandState'][]
  board: Shapes['Board']
  built: Shapes['BuildState'][]
}

/** What is worked out of a client: what the frame shows, and the parts that the station which is looked at shows. */
export type Results = Frame & Parts

/** An open client. */
export type Desk = Answered & { results: Results }

const none: Parts = {
  home: { rooms: [], heads: [], others: [], lane_m: 0, lengths_50ft: 0, lengths_20m: 0, most_m: 0, outside: [] },
  loads: [],
  batches: [],
  heights: [],
  stander: null,
  bands: [],
  board: { covered: 0, value: 0, slots: [], left_out: [] },
  built: [],
}

/** The frame with what a station shows; what it does not show is empty. */
export function resultsOf(frame: Frame, station?: Shapes['Results']): Results {
  if (!station) return { ...none, ...frame }
  const { heights = [], stander = null, bands = [], board = none.board, home = none.home, builds: built = [], stock } = station
  return { ...none, ...stock, home, heights, stander, bands, board, built, ...frame }
}

export const stationKey = (id: string, station: string, revision: number) => ['station', id, station, revision] as const

/** What a station shows of a client as it stands; while the client changes, as it was. */
export function useStation({ file }: Answered, station: StationName) {
  return useQuery({
    queryKey: stationKey(file.id, station ?? '', file.revision),
    enabled: station !== undefined,
    queryFn: ({ signal }) =>
      data<Shapes['Results']>(
        api.GET('/api/v1/clients/{client}/stations/{station}', {
          params: { path: { client: file.id, station: station || 'plan' } },
          signal,
        }),
      ),
    // What an edit has answered of a revision is not asked for again; a day or a practice's rules change it seldom.
    staleTime: 5 * 60_000,
    placeholderData: (before, query) => (query?.queryKey[1] === file.id && query?.queryKey[2] === station ? before : undefined),
  })
}
