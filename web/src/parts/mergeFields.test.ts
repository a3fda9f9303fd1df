import { describe, expect, it } from 'vitest'
import { MERGE_FIELDS, put } from './mergeFields'

describe('merge fields', () => {
  it('go where the cursor is, in the place of what is selected', () => {
    expect(put('Now  here', '{number}', 4, 4, 200)).toEqual({ text: 'Now {number} here', cursor: 12 })
    expect(put('Now that here', '{title}', 4, 8, 200)).toEqual({ text: 'Now {title} here', cursor: 11 })
  })

  it('are left out where the text would be too long', () => {
    expect(put('Now', '{number}', 3, 3, 10)).toEqual({ text: 'Now', cursor: 3 })
  })

  it('are told apart', () => expect(new Set(MERGE_FIELDS.map((f) => f.key)).size).toBe(MERGE_FIELDS.length))
})
