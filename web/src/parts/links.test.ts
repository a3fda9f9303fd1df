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

it('leads to where Pervius itself is, wherever that is', () => {
  expect(linked('See https://pervius.kwb.example/passages/4 now', 'https://pervius.kwb.example')[1]).toEqual({
    text: 'https://pervius.kwb.example/passages/4',
    href: '/passages/4',
  })
  expect(linked('https://pervius.kwb.example.net/x', 'https://pervius.kwb.example')[0]?.href).toBeUndefined()
})
