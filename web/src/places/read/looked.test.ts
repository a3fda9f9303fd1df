import { expect, it } from 'vitest'
import { forget, leftAt, lookedAt } from './looked'

it('is as the document before where the first page is as large, and begins anew after the room was left', () => {
  const looked = { width: 842, height: 595, scale: 2, left: 10, top: 20 }
  expect(lookedAt(looked)).toBeUndefined()
  leftAt(looked)
  expect(lookedAt({ width: 841.9, height: 595.3 })).toEqual(looked)
  expect(lookedAt({ width: 595, height: 842 })).toBeUndefined()
  forget()
  expect(lookedAt(looked)).toBeUndefined()
})
