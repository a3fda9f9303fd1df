import { effectScope, ref } from 'vue'
import { expect, test, vi } from 'vitest'
import { must } from '../../parts/must'
import { useEnlarging } from './enlarging'

/** A frame with a picture at (100, 50), 200 wide and 100 high at its first scale. */
function enlarging() {
  const frame = document.createElement('div')
  frame.innerHTML = '<img>'
  frame.scrollBy = vi.fn()
  const moved = vi.fn()
  const its = must(effectScope().run(() => useEnlarging(ref(frame), moved)))
  must(frame.querySelector('img')).getBoundingClientRect = () =>
    ({ left: 100, top: 50, width: 200 * its.scale.value, height: 100 * its.scale.value }) as DOMRect
  return { ...its, frame, moved }
}

test('what is under the fingers stays there', async () => {
  const { by, scale, frame, moved } = enlarging()
  await by(2, [150, 75])
  expect(scale.value).toBe(2)
  expect(frame.scrollBy).toHaveBeenCalledExactlyOnceWith(50, 25)
  expect(moved).toHaveBeenCalledOnce()
})

test('without a point it only grows, and neither without end nor to nothing', async () => {
  const { by, scale, frame } = enlarging()
  await by(100)
  expect(scale.value).toBe(16)
  await by(0.0001)
  expect(scale.value).toBe(0.05)
  expect(frame.scrollBy).not.toHaveBeenCalled()
})
