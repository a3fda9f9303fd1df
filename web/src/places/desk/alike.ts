import type { PassageRow } from '../../api/client'

/** The ids of all rows stopped for the same kind of reason at the same station as {@code row}, itself among them. */
export function alike(rows: PassageRow[], row: PassageRow): number[] {
  return rows
    .filter((other) => other.passage.at.stop?.code === row.passage.at.stop?.code && other.passage.at.station === row.passage.at.station)
    .map((other) => other.passage.id)
}

/** Rows as they are shown: those of which there are many alike as one card, where the first of them stands. */
export function cards(rows: PassageRow[], unfolded: ReadonlySet<string>, many: number): { key: string; rows: PassageRow[] }[] {
  const cards: { key: string; rows: PassageRow[] }[] = []
  const done = new Set<number>()
  for (const row of rows) {
    if (done.has(row.passage.id)) continue
    const ids = new Set(alike(rows, row))
    const kind = `${row.passage.at.station} ${row.passage.at.stop?.code}`
    const its = ids.size >= many && !unfolded.has(kind) ? rows.filter((r) => ids.has(r.passage.id)) : [row]
    its.forEach((r) => done.add(r.passage.id))
    cards.push({ key: its.length > 1 ? kind : String(row.passage.id), rows: its })
  }
  return cards
}
