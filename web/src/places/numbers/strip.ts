/** A stretch of a counter's values as the server gives it. */
export interface Stretch {
  from: number
  to: number
  state: string
  numbers: number
  said?: string
}

export const FATES: { state: string; word: string }[] = [
  { state: 'ASSIGNED', word: 'assigned' },
  { state: 'TAKEN', word: 'taken, not come' },
  { state: 'RESERVED', word: 'reserved' },
  { state: 'TAKEN_OVER', word: 'taken over' },
  { state: 'GIVEN_BACK', word: 'given back' },
  { state: 'VOIDED', word: 'voided' },
  { state: 'GAP', word: 'left out' },
]

export const fate = (state: string) => FATES.find((f) => f.state === state)?.word ?? state.toLowerCase()

/**
 * The values a strip shows: from the first to a little behind the highest, so that what has been given fills most of it and
 * what is still free can be seen.
 */
export function range(first: number, next: number, stretches: Stretch[], step: number): { from: number; upTo: number } {
  const highest = Math.max(next - step, ...stretches.map((s) => s.to))
  const used = Math.max(step * 10, highest - first + step)
  return { from: first, upTo: first + Math.ceil(used * 1.12) }
}

/** Where a stretch lies in a strip of a width, at least two pixels wide so that a single number can be seen. */
export function place(s: Stretch, r: { from: number; upTo: number }, width: number, step: number): { x: number; width: number } {
  const scale = width / (r.upTo - r.from)
  return { x: Math.max(0, (s.from - r.from) * scale), width: Math.max(2, (s.to - s.from + step) * scale - 0.5) }
}

/** Round values for a ruler, five to ten of them. */
export function rulings(r: { from: number; upTo: number }): number[] {
  const span = r.upTo - r.from
  const raw = span / 6
  const power = 10 ** Math.floor(Math.log10(raw))
  const every = Math.max(1, [1, 2, 5, 10].map((n) => n * power).find((n) => n >= raw) ?? power)
  const marks: number[] = []
  for (let at = Math.ceil(r.from / every) * every; at < r.upTo; at += every) marks.push(at)
  return marks
}
