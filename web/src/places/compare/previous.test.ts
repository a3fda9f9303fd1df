import { describe, expect, it } from 'vitest'
import type { Passage } from '../../api/client'
import { previousOf } from './previous'

const came = (id: number, cycle: number, revision: string) => ({ id, cycle, names: { revision } }) as unknown as Passage

describe('what a revision is compared with', () => {
  const cycles = [came(4, 4, 'P02'), came(3, 3, 'P02'), came(2, 2, 'P01'), came(1, 1, 'P01')]

  it('is the revision before, however often either has come', () => {
    expect(previousOf(came(4, 4, 'P02'), cycles)?.id).toBe(2)
    expect(previousOf(came(3, 3, 'P02'), cycles)?.id).toBe(2)
  })

  it('is the time before where it came unchanged only, and nothing the first time', () => {
    expect(previousOf(came(2, 2, 'P01'), cycles)?.id).toBe(1)
    expect(previousOf(came(1, 1, 'P01'), cycles)).toBeUndefined()
  })
})
