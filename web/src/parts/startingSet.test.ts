import { describe, expect, it } from 'vitest'
import { codesOf, entryOf, written, type Offered } from './startingSet'

const SET: Offered = {
  key: 'design',
  name: 'Design project',
  about: '',
  codes: [{ field: 'type', label: 'Type', codes: [{ code: 'DR', meaning: 'drawing' }] }],
  pattern: '{project}-{counter:4}',
  faults: [],
}

describe('a starting set as it is changed', () => {
  it('has codes one a line, whatever parts them from what they mean', () => {
    expect(codesOf('TR track drawing\n\n OL: overhead line \nST')).toEqual([
      { code: 'TR', meaning: 'track drawing' },
      { code: 'OL', meaning: 'overhead line' },
      { code: 'ST', meaning: 'ST' },
    ])
    expect(codesOf(written([{ code: 'DR', meaning: 'drawing of a weir' }]))).toEqual([{ code: 'DR', meaning: 'drawing of a weir' }])
  })

  it('is sent with what was changed and no more', () => {
    expect(entryOf(SET, undefined, { type: 'DR drawing' }, '{project}-{counter:4}', '')).toEqual({ key: 'design', codes: {} })
    expect(entryOf(SET, undefined, { type: 'TR track' }, '{project}.{counter:3}', '')).toEqual({
      key: 'design',
      codes: { type: [{ code: 'TR', meaning: 'track' }] },
      pattern: '{project}.{counter:3}',
    })
    expect(entryOf({ ...SET, key: '', pattern: undefined }, 'starting-set: 1', {}, '', '')).toEqual({ file: 'starting-set: 1', codes: {} })
  })
})
