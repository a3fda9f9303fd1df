import { describe, expect, it } from 'vitest'
import { asRead } from './readable'

const file = { folderFile: 7, name: 'spec.docx', hash: 'a'.repeat(64), size: 100, mediaType: 'application/msword' }

describe('what is read of a revision', () => {
  it('is the file that was chosen at Prepare, the first where none was', () => {
    const plan = { ...file, folderFile: 8, name: 'plan.pdf', mediaType: 'application/pdf' }
    expect(asRead({ id: 3, files: [file, plan], readFile: 1 })).toMatchObject({
      url: '/api/files/8/content',
      copy: false,
      name: 'plan.pdf',
    })
    expect(asRead({ id: 3, files: [file] })?.url).toBe('/api/files/7/content')
    expect(asRead({ id: 3, files: [] })).toBeUndefined()
  })

  it('is the copy that was made of it, with its own bytes and under the name of the file', () => {
    const copied = { ...file, copy: { hash: 'b'.repeat(64), size: 55, pages: 2 } }
    expect(asRead({ id: 3, files: [copied], readFile: 0 })).toEqual({
      url: '/api/passages/3/copies/0',
      mediaType: 'application/pdf',
      name: 'spec.docx',
      size: 55,
      hash: 'b'.repeat(64),
      folderFile: 7,
      copy: true,
    })
  })
})
