import type { Scale } from './pdf'

/** How a document was looked at, and how large its first page is, in points. */
export interface Looked {
  width: number
  height: number
  scale: Scale
  left: number
  top: number
}

let before: Looked | undefined

/** A document is left: the next one, with a first page of the same size, is looked at alike. */
export function leftAt(looked: Looked) {
  before = looked
}

/** How the document before was looked at, if its first page was as large. */
export function lookedAt({ width, height }: { width: number; height: number }): Looked | undefined {
  return before && Math.abs(before.width - width) < 1 && Math.abs(before.height - height) < 1 ? before : undefined
}

/** Whoever leaves the Reading room begins anew. */
export function forget() {
  before = undefined
}
