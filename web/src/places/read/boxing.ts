import { ref } from 'vue'

/** A box in the window, in its pixels. */
export interface Box {
  left: number
  top: number
  width: number
  height: number
}

/** Less than this is a press and no box. */
const LEAST = 8

/** By how much to enlarge so that a box fills a frame, and the point that goes to the middle. */
export function fill(box: Box, frame: { width: number; height: number }) {
  return {
    factor: Math.min(frame.width / box.width, frame.height / box.height),
    middle: [box.left + box.width / 2, box.top + box.height / 2] as [number, number],
  }
}

/** Drawing a box over a frame with the mouse, to be enlarged to. */
export function useBoxing() {
  const box = ref<Box>()
  let from: { x: number; y: number } | undefined

  return {
    box,
    begin(event: PointerEvent, frame: HTMLElement) {
      event.preventDefault()
      from = { x: event.clientX, y: event.clientY }
      frame.setPointerCapture(event.pointerId)
    },
    move(event: PointerEvent) {
      if (!from) return
      box.value = {
        left: Math.min(from.x, event.clientX),
        top: Math.min(from.y, event.clientY),
        width: Math.abs(event.clientX - from.x),
        height: Math.abs(event.clientY - from.y),
      }
    },
    /** Ends it; gives the box where it is one. */
    end(event: PointerEvent, frame: HTMLElement | null): Box | undefined {
      if (!from) return undefined
      if (frame?.hasPointerCapture(event.pointerId)) frame.releasePointerCapture(event.pointerId)
      const drawn = box.value
      from = undefined
      box.value = undefined
      return drawn && drawn.width >= LEAST && drawn.height >= LEAST ? drawn : undefined
    },
  }
}
