import { describe, expect, it } from 'vitest'
import type { Folder } from '../../api/client'
import { grow, visible } from './tree'

const folder = (id: number, parent?: number): Folder => ({ id, project: 1, parent, name: `f${id}`, path: '', state: 'SHARED', version: 0 })

describe('the folder tree', () => {
  const top = grow([folder(1), folder(2, 1), folder(3, 2), folder(4, 1)])
  it('stands parents before their children', () => {
    expect(visible(top, new Set()).map((b) => [b.folder.id, b.depth])).toEqual([[1, 0], [2, 1], [3, 2], [4, 1]])
  })
  it('leaves out what is inside closed folders', () => {
    expect(visible(top, new Set([2])).map((b) => b.folder.id)).toEqual([1, 2, 4])
  })
  it('puts a folder whose parent may not be seen at the top', () => {
    expect(grow([folder(7, 99)]).map((b) => b.folder.id)).toEqual([7])
  })
})
