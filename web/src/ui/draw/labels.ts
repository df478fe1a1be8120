/** A label that wants to stand at a place, and how much room it takes. */
export type Wanting = { at: number; size: number }

/**
 * Places along one line at which labels do not lie on each other, each as near as can be
 * to where it wants to stand (least squares), in their order, within from and to as far as
 * they fit. Answers the middle of each, in the order given.
 */
export function spread(labels: readonly Wanting[], from = Number.NEGATIVE_INFINITY, to = Number.POSITIVE_INFINITY): number[] {
  const order = labels.map((l, i) => ({ ...l, i })).sort((a, b) => a.at - b.at)
  type Block = { members: { i: number; off: number }[]; size: number; sum: number }
  const blocks: Block[] = []
  const start = (b: Block) => Math.max(from, Math.min(b.sum / b.members.length, to - b.size))
  for (const l of order) {
    let last: Block = { members: [{ i: l.i, off: l.size / 2 }], size: l.size, sum: l.at - l.size / 2 }
    // Blocks that touch become one, which stands where its members want to be on average.
    for (let before = blocks.at(-1); before && start(before) + before.size > start(last) + 1e-9; before = blocks.at(-1)) {
      const size = before.size
      last = {
        members: [...before.members, ...last.members.map((m) => ({ i: m.i, off: m.off + size }))],
        size: size + last.size,
        sum: before.sum + last.sum - size * last.members.length,
      }
      blocks.pop()
    }
    blocks.push(last)
  }
  const out: number[] = []
  for (const b of blocks) for (const m of b.members) out[m.i] = start(b) + m.off
  return out
}
