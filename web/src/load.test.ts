import { describe, expect, it } from 'vitest'
import { Problem } from './api/client'
import { usePaged } from './load'

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
