import { effectScope, ref } from 'vue'
import { expect, test, vi } from 'vitest'
import { usePinching } from './pinching'

function fingers(type: string, ...at: [number, number][]) {
  const event = new Event(type, { cancelable: true })
  return Object.assign(event, { touches: at.map(([clientX, clientY]) => ({ clientX, clientY })) })
}

function pinched() {
  const frame = document.createElement('div')
  frame.scrollBy = vi.fn()
  const by = vi.fn()
  effectScope().run(() => usePinching(ref(frame), by))
  return { frame, by }
}

test('two fingers that go apart enlarge around the point between them, and the window is not', () => {
  const { frame, by } = pinched()
  frame.dispatchEvent(fingers('touchstart', [100, 100], [200, 100]))
  const move = fingers('touchmove', [80, 110], [280, 110])
  frame.dispatchEvent(move)
  expect(by).toHaveBeenCalledExactlyOnceWith(2, [180, 110])
  expect(frame.scrollBy).toHaveBeenCalledWith(-30, -10)
  expect(move.defaultPrevented).toBe(true)
})

test('one finger is the browser’s, and what is left of two is one', () => {
  const { frame, by } = pinched()
  const one = fingers('touchmove', [80, 110])
  frame.dispatchEvent(fingers('touchstart', [100, 100]))
  frame.dispatchEvent(one)
  expect(one.defaultPrevented).toBe(false)
  frame.dispatchEvent(fingers('touchstart', [100, 100], [200, 100]))
  frame.dispatchEvent(fingers('touchend', [100, 100]))
  frame.dispatchEvent(fingers('touchmove', [10, 10]))
  expect(by).not.toHaveBeenCalled()
})

test('fingers that tremble enlarge nothing until they have gone far enough', () => {
  const { frame, by } = pinched()
  frame.dispatchEvent(fingers('touchstart', [0, 0], [100, 0]))
  frame.dispatchEvent(fingers('touchmove', [0, 0], [101, 0]))
  expect(by).not.toHaveBeenCalled()
  frame.dispatchEvent(fingers('touchmove', [0, 0], [103, 0]))
  expect(by).toHaveBeenCalledExactlyOnceWith(1.03, [51.5, 0])
})
