import type { Schemas } from '../../../api/client'
import { must } from '../../../parts/must'

export type Place = Schemas['CommentPlace']
export type Shape = Place['shape']
/** A point of a page: 1/72 inch from its lower left corner, to the right and up, however it is turned. */
export type Point = Schemas['Point']
/** A point of the window, in its pixels. */
export type At = readonly [x: number, y: number]

export const SHAPES: { shape: Shape; says: string; glyph: string }[] = [
  { shape: 'POINT', says: 'Point', glyph: 'M8 2v12M2 8h12M8 5a3 3 0 1 0 .01 0' },
  { shape: 'BOX', says: 'Box', glyph: 'M2 3h12v10H2z' },
  { shape: 'CLOUD', says: 'Cloud', glyph: 'M4 12a2.5 2.5 0 0 1 0-5a3 3 0 0 1 5-3a3 3 0 0 1 4 4a2.3 2.3 0 0 1-1 4z' },
  { shape: 'ARROW', says: 'Arrow', glyph: 'M2 14L13 3M7 3h6v6' },
  { shape: 'FREEHAND', says: 'Free hand', glyph: 'M2 12c3-9 5 3 7-3s3-5 5-4' },
  { shape: 'TEXT', says: 'Text', glyph: 'M3 3h10M8 3v11' },
  { shape: 'LENGTH', says: 'Length', glyph: 'M2 5v6M14 5v6M2 8h12' },
]

/** How many points a mark of this sort has; of what is drawn by hand, at least. */
export const pointsOf = (shape: Shape) => (shape === 'POINT' || shape === 'TEXT' ? 1 : 2)

/** The most a mark drawn by hand keeps. */
const MOST_POINTS = 2000
const POINTS_PER_METRE = 72 / 0.0254

/** A mark as the path of an SVG, through points of the window. */
export function pathOf(shape: Shape, at: readonly At[]): string {
  const first = must(at[0])
  const last = must(at.at(-1))
  switch (shape) {
    case 'POINT':
      return `${ring(first, 6)}M${first[0] - 11} ${first[1]}H${first[0] + 11}M${first[0]} ${first[1] - 11}V${first[1] + 11}`
    case 'TEXT':
      return ''
    case 'BOX':
      return `M${first[0]} ${first[1]}H${last[0]}V${last[1]}H${first[0]}Z`
    case 'CLOUD':
      return cloud(first, last)
    case 'ARROW':
      return line([first, last]) + head(first, last)
    case 'LENGTH':
      return line([first, last]) + tick(first, last) + tick(last, first)
    case 'FREEHAND':
      return line(at)
  }
}

const ring = ([x, y]: At, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`
const line = (at: readonly At[]) => at.map(([x, y], i) => `${i ? 'L' : 'M'}${round(x)} ${round(y)}`).join('')
const round = (n: number) => Math.round(n * 10) / 10

function head(from: At, to: At) {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0])
  const side = (turn: number): At => [to[0] - 12 * Math.cos(angle + turn), to[1] - 12 * Math.sin(angle + turn)]
  return line([side(0.45), to, side(-0.45)])
}

function tick(at: At, other: At) {
  const angle = Math.atan2(other[1] - at[1], other[0] - at[0]) + Math.PI / 2
  const end = (r: number): At => [at[0] + r * Math.cos(angle), at[1] + r * Math.sin(angle)]
  return line([end(-6), end(6)])
}

/** A box drawn around with arcs that bulge outwards. */
function cloud(a: At, b: At) {
  const [left, right] = [Math.min(a[0], b[0]), Math.max(a[0], b[0])]
  const [top, bottom] = [Math.min(a[1], b[1]), Math.max(a[1], b[1])]
  const corners: At[] = [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
    [left, top],
  ]
  let path = `M${round(left)} ${round(top)}`
  for (let side = 0; side < 4; side++) {
    const from = must(corners[side])
    const to = must(corners[side + 1])
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    const arcs = Math.max(1, Math.round(length / 14))
    const r = round(length / arcs / 2 + 0.5)
    for (let i = 1; i <= arcs; i++) {
      path += `A${r} ${r} 0 0 1 ${round(from[0] + ((to[0] - from[0]) * i) / arcs)} ${round(from[1] + ((to[1] - from[1]) * i) / arcs)}`
    }
  }
  return path
}

/** Where the line to what is said begins: at the right of the mark. */
export function anchor(shape: Shape, at: readonly At[]): At {
  const first = must(at[0])
  const last = must(at.at(-1))
  switch (shape) {
    case 'POINT':
      return [first[0] + 6, first[1]]
    case 'TEXT':
    case 'ARROW':
      return first
    case 'BOX':
    case 'CLOUD':
      return [Math.max(first[0], last[0]), (first[1] + last[1]) / 2]
    case 'LENGTH':
      return [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2]
    case 'FREEHAND':
      return at.reduce((right, p) => (p[0] > right[0] ? p : right), first)
  }
}

/** About where on the page a mark is left for the margin. */
export function middle({ shape, points }: Place): Point {
  const first = must(points[0])
  const last = must(points.at(-1))
  return shape === 'ARROW' || shape === 'TEXT' ? first : { x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 }
}

/** The same place, so many points further on the page. */
export const shifted = (place: Place, dx: number, dy: number): Place => ({
  ...place,
  points: place.points.map(({ x, y }) => ({ x: x + dx, y: y + dy })),
})

/** The same place with one of its points elsewhere. */
export const reshaped = (place: Place, which: number, to: Point): Place => ({
  ...place,
  points: place.points.map((p, i) => (i === which ? to : p)),
})

/** The points of a line drawn by hand without those that lie within a tolerance of the line between others (Douglas and Peucker). */
export function thinned(all: Point[], tolerance: number): Point[] {
  // A scribble of very many points has them close together: every so many are enough.
  const every = Math.ceil(all.length / MOST_POINTS)
  const points = every > 1 ? all.filter((_, i) => i % every === 0 || i === all.length - 1).slice(-MOST_POINTS) : all
  const kept = new Set([0, points.length - 1])
  const parts: [number, number][] = [[0, points.length - 1]]
  for (let part = parts.pop(); part; part = parts.pop()) {
    const [from, to] = part
    let farthest = 0
    let most = tolerance
    for (let i = from + 1; i < to; i++) {
      const away = distance(must(points[i]), must(points[from]), must(points[to]))
      if (away > most) [farthest, most] = [i, away]
    }
    if (farthest) {
      kept.add(farthest)
      parts.push([from, farthest], [farthest, to])
    }
  }
  return points.filter((_, i) => kept.has(i))
}

function distance(p: Point, a: Point, b: Point) {
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  return length === 0 ? Math.hypot(p.x - a.x, p.y - a.y) : Math.abs((b.x - a.x) * (a.y - p.y) - (a.x - p.x) * (b.y - a.y)) / length
}

const span = ({ points }: Place) => {
  const [a, b] = [must(points[0]), must(points.at(-1))]
  return Math.hypot(b.x - a.x, b.y - a.y)
}

/** How long the real thing is, or without a scale the line on paper. */
export function lengthOf(place: Place): string {
  if (place.perPoint === undefined) return `${Math.round((span(place) / POINTS_PER_METRE) * 1000)} mm on paper`
  const metres = span(place) * place.perPoint
  return metres < 1 ? `${Math.round(metres * 1000)} mm` : `${metres < 1000 ? metres.toFixed(2) : Math.round(metres)} m`
}

/** The scale by which a length is so many metres. */
export const scaleBy = (place: Place, metres: number) => metres / span(place)
