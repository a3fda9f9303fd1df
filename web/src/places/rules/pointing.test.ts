import { effectScope, nextTick, ref } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { Rule } from '../../api/client'
import { usePointing } from './pointing'

const rules = (...ids: number[]) => ids.map((id) => ({ id }) as Rule)

function pointing(...ids: number[]) {
  const rows = ref(rules(...ids))
  const move = vi.fn()
  const its = effectScope().run(() => usePointing(rows, move))!
  return { rows, move, its }
}

describe('the row the keys work on', () => {
  it('is the same rule wherever that goes, and what is in its place once it is gone', async () => {
    const { rows, its } = pointing(1, 2, 3)
    its.point(1)
    rows.value = rules(2, 1, 3)
    await nextTick()
    expect(its.here()?.id).toBe(2)
    rows.value = rules(1, 3)
    await nextTick()
    expect(its.at.value).toBe(0)
    expect(its.here()?.id).toBe(1)
  })

  it('ends at the ends, of rows and of columns', () => {
    const { its } = pointing(1, 2)
    its.go(5)
    expect(its.here()?.id).toBe(2)
    its.across(-9)
    expect(its.column.value).toBe('which')
    its.across(9)
    expect(its.column.value).toBe('tell')
  })

  it('is moved past the one that is shown beside it, and by dragging to where it is dropped', () => {
    const { its, move } = pointing(1, 2, 3)
    its.moveBy(0, -1)
    expect(move).not.toHaveBeenCalled()
    its.moveBy(1, -1)
    expect(move).toHaveBeenLastCalledWith(2, 'above', 1)
    its.dragged.value = 1
    its.dropOn(2)
    expect(move).toHaveBeenLastCalledWith(1, 'below', 3)
    expect(its.dragged.value).toBeUndefined()
  })
})
