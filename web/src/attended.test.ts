import { describe, expect, it } from 'vitest'
import { emptyStore } from './emptyStore'

emptyStore()

describe('whether somebody sits here', () => {
  it('is so for a minute after the last touch, and no longer', async () => {
    const { attended } = await import('./attended')
    const now = Date.now()
    expect(attended(now)).toBe(true)
    expect(attended(now + 61_000)).toBe(false)
    window.dispatchEvent(new Event('keydown'))
    expect(attended(Date.now())).toBe(true)
  })

  it('is known to all tabs by the last use the server has counted', async () => {
    const { lastUse, used } = await import('./attended')
    expect(lastUse()).toBe(0)
    used(1_800_000_000_000)
    expect(lastUse()).toBe(1_800_000_000_000)
  })
})
