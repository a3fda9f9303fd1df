import { afterEach, describe, expect, it, vi } from 'vitest'
import { asking, becauseOfChanges, BY_ITSELF, putOff, somethingChanges, together, Wanted } from './together'

/** A server that answers when it is told to. */
function server() {
  const waiting: (() => void)[] = []
  let asked = 0
  const ask = () => {
    asked++
    const body = `answer ${asked}`
    return new Promise<Response>((resolve) => waiting.push(() => resolve(new Response(body))))
  }
  return { ask, answer: () => waiting.splice(0).forEach((go) => go()), asked: () => asked }
}
const people = () => new Request('http://localhost/api/people')
const text = async (response: Promise<Response>) => (await response).text()

describe('the same asked by several at the same time', () => {
  it('is asked once, and each reads the whole answer', async () => {
    const { ask, answer, asked } = server()
    const both = [text(together(people(), ask)), text(together(people(), ask))]
    answer()
    expect(await Promise.all(both)).toEqual(['answer 1', 'answer 1'])
    expect(asked()).toBe(1)
  })

  it('is asked beside what the screen asks by itself, which may be put off', async () => {
    const { ask, answer, asked } = server()
    const screen = together(
      becauseOfChanges(() => new Wanted('http://localhost/api/people')),
      ask,
    )
    const person = together(people(), ask)
    expect(asked()).toBe(2)
    answer()
    await Promise.all([screen, person])
  })

  it('is asked anew once it was answered', async () => {
    const { ask, answer, asked } = server()
    const first = text(together(people(), ask))
    answer()
    await first
    const second = text(together(people(), ask))
    answer()
    expect(await second).toBe('answer 2')
    expect(asked()).toBe(2)
  })

  it('is asked anew after a change, though the old question is still under way', async () => {
    const { ask, answer } = server()
    const before = text(together(people(), ask))
    somethingChanges()
    const after = text(together(people(), ask))
    answer()
    expect(await Promise.all([before, after])).toEqual(['answer 1', 'answer 2'])
  })

  it('fails for all who asked, and is asked anew', async () => {
    let asked = 0
    const ask = () => Promise.reject(new Error(`lost ${++asked}`))
    const both = await Promise.allSettled([together(people(), ask), together(people(), ask)])
    expect(both.map((r) => r.status)).toEqual(['rejected', 'rejected'])
    await expect(together(people(), ask)).rejects.toThrow('lost 2')
  })

  it('is given up once nobody wants to know any more, and not before', async () => {
    const given: AbortSignal[] = []
    const ask = (request: Request) => {
      given.push(request.signal)
      return new Promise<Response>((_, reject) => request.signal.addEventListener('abort', () => reject(new Error('given up'))))
    }
    const [one, two] = [new AbortController(), new AbortController()]
    const by = (who: AbortController) => new Request('http://localhost/api/folders', { signal: who.signal })
    const both = [together(by(one), ask), together(by(two), ask)]
    one.abort()
    await expect(both[0]).rejects.toThrow('nobody wants to know')
    expect(given.map((s) => s.aborted)).toEqual([false])
    two.abort()
    await expect(both[1]).rejects.toThrow('nobody wants to know')
    expect(given.map((s) => s.aborted)).toEqual([true])
    void together(people(), ask).catch(() => undefined)
    expect(given).toHaveLength(2)
  })

  it('is wanted as long as who put the question says', () => {
    const who = new AbortController()
    const call = asking(who.signal, () => new Wanted('http://localhost/api/people'))
    who.abort()
    expect(call.signal.aborted).toBe(true)
    expect(new Wanted('http://localhost/api/people').signal.aborted).toBe(false)
  })

  it('says so where it is asked by itself, because something has changed', () => {
    let call: Request | undefined
    becauseOfChanges(() => (call = new Wanted('http://localhost/api/people')))
    expect(call?.headers.get(BY_ITSELF)).toBe('yes')
    expect(new Wanted('http://localhost/api/people').headers.get(BY_ITSELF)).toBeNull()
  })
})

describe('what the server puts off', () => {
  afterEach(() => vi.useRealTimers())
  const busy = () => new Response('', { status: 503, headers: { 'Retry-After': '2' } })
  const screen = () => becauseOfChanges(() => new Wanted('http://localhost/api/desk'))

  it('is asked again when it says so, and not before', async () => {
    vi.useFakeTimers()
    const ask = vi.fn().mockResolvedValueOnce(busy()).mockResolvedValueOnce(new Response('now'))
    const answer = putOff(screen(), ask)
    await vi.advanceTimersByTimeAsync(1900)
    expect(ask).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(2200)
    expect(await text(answer)).toBe('now')
  })

  it('is no more asked once nobody wants to know', async () => {
    vi.useFakeTimers()
    const ask = vi.fn().mockImplementation(() => Promise.resolve(busy()))
    const leaving = new AbortController()
    const answer = asking(leaving.signal, () => putOff(screen(), ask)).catch((e: Error) => e.name)
    await vi.advanceTimersByTimeAsync(0)
    leaving.abort()
    expect(await answer).toBe('AbortError')
    await vi.advanceTimersByTimeAsync(9000)
    expect(ask).toHaveBeenCalledTimes(1)
  })

  it('goes to a person who asks: its failure is said', async () => {
    const ask = vi.fn().mockImplementation(() => Promise.resolve(busy()))
    expect((await putOff(people(), ask)).status).toBe(503)
  })
})
