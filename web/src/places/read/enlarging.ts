import { nextTick, ref, type Ref } from 'vue'
import { usePinching } from './pinching'

const LEAST = 0.05
const MOST = 16

/**
 * How large a picture is shown in a frame that scrolls: times the width of the frame, 0.05 to 16.
 *
 * @param moved is told once it may lie elsewhere
 */
export function useEnlarging(frame: Ref<HTMLElement | null>, moved: () => void) {
  const scale = ref(1)

  /** So many times as large as now; a point of the window stays over the same place of the picture. */
  async function by(factor: number, around?: [x: number, y: number]) {
    const box = () => frame.value?.querySelector('img')?.getBoundingClientRect()
    const was = box()
    scale.value = Math.min(MOST, Math.max(LEAST, scale.value * factor))
    await nextTick()
    const now = box()
    if (around && was?.width && now) {
      const [x, y] = around
      frame.value?.scrollBy(
        now.left + ((x - was.left) / was.width) * now.width - x,
        now.top + ((y - was.top) / was.height) * now.height - y,
      )
    }
    moved()
  }
  usePinching(frame, (factor, around) => void by(factor, around))
  return { scale, by }
}
