import { beforeEach, expect, it, vi } from 'vitest'
import { askUnlessKept, forgetKept } from './kept'

const list = () => new Request('http://localhost/api/desk/reviews')
const tagged = (body: string, tag: string) => new Response(body, { status: 200, headers: { ETag: tag, 'X-CSRF-TOKEN': 'first' } })
const same = () => new Response(null, { status: 304, headers: { 'X-CSRF-TOKEN': 'next' } })

beforeEach(forgetKept)

it('is asked with its tag, and given from memory where nothing has changed', async () => {
  await askUnlessKept(list(), () => Promise.resolve(tagged('[1]', 'W/"a"')))
  const ask = vi.fn((request: Request) =>
    Promise.resolve(request.headers.get('If-None-Match') === 'W/"a"' ? same() : tagged('[2]', 'W/"b"')),
  )
  const again = await askUnlessKept(list(), ask)
  expect(again.status).toBe(200)
  expect(await again.json()).toEqual([1])
  expect(again.headers.get('X-CSRF-TOKEN')).toBe('next')
  expect(await (await askUnlessKept(list(), ask)).json()).toEqual([1])
})

it('takes what has changed, and asks for that from then on', async () => {
  await askUnlessKept(list(), () => Promise.resolve(tagged('[1]', 'W/"a"')))
  expect(await (await askUnlessKept(list(), () => Promise.resolve(tagged('[2]', 'W/"b"')))).json()).toEqual([2])
  let asked: string | null = ''
  const third = await askUnlessKept(list(), (request) => {
    asked = request.headers.get('If-None-Match')
    return Promise.resolve(same())
  })
  expect(asked).toBe('W/"b"')
  expect(await third.json()).toEqual([2])
})

it('keeps nothing of what was refused, of what has no tag, and after a sign-out', async () => {
  const ask = vi.fn((request: Request) => Promise.resolve(new Response(String(request.headers.get('If-None-Match')))))
  await askUnlessKept(list(), () => Promise.resolve(tagged('[1]', 'W/"a"')))
  await askUnlessKept(list(), () => Promise.resolve(new Response('{}', { status: 403, headers: { ETag: 'W/"c"' } })))
  expect(await (await askUnlessKept(list(), ask)).text()).toBe('null')
  expect(await (await askUnlessKept(list(), ask)).text()).toBe('null')
  await askUnlessKept(list(), () => Promise.resolve(tagged('[1]', 'W/"a"')))
  forgetKept()
  expect(await (await askUnlessKept(list(), ask)).text()).toBe('null')
})

it('keeps the sixty lists used last', async () => {
  for (let n = 0; n < 61; n++)
    await askUnlessKept(new Request(`http://localhost/api/${n}`), () => Promise.resolve(tagged('[]', `W/"${n}"`)))
  const tagOf = async (n: number) => {
    let tag: string | null = ''
    await askUnlessKept(new Request(`http://localhost/api/${n}`), (request) => {
      tag = request.headers.get('If-None-Match')
      return Promise.resolve(same())
    })
    return tag
  }
  expect(await tagOf(0)).toBeNull()
  expect(await tagOf(1)).toBe('W/"1"')
})
