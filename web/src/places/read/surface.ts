import type { At, Point } from './comments/place'

/** A sheet as it lies in the window: where the places of its pages are. Pixels are those of the window. */
export interface Surface {
  /** What the sheet scrolls in; nothing of it is seen outside. */
  frame: HTMLElement
  /** Where a point of a page is; absent where there is no such page. */
  toWindow: (page: number, point: Point) => At | undefined
  /** What is there; absent where that is no page. */
  toPage: (x: number, y: number) => { page: number; point: Point } | undefined
  /** Brings a place into view. */
  show: (page: number, point: Point) => void
  /** How many pixels a point of a page is. */
  perPoint: () => number
  /** By how many quarters pages are turned clockwise, 0 to 3. */
  turned: () => number
}

/**
 * A picture: of its pages one is there at a time; a point is a pixel.
 *
 * @param goTo has another page there
 */
export function pictureSurface(
  frame: HTMLElement,
  picture: HTMLImageElement,
  now: () => number = () => 1,
  goTo?: (page: number) => void,
): Surface {
  const box = () => picture.getBoundingClientRect()
  const times = () => box().width / (picture.naturalWidth || 1)
  const surface: Surface = {
    frame,
    toWindow(page, { x, y }) {
      const { left, top } = box()
      return page === now() ? [left + x * times(), top + (picture.naturalHeight - y) * times()] : undefined
    },
    toPage(x, y) {
      const { left, top, right, bottom } = box()
      if (x < left || x > right || y < top || y > bottom) return undefined
      return { page: now(), point: { x: (x - left) / times(), y: picture.naturalHeight - (y - top) / times() } }
    },
    show(page, point) {
      if (page !== now()) return goTo?.(page)
      const at = surface.toWindow(page, point)
      const { left, top, width, height } = frame.getBoundingClientRect()
      if (at && (at[0] < left || at[0] > left + width || at[1] < top || at[1] > top + height)) {
        frame.scrollBy(at[0] - left - width / 2, at[1] - top - height / 2)
      }
    },
    perPoint: times,
    turned: () => 0,
  }
  return surface
}
