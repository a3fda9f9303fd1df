import { expect, it } from 'vitest'
import { linked } from './links'

it('links only to this installation', () => {
  expect(linked('See http://127.0.0.1:8470/read/7 or https://elsewhere.example/x now')).toEqual([
    { text: 'See ' },
    { text: 'http://127.0.0.1:8470/read/7', href: '/read/7' },
    { text: ' or ' },
    { text: 'https://elsewhere.example/x' },
    { text: ' now' },
  ])
})
