import { describe, expect, it } from 'vitest'
import { anchor, lengthOf, pathOf, type Place, reshaped, scaleBy, SHAPES, shifted, thinned } from './place'

const line: Place = {
  page: 1,
  shape: 'LENGTH',
  points: [
    { x: 0, y: 0 },
    { x: 72, y: 0 },
  ],
}

describe('marks', () => {
  it('are drawn through their points, whatever their sort', () => {
    SHAPES.filter((s) => s.shape !== 'TEXT').forEach(({ shape }) =>
      expect(
        pathOf(shape, [
          [10, 20],
          [110, 60],
        ]),
      ).toMatch(/^M[\d. -]+[A-Za-z]/),
    )
  })

  it('a cloud goes around its box and ends where it began', () => {
    const path = pathOf('CLOUD', [
      [100, 80],
      [0, 0],
    ])
    expect(path.startsWith('M0 0A')).toBe(true)
    expect(path.endsWith(' 0 0')).toBe(true)
    expect(path.split('A').length - 1).toBe(7 + 6 + 7 + 6)
  })

  it('a line to the margin begins at the right of the mark', () => {
    expect(
      anchor('BOX', [
        [100, 80],
        [0, 0],
      ]),
    ).toEqual([100, 40])
    expect(
      anchor('FREEHAND', [
        [0, 0],
        [50, 9],
        [20, 3],
      ]),
    ).toEqual([50, 9])
  })

  it('are moved and reshaped on the page', () => {
    expect(shifted(line, 1, -2).points).toEqual([
      { x: 1, y: -2 },
      { x: 73, y: -2 },
    ])
    expect(reshaped(line, 1, { x: 5, y: 6 }).points).toEqual([
      { x: 0, y: 0 },
      { x: 5, y: 6 },
    ])
  })

  it('a length is on paper until a scale is given by a known one', () => {
    expect(lengthOf(line)).toBe('25 mm on paper')
    const perPoint = scaleBy(line, 2.5)
    expect(lengthOf({ ...line, perPoint })).toBe('2.50 m')
    expect(lengthOf({ ...line, points: [line.points[0]!, { x: 7.2, y: 0 }], perPoint })).toBe('250 mm')
  })

  it('what is drawn by hand keeps its corners and drops what lies between', () => {
    const straight = Array.from({ length: 50 }, (_, i) => ({ x: i, y: 0 }))
    const corner = [...straight, ...Array.from({ length: 50 }, (_, i) => ({ x: 49, y: i + 1 }))]
    expect(thinned(straight, 0.5)).toEqual([
      { x: 0, y: 0 },
      { x: 49, y: 0 },
    ])
    expect(thinned(corner, 0.5)).toEqual([
      { x: 0, y: 0 },
      { x: 49, y: 0 },
      { x: 49, y: 50 },
    ])
    const scribble = Array.from({ length: 9000 }, (_, i) => ({ x: i, y: i % 2 }))
    expect(thinned(scribble, 0.1).length).toBeLessThanOrEqual(2000)
  })
})
