import pixelmatch from 'pixelmatch'
import { AS_IT_IS, laid, luminance } from './register'

/** Pixels of a page, four bytes each, on white. */
export interface Pixels {
  data: Uint8ClampedArray<ArrayBuffer>
  width: number
  height: number
}

/** Where something differs, in pixels of the page: what is new there and what is gone, counted. */
export interface Region {
  x: number
  y: number
  width: number
  height: number
  added: number
  gone: number
}

export interface Difference {
  /** Both over each other: what is in both is grey, what is gone and what is new in colours and hatchings of their own. */
  over: Pixels
  regions: Region[]
}

type Colour = readonly [red: number, green: number, blue: number]
/** Two that are told apart also by those who see no red; each is hatched another way besides. */
const GONE: Colour = [176, 74, 32]
const ADDED: Colour = [0, 92, 168]
/** What lies within a cell, or in the next, is one difference; in pixels. */
const CELL = 16
/** Fewer pixels are dust. */
const DUST = 4

/** Compares two pages, the earlier one laid into register. */
export function compared(before: Pixels, now: Pixels, lay = AS_IT_IS): Difference {
  const width = Math.max(before.width, now.width)
  const height = Math.max(before.height, now.height)
  const a = laid(before, lay, width, height)
  const b = laid(now, AS_IT_IS, width, height)
  const mask = new Uint8ClampedArray(width * height * 4)
  pixelmatch(a.data, b.data, mask, width, height, {
    threshold: 0.15,
    diffMask: true,
    // Both were drawn alike, and thin lines are drawn softly throughout: what is soft counts.
    includeAA: true,
    diffColor: [1, 0, 0],
    diffColorAlt: [2, 0, 0],
  })
  const over = new Uint8ClampedArray(width * height * 4)
  const columns = Math.ceil(width / CELL)
  const rows = Math.ceil(height / CELL)
  const added = new Uint32Array(columns * rows)
  const gone = new Uint32Array(columns * rows)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const which = mask[at + 3] ? mask[at] : 0
      over[at + 3] = 255
      if (which === 1 || which === 2) {
        const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL)
        const isNew = which === 2
        const count = isNew ? added : gone
        count[cell] = (count[cell] ?? 0) + 1
        const colour = isNew ? ADDED : GONE
        // Hatched up for what is new, down for what is gone.
        const light = (isNew ? x + y : x - y + height) % 6 < 2 ? 0.55 : 0
        for (let c = 0; c < 3; c++) over[at + c] = (colour[c] ?? 0) + (255 - (colour[c] ?? 0)) * light
      } else {
        const ink = Math.min(luminance(a.data, at), luminance(b.data, at))
        over.fill(130 + (ink * 125) / 255, at, at + 3)
      }
    }
  }
  return { over: { data: over, width, height }, regions: regions(added, gone, columns, rows) }
}

/** Cells with differences that touch, also at a corner or across an empty one, are one region. */
function regions(added: Uint32Array, gone: Uint32Array, columns: number, rows: number): Region[] {
  const seen = new Uint8Array(columns * rows)
  const all: Region[] = []
  const has = (cell: number) => (added[cell] ?? 0) + (gone[cell] ?? 0)
  for (let start = 0; start < columns * rows; start++) {
    if (seen[start] || !has(start)) continue
    let [left, top, right, bottom, news, losses] = [columns, rows, 0, 0, 0, 0]
    const waiting = [start]
    seen[start] = 1
    for (let cell = waiting.pop(); cell !== undefined; cell = waiting.pop()) {
      const [x, y] = [cell % columns, Math.floor(cell / columns)]
      left = Math.min(left, x)
      right = Math.max(right, x)
      top = Math.min(top, y)
      bottom = Math.max(bottom, y)
      news += added[cell] ?? 0
      losses += gone[cell] ?? 0
      for (let ny = Math.max(0, y - 2); ny <= Math.min(rows - 1, y + 2); ny++) {
        for (let nx = Math.max(0, x - 2); nx <= Math.min(columns - 1, x + 2); nx++) {
          const next = ny * columns + nx
          if (!seen[next] && has(next)) {
            seen[next] = 1
            waiting.push(next)
          }
        }
      }
    }
    if (news + losses >= DUST) {
      all.push({
        x: left * CELL,
        y: top * CELL,
        width: (right - left + 1) * CELL,
        height: (bottom - top + 1) * CELL,
        added: news,
        gone: losses,
      })
    }
  }
  return all.sort((a, b) => a.y - b.y || a.x - b.x)
}
