import { describe, expect, it } from 'vitest'
import { deviceInWords } from './device'

describe('a device in words', () => {
  it('is its browser and system', () => {
    expect(deviceInWords('Mozilla/5.0 (X11; Linux x86_64) Engine/537.36 (like others) Heron/140.0.0.0 Rill/537.36')).toBe(
      'Heron 140 on Linux x86_64',
    )
    expect(deviceInWords('Mozilla/5.0 (Tablet; rv:140.0) Engine/2010 Weir/139.2')).toBe('Weir 139 on Tablet')
  })

  it('is what it says of itself where it speaks otherwise', () => {
    expect(deviceInWords('script/8')).toBe('script/8')
    expect(deviceInWords('')).toBe('not known')
  })
})
