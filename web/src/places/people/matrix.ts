import type { Schemas } from '../../api/client'

export type Cell = Schemas['MatrixCell']
export type Duty = 'reviews' | 'approves' | 'told'

export const DUTIES: { duty: Duty; word: string }[] = [
  { duty: 'reviews', word: 'Reviews' },
  { duty: 'approves', word: 'Approves' },
  { duty: 'told', word: 'Is told' },
]

/** The cell of a type and a discipline; an empty one where nothing stands. */
export function cellAt(cells: Cell[], type: string, discipline: string): Cell {
  return cells.find((c) => c.type === type && c.discipline === discipline) ?? { type, discipline, reviews: [], approves: [], told: [] }
}

/** The cells with other roles for a duty; a cell that says nothing any more is left out. */
export function setCell(cells: Cell[], type: string, discipline: string, duty: Duty, roles: number[]): Cell[] {
  const next = { ...cellAt(cells, type, discipline), [duty]: roles }
  const others = cells.filter((c) => c.type !== type || c.discipline !== discipline)
  return next.reviews.length + next.approves.length + next.told.length === 0
    ? others
    : [...others, next].sort((a, b) => a.type.localeCompare(b.type) || a.discipline.localeCompare(b.discipline))
}
