import { describe, expect, it } from 'vitest'
import { effectScope } from 'vue'
import { Problem } from './api/client'
import { Wanted } from './api/together'
import { useLoaded, usePaged } from './load'

/** Lines in pages of two; what was asked is noted. */
function pages(lines: string[]) {
  const asked: (string | undefined)[] = []
  let lost = false
  const paged = usePaged(
    async (after?: string) => {
      asked.push(after)
      if (lost) throw new Problem(0, 'connection', 'The connection is lost.')
      const from = Number(after ?? 0)
      return { items: lines.slice(from, from + 2), next: from + 2 < lines.length ? String(from + 2) : undefined, kind: 'answer' }
    },
    (answer) => answer,
  )
  return { paged, asked, lose: (yes: boolean) => (lost = yes) }
}

describe('what is asked page by page', () => {
  it('begins with the first page and adds the next without asking again for what is shown', async () => {
    const { paged, asked } = pages(['a', 'b', 'c', 'd', 'e'])
    await paged.load()
    expect([paged.rows.value, paged.hasMore.value, paged.first.value?.kind]).toEqual([['a', 'b'], true, 'answer'])
    await paged.more()
    await paged.more()
    expect([paged.rows.value, paged.hasMore.value]).toEqual([['a', 'b', 'c', 'd', 'e'], false])
    expect(asked).toEqual([undefined, '2', '4'])
  })

  it('asks again for all pages shown, so that a line that was put in front stands there once', async () => {
    const lines = ['b', 'c', 'd', 'e', 'f']
    const { paged } = pages(lines)
    await paged.load()
    await paged.more()
    lines.unshift('a')
    await paged.load()
    expect(paged.rows.value).toEqual(['a', 'b', 'c', 'd'])
    await paged.begin()
    expect(paged.rows.value).toEqual(['a', 'b'])
  })

  it('keeps what is shown when the connection is lost, says so, and goes on from there', async () => {
    const { paged, lose } = pages(['a', 'b', 'c', 'd'])
    await paged.load()
    lose(true)
    await paged.more()
    expect([paged.rows.value, paged.problem.value?.type]).toEqual([['a', 'b'], 'connection'])
    lose(false)
    await paged.load()
    expect([paged.rows.value, paged.problem.value]).toEqual([['a', 'b', 'c', 'd'], undefined])
  })
})

describe('what is asked while what shows it comes and goes', () => {
  /** Questions that wait to be answered, each with how long it is wanted. */
  function questions() {
    const put: { wanted: AbortSignal; answer: (text: string) => void }[] = []
    const scope = effectScope()
    const loaded = scope.run(() =>
      useLoaded(() => {
        const wanted = new Wanted('http://localhost/api/people').signal
        return new Promise<string>((answer) => put.push({ wanted, answer }))
      }),
    )
    if (!loaded) throw new Error('no scope')
    return { put, scope, loaded }
  }

  it('gives up a question for the next one, whose answer counts whatever comes first', async () => {
    const { put, loaded } = questions()
    const both = [loaded.load(), loaded.load()]
    expect(put.map((q) => q.wanted.aborted)).toEqual([true, false])
    put[1]?.answer('new')
    put[0]?.answer('old')
    await Promise.all(both)
    expect([loaded.value.value, loaded.loading.value]).toEqual(['new', false])
  })

  it('has who waits for the one given up wait for the next one, so that what was asked for is there', async () => {
    const { put, loaded } = questions()
    let seen: string | undefined
    const first = loaded.load().then(() => (seen = loaded.value.value))
    const second = loaded.load()
    put[0]?.answer('given up')
    await new Promise((soon) => setTimeout(soon))
    expect(seen).toBeUndefined()
    put[1]?.answer('saved')
    await Promise.all([first, second])
    expect(seen).toBe('saved')
  })

  it('gives up what nobody sees any more', async () => {
    const { put, scope, loaded } = questions()
    const asked = loaded.load()
    scope.stop()
    put[0]?.answer('too late')
    await asked
    expect([put[0]?.wanted.aborted, loaded.value.value]).toEqual([true, undefined])
  })
})
