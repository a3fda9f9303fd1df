import type { PassageRow } from '../../api/client'

/** The ids of all rows stopped for the same kind of reason at the same station as {@code row}, itself among them. */
export function alike(rows: PassageRow[], row: PassageRow): number[] {
  return rows.filter((other) => other.passage.stop?.code === row.passage.stop?.code && other.passage.station === row.passage.station)
    .map((other) => other.passage.id)
}
