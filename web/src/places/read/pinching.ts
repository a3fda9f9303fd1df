import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

/** Less than this, as a share, is a finger that trembles. */
const LEAST = 0.02

/** Two fingers on the glass: how far apart, and the point between them. */
function pair({ touches: [a, b] }: TouchEvent) {
  if (!a || !b) return undefined
  return {
    apart: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY),
    middle: [(a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2] as [number, number],
  }
}

/**
 * What lies in a frame is enlarged by two fingers that go apart, and goes along with them; one finger moves it as the browser does.
 *
 * @param by enlarges so many times around a point of the window, which stays where it is
 */
export function usePinching(frame: Ref<HTMLElement | null>, by: (factor: number, around: [number, number]) => void) {
  let last: ReturnType<typeof pair>
  const begin = (event: TouchEvent) => {
    last = event.touches.length === 2 ? pair(event) : undefined
  }
  useEventListener(frame, ['touchstart', 'touchend', 'touchcancel'], begin, { passive: true })
  useEventListener(
    frame,
    'touchmove',
    (event: TouchEvent) => {
      const now = event.touches.length === 2 ? pair(event) : undefined
      if (!last?.apart || !now) return
      // Else the browser enlarges the whole window.
      event.preventDefault()
      frame.value?.scrollBy(last.middle[0] - now.middle[0], last.middle[1] - now.middle[1])
      const factor = now.apart / last.apart
      const enough = Math.abs(factor - 1) >= LEAST
      if (enough) by(factor, now.middle)
      last = { apart: enough ? now.apart : last.apart, middle: now.middle }
    },
    { passive: false },
  )
}
