import { must } from '../../parts/must'
import type { Pixels } from './differences'

/** How a page is laid over another: turned about its middle and made larger, then moved. */
export interface Lay {
  /** To the right and down, in pixels. */
  dx: number
  dy: number
  /** Clockwise, in radians. */
  turn: number
  /** Times its size. */
  scale: number
}

export const AS_IT_IS: Lay = { dx: 0, dy: 0, turn: 0, scale: 1 }

/** How dark each square of so many pixels is, row by row. */
interface Ink {
  of: Float32Array
  width: number
  height: number
}

/** The same page coarsely and finely: squares of 8, 4, 2 and 1 pixels. */
export type Inks = Map<number, Ink>

export interface Box {
  x: number
  y: number
  width: number
  height: number
}

const STEPS = [8, 4, 2, 1]
/** Places of the grid on which both pages are compared, each way. */
const GRID = 5
/** How far a place may lie from where the others say, in pixels. */
const NEAR = 2.5
/** Less is no turn and no other size: over half a large sheet it is less than half a pixel. */
const LEAST = 0.0003
const MOST_TURN = 0.1
const MOST_SCALE = 0.1

export const luminance = (data: Uint8ClampedArray, at: number) =>
  0.299 * (data[at] ?? 0) + 0.587 * (data[at + 1] ?? 0) + 0.114 * (data[at + 2] ?? 0)

function ink({ data, width, height }: Pixels, step: number): Ink {
  const [columns, rows] = [Math.ceil(width / step), Math.ceil(height / step)]
  const of = new Float32Array(columns * rows)
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / step) * columns
    for (let x = 0; x < width; x++) {
      const cell = row + Math.floor(x / step)
      of[cell] = (of[cell] ?? 0) + 255 - luminance(data, (y * width + x) * 4)
    }
  }
  return { of, width: columns, height: rows }
}

export const inksOf = (page: Pixels): Inks => new Map(STEPS.map((step) => [step, ink(page, step)]))

/** The page as it is laid over another, as large as that. */
export function laid(from: Pixels, { dx, dy, turn, scale }: Lay, width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4).fill(255)
  if (!turn && scale === 1) {
    const [right, down] = [Math.round(dx), Math.round(dy)]
    const [begins, ends] = [Math.max(0, right), Math.min(width, from.width + right)]
    for (let y = Math.max(0, down); y < Math.min(height, from.height + down); y++) {
      if (ends <= begins) break
      const start = ((y - down) * from.width + begins - right) * 4
      data.set(from.data.subarray(start, start + (ends - begins) * 4), (y * width + begins) * 4)
    }
    return { data, width, height }
  }
  const [cos, sin] = [Math.cos(turn) / scale, Math.sin(turn) / scale]
  const [cx, cy] = [from.width / 2, from.height / 2]
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const [u, v] = [x - cx - dx, y - cy - dy]
      const [sx, sy] = [cos * u + sin * v + cx, cos * v - sin * u + cy]
      const [left, top] = [Math.floor(sx), Math.floor(sy)]
      if (left < 0 || top < 0 || left + 1 >= from.width || top + 1 >= from.height) continue
      const [right, down] = [sx - left, sy - top]
      const one = (top * from.width + left) * 4
      const below = one + from.width * 4
      for (let c = 0; c < 3; c++) {
        const upper = (from.data[one + c] ?? 0) * (1 - right) + (from.data[one + 4 + c] ?? 0) * right
        const lower = (from.data[below + c] ?? 0) * (1 - right) + (from.data[below + 4 + c] ?? 0) * right
        data[at + c] = upper * (1 - down) + lower * down
      }
    }
  }
  return { data, width, height }
}

/** How unlike what is in a box of one page is to what lies so many squares further on another: 0 alike, 1 nothing in common. */
function unlike(a: Ink, b: Ink, box: Box, dx: number, dy: number) {
  let off = 0
  let all = 0
  for (let y = box.y; y < box.y + box.height; y++) {
    for (let x = box.x; x < box.x + box.width; x++) {
      const one = x >= 0 && y >= 0 && x < a.width && y < a.height ? (a.of[y * a.width + x] ?? 0) : 0
      const [bx, by] = [x + dx, y + dy]
      const other = bx >= 0 && by >= 0 && bx < b.width && by < b.height ? (b.of[by * b.width + bx] ?? 0) : 0
      off += Math.abs(one - other)
      all += one + other
    }
  }
  return all ? off / all : 1
}

const coarse = ({ x, y, width, height }: Box, step: number): Box => ({
  x: Math.round(x / step),
  y: Math.round(y / step),
  width: Math.max(1, Math.round(width / step)),
  height: Math.max(1, Math.round(height / step)),
})

/** How unlike what is in a box of one page is to what is there on another. */
export const unlikeThere = (a: Inks, b: Inks, box: Box) => unlike(must(a.get(2)), must(b.get(2)), coarse(box, 2), 0, 0)

/** Where something is found again: how far on, how unlike it is there, and whether it is nowhere near as like. */
export interface Found {
  dx: number
  dy: number
  off: number
  clear: boolean
}

