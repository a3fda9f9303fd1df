import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { askUnlessKept, changesItself, forgetKept, hearsOfChanges, toldOf } from './kept'

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

describe('what is shared', () => {
  const people = () => new Request('http://localhost/api/projects/7/people')
  let version = 0
  const ask = vi.fn((request: Request) => {
    const tag = `W/"${version}"`
    return Promise.resolve(request.headers.get('If-None-Match') === tag ? same() : tagged(`[${version}]`, tag))
  })
  const asked = async () => {
    const before = ask.mock.calls.length
    const answer = (await (await askUnlessKept(people(), ask)).json()) as number[]
    return { answer: answer[0], again: ask.mock.calls.length > before }
  }

  beforeEach(() => {
    vi.useFakeTimers()
    hearsOfChanges(true)
    version = 0
  })
  afterEach(() => {
    hearsOfChanges(false)
    vi.useRealTimers()
  })

  it('is asked once, and again when a change of it is told, not of another', async () => {
    await asked()
    version = 1
    expect(await asked()).toEqual({ answer: 0, again: false })
    toldOf(new Set(['PASSAGE', 'FOLDER']))
    expect(await asked()).toEqual({ answer: 0, again: false })
    toldOf(new Set(['MAIL', 'PEOPLE']))
    expect(await asked()).toEqual({ answer: 1, again: true })
    expect(await asked()).toEqual({ answer: 1, again: false })
  })

  it('is asked again after this page has changed something, and after a minute', async () => {
    await asked()
    changesItself()
    expect(await asked()).toEqual({ answer: 0, again: true })
    expect((await asked()).again).toBe(false)
    vi.advanceTimersByTime(59_000)
    expect((await asked()).again).toBe(false)
    vi.advanceTimersByTime(2_000)
    expect((await asked()).again).toBe(true)
  })

  it('is asked each time where this page does not hear of changes', async () => {
    await asked()
    hearsOfChanges(false)
    expect((await asked()).again).toBe(true)
    expect((await asked()).again).toBe(true)
    hearsOfChanges(true)
    expect((await asked()).again).toBe(true)
    expect((await asked()).again).toBe(false)
  })

  it('is not kept as what it was where a change was told while the answer was under way', async () => {
    let answer: (response: Response) => void = () => undefined
    const waiting = askUnlessKept(people(), () => new Promise((resolve) => (answer = resolve)))
    toldOf(new Set(['PEOPLE']))
    answer(tagged('[0]', 'W/"0"'))
    await waiting
    version = 1
    expect(await asked()).toEqual({ answer: 1, again: true })
  })

  it('is kept without a tag, too, and other lists are asked each time', async () => {
    const plain = vi.fn(() => Promise.resolve(new Response('{}')))
    const kinds = () => askUnlessKept(new Request('http://localhost/api/rule-kinds'), plain)
    await kinds()
    await (await kinds()).json()
    expect(plain).toHaveBeenCalledTimes(1)
    const reviews = vi.fn(() => Promise.resolve(tagged('[1]', 'W/"a"')))
    await askUnlessKept(list(), reviews)
    await askUnlessKept(list(), reviews)
    expect(reviews).toHaveBeenCalledTimes(2)
  })

  it('is forgotten by a sign-out', async () => {
    await asked()
    forgetKept()
    expect((await asked()).again).toBe(true)
  })
})
