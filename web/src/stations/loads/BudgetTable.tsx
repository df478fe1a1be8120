import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'
import { DataTable } from '../../ui/table'

/** An uncertainty budget: each input, how far it may be off, and what that does to the mass. */
export function BudgetTable({ rows, label }: { rows: Shapes['Contribution'][]; label: string }) {
  const { units } = useBench()
  return (
    <DataTable
      label={label}
      rows={rows}
      id={(b) => b.name}
      columns={[
        { head: 'from', names: true, cell: (b) => b.name },
        { head: 'standard u', figure: true, cell: (b) => units.fine(b.kind, b.input_u) },
        { head: 'taken as', quiet: true, cell: (b) => b.distribution },
        { head: 'adds to ±', figure: true, cell: (b) => units.fine('mass-fine', 2 * b.u_kg) },
        { head: 'share of ±²', figure: true, cell: (b) => percent(b.share) },
      ]}
    />
  )
}
