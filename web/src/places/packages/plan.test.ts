import { describe, expect, it } from 'vitest'
import { addBelow, freshKey, lines, move, newPlan, remove } from './plan'

describe('a folder template while it is edited', () => {
  const tree = () => {
    const root = newPlan('root', '{package}')
    addBelow(root, root)
    addBelow(root, root)
    addBelow(root, root.below[0]!)
    return root
  }

  it('shows each folder before those below it', () => {
    expect(lines(tree()).map((l) => `${l.depth} ${l.plan.key}`)).toEqual(['0 root', '1 f1', '2 f3', '1 f2'])
  })

  it('gives keys that no folder has, also after one was removed', () => {
    const root = tree()
    remove(lines(root)[1]!)
    expect(lines(root).map((l) => l.plan.key)).toEqual(['root', 'f2'])
    expect(['root', 'f2']).not.toContain(freshKey(root))
  })

  it('moves a folder among those beside it and no further', () => {
    const root = tree()
    move(lines(root)[3]!, -1)
    expect(root.below.map((p) => p.key)).toEqual(['f2', 'f1'])
    move(lines(root)[1]!, -1)
    expect(root.below.map((p) => p.key)).toEqual(['f2', 'f1'])
  })
})
