import { ref, shallowRef } from 'vue'
import { must } from '../../../parts/must'
import type { Surface } from '../surface'
import { type Place, type Point, pointsOf, type Shape, thinned } from './place'

/** How near two presses are the same one, in pixels. */
const NEAR = 4

/**
 * Drawing a mark: by pressing once for each of its points, by dragging from the first to the last, or by keys that move a cross and put a
 * point under it.
 *
 * @param drawn gets the place once it is there
 */
export function useDrawing(surface: () => Surface | undefined, drawn: (place: Place) => void) {
  /** What is being drawn; absent while nothing is. */
  const shape = ref<Shape>()
  const place = shallowRef<Place>()
  /** Where the next point would be put, in pixels of the window. */
  const cross = ref<[x: number, y: number]>()
  /** Something was pressed where there is no page. */
  const beside = ref(false)
  let pressed: [number, number] | undefined

  function begin(which: Shape | undefined) {
    shape.value = which
    place.value = undefined
    cross.value = undefined
    beside.value = false
    pressed = undefined
  }

  /** The points that stand, with one more at the end that still moves. */
  function towards(point: Point) {
    const now = place.value
    if (now && shape.value !== 'FREEHAND') place.value = { ...now, points: [must(now.points[0]), point] }
  }

  function put(page: number, point: Point) {
    const sort = shape.value
    if (!sort) return
    if (!place.value) {
      place.value = { page, shape: sort, points: pointsOf(sort) === 1 ? [point] : [point, point] }
      if (pointsOf(sort) === 1) end()
    } else if (page === place.value.page) {
      if (sort === 'FREEHAND') place.value = { ...place.value, points: [...place.value.points, point] }
      else towards(point)
      if (sort !== 'FREEHAND') end()
    }
  }

  function end() {
    const now = place.value
    if (!now) return
    const points = now.shape === 'FREEHAND' ? thinned(now.points, 0.4) : now.points
    begin(undefined)
    drawn({ ...now, points })
  }

  const at = (x: number, y: number) => surface()?.toPage(x, y)

  return {
    shape,
    place,
    cross,
    beside,
    begin,
    press(x: number, y: number) {
      const there = at(x, y)
      beside.value = !there
      if (!there) return
      if (!place.value) pressed = [x, y]
      put(there.page, there.point)
    },
    move(x: number, y: number, held: boolean) {
      const there = at(x, y)
      if (!there || there.page !== place.value?.page) return
      if (shape.value !== 'FREEHAND') towards(there.point)
      else if (held) place.value = { ...place.value, points: [...place.value.points, there.point] }
    },
    /** Letting go ends what was dragged; where nothing was, the next press is the next point. */
    release(x: number, y: number) {
      if (!pressed || !place.value) return
      const dragged = Math.hypot(x - pressed[0], y - pressed[1]) > NEAR
      pressed = undefined
      if (dragged) end()
    },
    /** By keys: a point under the cross; of what is drawn by hand the same point once more ends it. */
    putAtCross() {
      const there = cross.value && at(...cross.value)
      if (!there) return
      const last = place.value?.points.at(-1)
      const same = last && Math.hypot(last.x - there.point.x, last.y - there.point.y) < 0.01
      if (shape.value === 'FREEHAND' && same && (place.value?.points.length ?? 0) > 2) end()
      else put(there.page, there.point)
    },
    moveCross(dx: number, dy: number) {
      const frame = surface()?.frame.getBoundingClientRect()
      if (!frame) return
      const [x, y] = cross.value ?? [frame.left + frame.width / 2, frame.top + frame.height / 2]
      cross.value = [
        Math.min(frame.right - 1, Math.max(frame.left + 1, x + dx)),
        Math.min(frame.bottom - 1, Math.max(frame.top + 1, y + dy)),
      ]
      const there = at(...cross.value)
      if (there) towards(there.point)
    },
  }
}

export type Drawing = ReturnType<typeof useDrawing>
