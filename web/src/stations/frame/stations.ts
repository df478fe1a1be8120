import { type ComponentType, lazy } from 'react'
import type { StationName } from '../../api/client'
import type { Bench } from '../../lib/desk'

export type Station = {
  path: NonNullable<StationName>
  name: string
  key: string
  /** The station's one live number. */
  live: (b: Bench) => string
  screen: ComponentType
}

function reach({ desk, units }: Bench): string {
  const held = desk.frame.reach.filter((r) => r.hold !== 'band' && r.hold !== 'dragged')
  if (held.length === 0) return '–'
  const low = Math.min(...held.map((r) => r.low_kg))
  const high = Math.max(...held.map((r) => r.high_kg))
  return `${units.bare('mass', low)}–${units.bare('mass', high)}`
}

function pulls({ desk, units }: Bench): string {
  const band = desk.frame.reach.find((r) => r.hold === 'band')
  if (!band) return desk.file.bands.length > 0 ? String(desk.file.bands.length) : '–'
  return `${units.bare('mass', band.low_kg)}–${units.bare('mass', band.high_kg)}`
}

function headroom({ desk, units }: Bench): string {
  const overhead = desk.frame.overhead_m
  return overhead === undefined ? '?' : units.show('length', overhead)
}

export const stations: Station[] = [
  {
    path: 'client',
    name: 'Client',
    key: '1',
    live: (b) => (b.desk.file.profile.stature_m ? b.units.show('length', b.desk.file.profile.stature_m) : '?'),
    screen: lazy(() => import('../client/ClientStation').then((m) => ({ default: m.ClientStation }))),
  },
  {
    path: 'space',
    name: 'Space',
    key: '2',
    live: headroom,
    screen: lazy(() => import('../space/SpaceStation').then((m) => ({ default: m.SpaceStation }))),
  },
  {
    path: 'stock',
    name: 'Stock',
    key: '3',
    live: ({ desk: { file: f } }) => String(f.containers.length + f.things.length + f.handles.length + f.bands.length + f.gear.length),
    screen: lazy(() => import('../stock/StockStation').then((m) => ({ default: m.StockStation }))),
  },
  {
    path: 'loads',
    name: 'Loads',
    key: '4',
    live: reach,
    screen: lazy(() => import('../loads/LoadsStation').then((m) => ({ default: m.LoadsStation }))),
  },
  {
    path: 'bands',
    name: 'Bands',
    key: '5',
    live: pulls,
    screen: lazy(() => import('../bands/BandsStation').then((m) => ({ default: m.BandsStation }))),
  },
  {
    path: 'needs',
    name: 'Needs',
    key: '6',
    live: (b) => (b.desk.frame.lacks ? '?' : `${b.desk.frame.covered}/${b.desk.frame.needs.length}`),
    screen: lazy(() => import('../needs/NeedsStation').then((m) => ({ default: m.NeedsStation }))),
  },
  {
    path: 'plan',
    name: 'Plan',
    key: '7',
    live: () => '',
    screen: lazy(() => import('../plan/PlanStation').then((m) => ({ default: m.PlanStation }))),
  },
  {
    path: 'handover',
    name: 'Hand-over',
    key: '8',
    live: () => 'PDF',
    screen: lazy(() => import('../handover/HandoverStation').then((m) => ({ default: m.HandoverStation }))),
  },
]
