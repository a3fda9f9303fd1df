/** A piece of a sample number with where it and its label are drawn. */
export interface Drawn {
  text: string
  label?: string
  width?: string
  optional: boolean
  x: number
  end: number
  /** How far below the number its label stands, 0 nearest. */
  level: number
}

export interface Piece {
  text: string
  label?: string
  width?: string
  optional: boolean
}

export const CHAR = 17
const LABEL_CHAR = 7

/** Lays out a sample: pieces side by side, labels below, the leftmost lowest, so that no leader line crosses a label. */
export function layOut(pieces: Piece[]): { drawn: Drawn[]; width: number; levels: number } {
  let x = 0
  const drawn: Drawn[] = pieces.map((piece) => {
    const from = x
    x += Math.max(1, piece.text.length) * CHAR
    return { ...piece, x: from, end: x, level: 0 }
  })
  const named = drawn.filter((p) => p.label)
  named.forEach((piece, i) => (piece.level = named.length - 1 - i))
  const right = Math.max(x, ...named.map((p) => (p.x + p.end) / 2 + 8 + `${p.label} ${p.width ?? ''}`.length * LABEL_CHAR))
  return { drawn, width: Math.ceil(right) + 6, levels: named.length }
}
