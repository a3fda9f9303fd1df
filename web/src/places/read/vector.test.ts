import { describe, expect, it } from 'vitest'
import { unfit } from './vector'

describe('an SVG', () => {
  it('is shown as a picture, also one whose script will not run there', () => {
    expect(unfit('<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><script>x()</script></svg>')).toBeUndefined()
    expect(unfit('<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "x.dtd"><svg/><svg ></svg>')).toBeUndefined()
  })

  it('that multiplies is refused with the reason', () => {
    expect(unfit('<!DOCTYPE svg [<!ENTITY a "aa">]><svg>&a;</svg>')).toContain('entities')
    expect(unfit(`<svg >${'<use href="#a"/>'.repeat(201)}</svg>`)).toContain('repeats')
    expect(unfit('<html></html>')).toContain('no SVG')
  })
})
