import { expect, it } from 'vitest'
import { shown } from '../testing'
import TriedList from './TriedList.vue'

const tried = {
  rule: 'Drawings',
  identity: { number: 'SMP-DS-M00001', revision: 'P01', fields: [] },
  halts: [],
  told: [],
  copies: [],
  watching: [],
  passedOver: [],
}
const ends = [
  { digit: 1, name: 'accepted', account: 'Will be placed in “Shared”, status A1.', fine: true, back: false },
  { digit: 3, name: 'rejected', account: 'Back to the author.', fine: true, back: true },
]
const steps = [{ name: 'Approval', people: ['Ida'], due: '2026-12-11T17:00:00Z' }]

async function said(of: object) {
  const arrival = { name: 'DS-M_Pump.pdf', files: 1, remarks: [], differences: [], tried: { ...tried, ...of } }
  const { screen } = await shown(TriedList, '/', { arrivals: [arrival] })
  const text = screen.findAll('tbody td').at(-1)?.text()
  screen.unmount()
  return text
}

it('says when an arrival is due and where it goes then in one sentence', async () => {
  expect(await said({ steps, ends })).toBe('Fri 11 Dec; will be placed in “Shared”, status A1.')
  expect(await said({ steps: [], ends })).toBe('Will be placed in “Shared”, status A1.')
  expect(await said({ steps, ends: [] })).toBe('Fri 11 Dec')
})
