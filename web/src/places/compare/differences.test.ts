import { describe, expect, it } from 'vitest'
import { compared, type Pixels } from './differences'
import { AS_IT_IS, laid, register } from './register'

function page(width: number, height: number, ...boxes: [x: number, y: number, w: number, h: number][]): Pixels {
  const data = new Uint8ClampedArray(width * height * 4).fill(255)
  boxes.forEach(([x, y, w, h]) => {
    for (let row = y; row < y + h; row++)
      for (let col = x; col < x + w; col++) data.fill(0, (row * width + col) * 4, (row * width + col) * 4 + 3)
  })
  return { data, width, height }
}

describe('what differs between two pages', () => {
  it('is nothing where they are alike', () => {
    const one = page(200, 100, [20, 20, 30, 4])
    expect(compared(one, page(200, 100, [20, 20, 30, 4])).regions).toEqual([])
  })

  it('is what is new and what is gone, each region for itself, from the top down', () => {
    const found = compared(page(400, 300, [20, 20, 40, 6]), page(400, 300, [300, 200, 40, 6])).regions
    expect(found).toHaveLength(2)
    expect(found[0]).toMatchObject({ added: 0, gone: 240 })
    expect(found[1]).toMatchObject({ added: 240, gone: 0 })
    expect(found[1]!.x).toBeLessThanOrEqual(300)
    expect(found[1]!.x + found[1]!.width).toBeGreaterThanOrEqual(340)
  })

  it('is shown in two colours and hatched two ways; what is in both is grey', () => {
    const both: [number, number, number, number] = [10, 80, 20, 6]
    const { over } = compared(page(200, 100, both, [20, 20, 40, 12]), page(200, 100, both, [120, 20, 40, 12]))
    const at = (x: number, y: number) => [...over.data.subarray((y * 200 + x) * 4, (y * 200 + x) * 4 + 3)]
    const shades = (from: number) => new Set(Array.from({ length: 12 }, (_, i) => at(from + i, 26).join()))
    expect(shades(24).size).toBe(2)
    expect(shades(124).size).toBe(2)
    expect([...shades(24)].filter((s) => shades(124).has(s))).toEqual([])
    const [r, g, b] = at(20, 83)
    expect(r === g && g === b && r! < 160).toBe(true)
  })

  it('pages of two sizes are compared as they lie on each other', () => {
    const { over, regions } = compared(page(100, 100), page(120, 90, [110, 10, 6, 6]))
    expect([over.width, over.height]).toEqual([120, 100])
    expect(regions).toHaveLength(1)
  })

  it('a page out of register is put back into it', () => {
    const drawing: [number, number, number, number][] = [
      [40, 50, 300, 3],
      [90, 20, 3, 200],
      [200, 120, 60, 40],
    ]
    const now = page(480, 320, ...drawing)
    const before = laid(now, { ...AS_IT_IS, dx: -13, dy: 7 }, 480, 320)
    expect(compared(before, now).regions.length).toBeGreaterThan(0)
    expect(register(before, now)).toEqual({ ...AS_IT_IS, dx: 13, dy: -7 })
    expect(compared(before, now, { ...AS_IT_IS, dx: 13, dy: -7 }).regions).toEqual([])
    expect(register(now, now)).toEqual(AS_IT_IS)
  })

  it('a scan that is turned and another size is put back, and what differs is still seen', () => {
    // Rooms of all sizes, so that no place of the sheet looks like another.
    const rooms = Array.from({ length: 90 }, (_, i): [number, number, number, number] => [
      30 + ((i * 97) % 840),
      30 + ((i * 61) % 540),
      8 + ((i * 13) % 34),
      6 + ((i * 7) % 28),
    ])
    const sheet = page(920, 620, ...rooms)
    const now = page(920, 620, ...rooms, [440, 300, 40, 40])
    const scan = laid(sheet, { dx: 6, dy: -4, turn: 0.012, scale: 1.008 }, 920, 620)
    const lay = register(scan, now)
    expect(lay.turn).toBeCloseTo(-0.012, 3)
    expect(lay.scale).toBeCloseTo(1 / 1.008, 3)
    const far = (found: ReturnType<typeof compared>) => found.regions.reduce((sum, r) => sum + r.added + r.gone, 0)
    expect(far(compared(scan, now, lay))).toBeLessThan(far(compared(scan, now)) / 3)
  })
})
