import { describe, expect, it } from 'vitest'
import type { Folder } from '../../api/client'
import { closedAtFirst, foundFolders, grow, visible } from './tree'

const folder = (id: number, parent?: number): Folder => ({
  id,
  project: 1,
  parent,
  name: `f${id}`,
  path: '',
  state: 'SHARED',
  restricted: false,
  version: 0,
})

describe('the folder tree', () => {
  const top = grow([folder(1), folder(2, 1), folder(3, 2), folder(4, 1)])
  it('stands parents before their children', () => {
    expect(visible(top, new Set()).map((b) => [b.folder.id, b.depth])).toEqual([
      [1, 0],
      [2, 1],
      [3, 2],
      [4, 1],
    ])
  })
  it('leaves out what is inside closed folders', () => {
    expect(visible(top, new Set([2])).map((b) => b.folder.id)).toEqual([1, 2, 4])
  })
  it('puts a folder whose parent may not be seen at the top', () => {
    expect(grow([folder(7, 99)]).map((b) => b.folder.id)).toEqual([7])
  })

  it('begins open while it is small, and closed but for the way to where one stands when it is large', () => {
    const many = [folder(1), ...Array.from({ length: 300 }, (_, i) => folder(i + 2, i < 10 ? 1 : (i % 10) + 2))]
    expect(closedAtFirst(many.slice(0, 50), 30).size).toBe(0)
    const shut = closedAtFirst(many, 30)
    expect(shut.has(1)).toBe(false)
    expect(shut.has(many.find((f) => f.id === 30)!.parent!)).toBe(false)
    expect(visible(grow(many), shut).length).toBeLessThan(50)
  })

  it('finds folders by words of their path', () => {
    const some = [
      { ...folder(1), path: 'Shared / Civil' },
      { ...folder(2), path: 'Shared / Hydraulics' },
    ]
    expect(foundFolders(some, 'civ SHARED').map((f) => f.id)).toEqual([1])
  })
})
