import { describe, expect, it } from 'vitest'
import type { Pixels } from '../../compare/differences'
import type { Source, Text } from '../../compare/source'
import { findAgain, movedBy } from './carried'
import { located } from './locate.worker'
import type { Place } from './place'

const text = (words: string, x: number, y: number): Text => ({ text: words, at: { x, y } })
const sheet = [text('End sill', 100, 500), text('Joint J4', 140, 470), text('Gate 2', 700, 100)]

/** A page of white with dark boxes; a pixel is a point, from the lower edge up. */
function source(pages: { texts?: Text[]; boxes?: [x: number, y: number, w: number, h: number][] }[]): Source {
  const [width, height] = [400, 300]
  return {
    pages: pages.length,
    size: () => Promise.resolve({ width, height }),
    texts: (page) => Promise.resolve(pages[page - 1]?.texts ?? []),
    lies: (_, times) =>
      Promise.resolve({
        toPixels: ({ x, y }) => [x * times, (height - y) * times],
        toPoint: ([x, y]) => ({ x: x / times, y: height - y / times }),
      }),
    draw: (page, times) => {
      const [w, h] = [width * times, height * times]
      const data = new Uint8ClampedArray(w * h * 4).fill(255)
      pages[page - 1]?.boxes?.forEach(([x, y, bw, bh]) => {
        for (let row = y * times; row < (y + bh) * times; row++)
          for (let col = x * times; col < (x + bw) * times; col++) data.fill(0, (row * w + col) * 4, (row * w + col) * 4 + 3)
      })
      return Promise.resolve({ data, width: w, height: h } as Pixels)
    },
    close: () => undefined,
  }
}
const locate = async ({ before, now, from, to, boxes, times }: Parameters<Parameters<typeof findAgain>[3]>[0]) =>
  located(await before.draw(from, times), await now.draw(to, times), boxes)
const box = (page: number, x: number, y: number): Place => ({
  page,
  shape: 'BOX',
  points: [
    { x, y },
    { x: x + 20, y: y + 20 },
  ],
})

describe('a place by the words around it', () => {
  it('has moved as they have', () => {
    const now = sheet.map((t) => text(t.text, t.at.x + 30, t.at.y - 12))
    expect(movedBy(sheet, now, { x: 110, y: 490 })).toEqual({ x: 30, y: -12 })
    expect(movedBy(sheet, sheet, { x: 110, y: 490 })).toEqual({ x: 0, y: 0 })
  })
  it('is not known where they are gone, or stand at two places alike', () => {
    expect(movedBy(sheet, [text('Gate 2', 700, 100)], { x: 110, y: 490 })).toBeUndefined()
    const twice = [200, 300].flatMap((by) => sheet.map((t) => text(t.text, t.at.x + by, t.at.y)))
    expect(movedBy(sheet, twice, { x: 110, y: 490 })).toBeUndefined()
    expect(movedBy(sheet, sheet, { x: 5000, y: 5000 })).toBeUndefined()
  })
  it('is not known by what stands on the page very often, however much of it there is', () => {
    const cells = Array.from({ length: 40_000 }, (_, i) => text('0.00', (i % 200) * 4, Math.floor(i / 200) * 4))
    expect(movedBy(cells, cells, { x: 400, y: 400 })).toBeUndefined()
    expect(movedBy([...cells, text('Joint J4', 402, 402)], [...cells, text('Joint J4', 402, 442)], { x: 400, y: 400 })).toEqual({
      x: 0,
      y: 40,
    })
  })
  it('stays where it was when they stand there and elsewhere, too', () => {
    expect(movedBy(sheet, [...sheet, text('End sill', 600, 500), text('Joint J4', 640, 470)], { x: 110, y: 490 })).toEqual({ x: 0, y: 0 })
  })
})

describe('a comment that was carried over', () => {
  const drawn: [number, number, number, number][] = [
    [100, 100, 40, 3],
    [110, 96, 3, 30],
    [128, 110, 9, 14],
  ]
  it('is found on the page that was moved back by one put in', async () => {
    const now = source([
      { texts: [text('Notes on everything else', 10, 10)] },
      { texts: sheet.map((t) => text(t.text, t.at.x, t.at.y - 40)) },
    ])
    expect(await findAgain(source([{ texts: sheet }]), now, [box(1, 100, 480)], locate)).toEqual([{ place: box(2, 100, 440), sure: true }])
  })
  it('is found by the lines around it where there are no words', async () => {
    const now = source([{ boxes: drawn.map(([x, y, w, h]) => [x + 24, y - 16, w, h] as [number, number, number, number]) }])
    const [again] = await findAgain(source([{ boxes: drawn }]), now, [box(1, 110, 180)], locate)
    expect(again?.sure).toBe(true)
    expect(again?.place.points[0]?.x).toBeCloseTo(134, 0)
    expect(again?.place.points[0]?.y).toBeCloseTo(196, 0)
  })
  it('is said to be uncertain where all around it is another', async () => {
    const other = source([
      {
        boxes: [
          [20, 20, 300, 4],
          [300, 60, 50, 150],
        ],
      },
    ])
    expect(await findAgain(source([{ boxes: drawn }]), other, [box(1, 110, 180)], locate)).toEqual([
      { place: box(1, 110, 180), sure: false },
    ])
    expect(await findAgain(source([{ boxes: drawn }]), source([]), [box(1, 110, 180)], locate)).toEqual([
      { place: box(1, 110, 180), sure: false },
    ])
  })
})
