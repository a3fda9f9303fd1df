import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useGrowing } from './growing'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const numbers = (n: number) => Array.from({ length: n }, (_, i) => i)

test('a long list comes some at a time, a short one at once', async () => {
  const all = ref(numbers(0))
  const shown = effectScope().run(() => useGrowing(() => all.value, 10))
  all.value = numbers(8)
  await nextTick()
  expect(shown?.value).toHaveLength(8)
  all.value = numbers(35)
  await nextTick()
  expect(shown?.value).toHaveLength(10)
  vi.advanceTimersByTime(16)
  expect(shown?.value).toHaveLength(20)
  vi.runAllTimers()
  expect(shown?.value).toHaveLength(35)
  expect(vi.getTimerCount()).toBe(0)
})

test('what was drawn stays drawn, and where somebody stands is there at once', async () => {
  const all = ref(numbers(30))
  const stands = ref(25)
  const shown = effectScope().run(() =>
    useGrowing(
      () => all.value,
      10,
      () => stands.value,
    ),
  )
  expect(shown?.value).toHaveLength(25)
  vi.runAllTimers()
  all.value = numbers(31)
  await nextTick()
  expect(shown?.value).toHaveLength(30)
  vi.runAllTimers()
  expect(shown?.value).toHaveLength(31)
})

test('nothing goes on after the place has been left', () => {
  const scope = effectScope()
  scope.run(() => useGrowing(() => numbers(30), 10))
  scope.stop()
  expect(vi.getTimerCount()).toBe(0)
})
