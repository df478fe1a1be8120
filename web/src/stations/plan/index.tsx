import { useBench, usePlan } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, units } = useBench()
    const plan = usePlan(desk)
    if (plan.isError) return 'failed'
    if (desk.frame.lacks) return '?'
    return plan.data && !plan.data.lacks ? units.money(plan.data.cost_minor) : '…'
  },
  Screen: later(() => import('./PlanStation').then((m) => m.PlanStation)),
}
