import type { Passage } from '../../api/client'

/** What a revision is compared with: the one before it, or, where it has come unchanged only, the time before; absent the first time. */
export function previousOf(now: Passage, cycles: Passage[]): Passage | undefined {
  const earlier = cycles.filter((c) => c.cycle < now.cycle).sort((a, b) => b.cycle - a.cycle)
  return earlier.find((c) => c.names.revision !== now.names.revision) ?? earlier[0]
}
