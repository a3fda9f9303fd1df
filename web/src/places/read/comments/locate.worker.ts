import type { Pixels } from '../../compare/differences'
import { type Box, type Found, inksOf, locate, unlikeThere } from '../../compare/register'

/** Where a part of a page is on another. */
export interface Located {
  found: Found
  /** How unlike it is where it was: 0 alike, 1 nothing in common. */
  asItWas: number
}

/** How far parts may have moved, as a share of the longer side. */
const REACH = 0.15

export function located(before: Pixels, now: Pixels, boxes: Box[]): Located[] {
  const [a, b] = [inksOf(before), inksOf(now)]
  const reach = Math.max(now.width, now.height) * REACH
  return boxes.map((box) => ({ found: locate(a, b, box, reach), asItWas: unlikeThere(a, b, box) }))
}

onmessage = ({ data }: MessageEvent<{ before: Pixels; now: Pixels; boxes: Box[] }>) =>
  postMessage(located(data.before, data.now, data.boxes))
