import { expect, it } from 'vitest'
import { COLOURS, fold, leadsTo, LOOKS, says, type Item } from './fold'

const item = (id: number, submission: number, more: Partial<Item> = {}): Item => ({
  id,
  project: 1,
  occasion: 'ARRIVED',
  label: 'arrived',
  what: `File ${id}`,
  detail: '',
  from: 'In',
  link: `/passages/${id}`,
  submission,
  passage: id,
  at: '2027-01-01T00:00:00Z',
  ...more,
})

it('folds what happened alike to one submission, in the order it came', () => {
  const lines = fold([item(9, 2), item(8, 1), item(7, 2), item(6, 2, { occasion: 'ISSUED' }), item(5, 2, { project: 2 })])
  expect(lines.map((l) => l.ids)).toEqual([[9, 7], [8], [6], [5]])
  expect(lines.map(says)).toEqual(['File 9 and 1 more', 'File 8', 'File 6', 'File 5'])
})

it('counts a file once that was stopped twice', () => {
  const stopped = { occasion: 'STOPPED', label: 'stopped' } as const
  const again = { ...stopped, passage: 7 }
  const lines = fold([item(9, 2, again), item(8, 2, stopped), item(7, 2, stopped), item(6, 3, again), item(5, 3, again)])
  expect(lines.map((l) => l.ids)).toEqual([
    [9, 8, 7],
    [6, 5],
  ])
  expect(lines.map(says)).toEqual(['File 9 and 1 more', 'File 6'])
  expect(lines.map(leadsTo)).toEqual(['/passages?submission=2&which=ALL', '/passages/6'])
})

it('leads to the one thing, or to all of them', () => {
  const [many, one] = fold([item(9, 2), item(7, 2), item(8, 1)])
  expect(many && leadsTo(many)).toBe('/passages?submission=2&which=ALL')
  expect(one && leadsTo(one)).toBe('/passages/8')
  const [kept] = fold([item(3, 4, { passage: undefined, link: '/folders/7' }), item(2, 4, { passage: undefined, link: '/folders/7' })])
  expect(kept && leadsTo(kept)).toBe('/folders/7')
})

it('keeps what is told of no file apart, each with its place', () => {
  const news = { submission: undefined, passage: undefined, occasion: 'PACKAGE_MADE', label: '' } as const
  const lines = fold([item(4, 0, { ...news, link: '/packages/1' }), item(3, 0, { ...news, link: '/packages/2' })])
  expect(lines.map(leadsTo)).toEqual(['/packages/1', '/packages/2'])
})

it('has a mark of its own for each colour', () => {
  expect(new Set(COLOURS.map((c) => LOOKS[c].mark)).size).toBe(COLOURS.length)
})
