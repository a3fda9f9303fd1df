import { expect, test, vi } from 'vitest'
import type { Surface } from '../surface'
import { useDrawing } from './drawing'

/** A page that begins 100 pixels into the window. */
const page = {
  toPage: (x: number, y: number) => (x < 100 || y < 100 ? undefined : { page: 1, point: { x: x - 100, y: y - 100 } }),
} as unknown as Surface

test('what is pressed beside the page draws nothing and is said', () => {
  const drawn = vi.fn()
  const drawing = useDrawing(() => page, drawn)
  drawing.begin('BOX')
  drawing.press(20, 150)
  drawing.move(150, 150, true)
  drawing.release(150, 150)
  expect(drawing.beside.value).toBe(true)
  expect(drawn).not.toHaveBeenCalled()
  drawing.press(110, 120)
  expect(drawing.beside.value).toBe(false)
  drawing.move(160, 180, true)
  drawing.release(160, 180)
  expect(drawn).toHaveBeenCalledExactlyOnceWith({
    page: 1,
    shape: 'BOX',
    points: [
      { x: 10, y: 20 },
      { x: 60, y: 80 },
    ],
  })
})

test('drawing that is given up says nothing of where it was pressed', () => {
  const drawing = useDrawing(() => page, vi.fn())
  drawing.begin('POINT')
  drawing.press(20, 20)
  drawing.begin(undefined)
  expect(drawing.beside.value).toBe(false)
})
