import type { Schemas } from '../api/client'

export type Item = Schemas['Item']
export type Colour = Schemas['ShelfView']['colour']

/** A line of the tray: one thing that was told, or several that are alike. */
export interface Line {
  first: Item
  ids: number[]
  /** The passages it is about, each once however often it happened to it; a number of its own for what is about none. */
  passages: Set<number>
}

/** What happened to files of one submission in the same way is one line with a count, what leads elsewhere one of its own; order stays. */
export function fold(items: Item[]): Line[] {
  const lines = new Map<string, Line>()
  for (const item of items) {
    const key = `${item.project}/${item.submission ?? item.link}/${item.occasion}/${item.shelf ?? ''}`
    const line = lines.get(key) ?? { first: item, ids: [], passages: new Set() }
    lines.set(key, line)
    line.ids.push(item.id)
    line.passages.add(item.passage ?? -item.id)
  }
  return [...lines.values()]
}

/** Each colour has a mark of its own, for those who cannot tell colours. */
export const LOOKS: Record<Colour, { mark: string; word: string; ink: string }> = {
  TEAL: { mark: '●', word: 'teal, a disc', ink: 'var(--shelf-teal)' },
  OCHRE: { mark: '▲', word: 'ochre, a triangle', ink: 'var(--shelf-ochre)' },
  BRICK: { mark: '■', word: 'brick, a square', ink: 'var(--shelf-brick)' },
  PLUM: { mark: '◆', word: 'plum, a diamond', ink: 'var(--shelf-plum)' },
  MOSS: { mark: '★', word: 'moss, a star', ink: 'var(--shelf-moss)' },
  SLATE: { mark: '✚', word: 'slate, a cross', ink: 'var(--shelf-slate)' },
}
export const COLOURS = Object.keys(LOOKS) as Colour[]

/** What a line says: the file, and how many more. */
export const says = (line: Line) => (line.passages.size === 1 ? line.first.what : `${line.first.what} and ${line.passages.size - 1} more`)

/** Where a line leads: to the one thing, or to all of the submission's. */
export const leadsTo = (line: Line) =>
  line.passages.size === 1
    ? line.first.link
    : line.first.passage === undefined || line.first.submission === undefined
      ? line.first.link
      : `/passages?submission=${line.first.submission}&which=ALL`
