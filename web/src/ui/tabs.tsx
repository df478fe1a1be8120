import { Tabs } from 'radix-ui'

/** A tab of a bench; hint is the key that opens it. */
export function PanelTab({ value, hint, children }: { value: string; hint?: string; children: string }) {
  return (
    <Tabs.Trigger
      value={value}
      className="flex items-center gap-2 px-3 py-1 touch:min-h-12 font-cond text-lead font-medium text-soft hover:bg-faint data-[state=active]:bg-ink data-[state=active]:font-semibold data-[state=active]:text-paper"
    >
      {children}
      {hint && <kbd className="border border-current px-1 font-cond text-fine leading-4 opacity-70">{hint}</kbd>}
    </Tabs.Trigger>
  )
}
