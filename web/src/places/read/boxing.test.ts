import { describe, expect, it } from 'vitest'
import { fill, useBoxing } from './boxing'

const at = (x: number, y: number) => ({ clientX: x, clientY: y, pointerId: 1, preventDefault: () => undefined }) as PointerEvent
const frame = { setPointerCapture: () => undefined, hasPointerCapture: () => false } as unknown as HTMLElement

describe('a box to enlarge to', () => {
  it('is what was dragged over, whichever way', () => {
    const boxing = useBoxing()
    boxing.begin(at(100, 80), frame)
    boxing.move(at(40, 20))
    expect(boxing.box.value).toEqual({ left: 40, top: 20, width: 60, height: 60 })
    expect(boxing.end(at(40, 20), frame)).toEqual({ left: 40, top: 20, width: 60, height: 60 })
    expect(boxing.box.value).toBeUndefined()
  })

  it('is none where the mouse was only pressed', () => {
    const boxing = useBoxing()
    boxing.begin(at(100, 80), frame)
    boxing.move(at(103, 82))
    expect(boxing.end(at(103, 82), frame)).toBeUndefined()
    expect(boxing.end(at(103, 82), frame)).toBeUndefined()
  })

  it('fills the frame with its longer side, around its middle', () => {
    expect(fill({ left: 10, top: 20, width: 100, height: 50 }, { width: 800, height: 600 })).toEqual({ factor: 8, middle: [60, 45] })
  })
})