/** Looks for what is in a box of one page on another, so many pixels around where it was or is thought to be. */
export function locate(a: Inks, b: Inks, box: Box, reach: number, { dx, dy } = { dx: 0, dy: 0 }): Found {
  let best = { dx, dy, off: 1 }
  let second = 1
  for (const step of STEPS) {
    const [one, other] = [must(a.get(step)), must(b.get(step))]
    const part = coarse(box, step)
    const most = step === STEPS[0] ? Math.ceil(reach / step) : 2
    const [x0, y0] = [Math.round(best.dx / step), Math.round(best.dy / step)]
    let [found, least] = [{ x: x0, y: y0 }, Infinity]
    const all: [x: number, y: number, off: number][] = []
    for (let y = y0 - most; y <= y0 + most; y++) {
      for (let x = x0 - most; x <= x0 + most; x++) {
        const off = unlike(one, other, part, x, y)
        all.push([x, y, off])
        // Of several that fit as well, the one that is nearest to where it was thought to be.
        if (off < least - 1e-9 || (off <= least && Math.hypot(x - x0, y - y0) < Math.hypot(found.x - x0, found.y - y0))) {
          least = off
          found = { x, y }
        }
      }
    }
    if (step === STEPS[0]) second = Math.min(1, ...all.filter(([x, y]) => Math.hypot(x - found.x, y - found.y) > 2).map(([, , off]) => off))
    best = { dx: found.x * step, dy: found.y * step, off: least }
  }
  const [one, other] = [must(a.get(2)), must(b.get(2))]
  const aside = (x: number, y: number) => unlike(one, other, coarse(box, 2), Math.round(best.dx / 2) + x, Math.round(best.dy / 2) + y)
  // A line along which it slides fits as well a little further on.
  const slides = Math.min(aside(3, 0), aside(-3, 0), aside(0, 3), aside(0, -3)) < best.off + 0.06
  return { ...best, clear: !slides && best.off < 0.5 && second > best.off + 0.05 }
}

interface Pair {
  /** From the middle of the page. */
  p: readonly [x: number, y: number]
  q: readonly [x: number, y: number]
}

/** The turn, size and shift that brings the first of each pair nearest to the second. */
function fitted(pairs: Pair[]): Lay {
  const mean = (of: (pair: Pair) => readonly [number, number]) =>
    pairs.reduce<[number, number]>((sum, pair) => [sum[0] + of(pair)[0] / pairs.length, sum[1] + of(pair)[1] / pairs.length], [0, 0])
  const [mp, mq] = [mean((pair) => pair.p), mean((pair) => pair.q)]
  let [along, across, all] = [0, 0, 0]
  for (const { p, q } of pairs) {
    const [px, py, qx, qy] = [p[0] - mp[0], p[1] - mp[1], q[0] - mq[0], q[1] - mq[1]]
    along += px * qx + py * qy
    across += px * qy - py * qx
    all += px * px + py * py
  }
  const [a, b] = [along / all, across / all]
  return { turn: Math.atan2(b, a), scale: Math.hypot(a, b), dx: mq[0] - (a * mp[0] - b * mp[1]), dy: mq[1] - (b * mp[0] + a * mp[1]) }
}

function away({ turn, scale, dx, dy }: Lay, { p, q }: Pair) {
  const [a, b] = [scale * Math.cos(turn), scale * Math.sin(turn)]
  return Math.hypot(a * p[0] - b * p[1] + dx - q[0], b * p[0] + a * p[1] + dy - q[1])
}

/** What most of the pairs agree on, if at least four and half of them do. */
function agreed(pairs: Pair[], apart: number): Lay | undefined {
  let best: Pair[] = []
  pairs.forEach((one, i) =>
    pairs.slice(i + 1).forEach((other) => {
      if (Math.hypot(one.p[0] - other.p[0], one.p[1] - other.p[1]) < apart) return
      const lay = fitted([one, other])
      const near = pairs.filter((pair) => away(lay, pair) < NEAR)
      if (near.length > best.length) best = near
    }),
  )
  return best.length >= 4 && best.length * 2 >= pairs.length ? fitted(best) : undefined
}

/** The shift by which both fit best, up to a twentieth of the width: looked for coarsely, then finer and finer. */
function shift(a: Inks, b: Inks, { width, height }: Pixels, now: Pixels) {
  const whole = { x: 0, y: 0, width: Math.max(width, now.width), height: Math.max(height, now.height) }
  return locate(a, b, whole, Math.max(16, now.width / 20))
}

/**
 * How the earlier page is laid over the later one so that both fit best: the shift, and where places all over the sheet agree on it, a
 * small turn and another size, as scans have them.
 */
export function register(before: Pixels, now: Pixels): Lay {
  const [a, b] = [inksOf(before), inksOf(now)]
  const { dx, dy } = shift(a, b, before, now)
  const side = Math.round(Math.min(before.width, before.height) / (GRID + 1))
  const [cx, cy] = [before.width / 2, before.height / 2]
  const pairs: Pair[] = []
  for (let row = 0; row < GRID; row++) {
    for (let column = 0; column < GRID; column++) {
      const box = {
        x: Math.round(((column + 0.5) / GRID) * before.width - side / 2),
        y: Math.round(((row + 0.5) / GRID) * before.height - side / 2),
        width: side,
        height: side,
      }
      const found = locate(a, b, box, Math.max(24, before.width / 40), { dx, dy })
      const p = [box.x + side / 2 - cx, box.y + side / 2 - cy] as const
      if (found.clear) pairs.push({ p, q: [p[0] + found.dx, p[1] + found.dy] })
    }
  }
  const lay = agreed(pairs, Math.min(before.width, before.height) / 4)
  const turned = lay && Math.abs(lay.turn) > LEAST && Math.abs(lay.turn) < MOST_TURN
  const sized = lay && Math.abs(lay.scale - 1) > LEAST && Math.abs(lay.scale - 1) < MOST_SCALE
  return lay && (turned || sized) ? lay : { ...AS_IT_IS, dx, dy }
}
