import { flushPromises } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { effectScope } from 'vue'
import { playServer } from '../testing'
import { useRemarks } from './remarks'

const remarks = (project: number, passages: number[]) =>
  effectScope().run(() =>
    useRemarks(
      () => project,
      () => passages,
    ),
  )!

it('is one question for lists beside each other, by project', async () => {
  const calls = playServer({
    'GET /api/projects/1/title-blocks': [{ passage: 11, remarks: ['The title block says P02.'] }],
    'GET /api/projects/2/title-blocks': [],
  })
  const first = remarks(1, [10, 11])
  const second = remarks(1, [12])
  const elsewhere = remarks(2, [20])
  await Promise.all([first.load(), second.load(), elsewhere.load()])
  expect(calls.map((c) => [c.what, c.query.getAll('passage')])).toEqual([
    ['GET /api/projects/1/title-blocks', ['10', '11', '12']],
    ['GET /api/projects/2/title-blocks', ['20']],
  ])
  expect([first.of(11), second.of(12)]).toEqual([['The title block says P02.'], []])
  await first.load()
  expect(calls).toHaveLength(3)
  expect(calls[2]?.query.getAll('passage')).toEqual(['10', '11'])
})

it('asks for no more at once than one question takes', async () => {
  const calls = playServer({ 'GET /api/projects/1/title-blocks': [] })
  const many = (from: number) => Array.from({ length: 150 }, (_, i) => from + i)
  await Promise.all([remarks(1, many(0)).load(), remarks(1, many(1000)).load()])
  await flushPromises()
  expect(calls.map((c) => c.query.getAll('passage').length)).toEqual([150, 150])
  await remarks(
    1,
    Array.from({ length: 450 }, (_, i) => i),
  ).load()
  expect(calls.slice(2).map((c) => c.query.getAll('passage').length)).toEqual([200, 200, 50])
})
