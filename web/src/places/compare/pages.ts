/** Pages that belong together, of the earlier file and of the later one, 1-based; one is absent where it was put in or taken out. */
export interface Pair {
  before?: number
  now?: number
}

/** How much pages that are not alike cost to be put beside each other, against leaving one out on each side. */
const UNLIKE = 1.9

/** How unlike two pages are by their words: 0 alike, 1 nothing in common. */
export function unlike(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  if (!a.size && !b.size) return 0
  const common = [...a].filter((word) => b.has(word)).length
  return 1 - common / (a.size + b.size - common)
}

export const wordsOf = (text: string): Set<string> => new Set(text.toLowerCase().match(/[\p{L}\p{N}.,+-]{2,}/gu) ?? [])

/**
 * Puts the pages of two files beside each other by their words, in their order, so that pages put in or taken out stand alone and the
 * others beside what they were.
 */
export function paired(before: readonly ReadonlySet<string>[], now: readonly ReadonlySet<string>[]): Pair[] {
  const [rows, columns] = [before.length, now.length]
  const cost = Array.from({ length: rows + 1 }, (_, i) => Array.from({ length: columns + 1 }, (_, j) => (i && j ? Infinity : i + j)))
  const at = (i: number, j: number) => cost[i]?.[j] ?? Infinity
  const together = (i: number, j: number) => {
    const [a, b] = [before[i - 1], now[j - 1]]
    return a && b ? UNLIKE * unlike(a, b) : Infinity
  }
  for (let i = 1; i <= rows; i++) {
    const row = cost[i]
    if (!row) continue
    for (let j = 1; j <= columns; j++) row[j] = Math.min(at(i - 1, j - 1) + together(i, j), at(i - 1, j) + 1, at(i, j - 1) + 1)
  }
  const pairs: Pair[] = []
  let [i, j] = [rows, columns]
  while (i || j) {
    if (i && j && at(i, j) === at(i - 1, j - 1) + together(i, j)) pairs.push({ before: i--, now: j-- })
    else if (j && at(i, j) === at(i, j - 1) + 1) pairs.push({ now: j-- })
    else pairs.push({ before: i-- })
  }
  return pairs.reverse()
}
