import { describe, expect, it } from 'vitest'
import { cannot, state, trays, usualHow, type Device } from './devices'

const paper = (name: string, widthMm: number, heightMm: number) => ({
  key: `iso_${name.toLowerCase()}_${widthMm}x${heightMm}mm`,
  name,
  widthMm,
  heightMm,
})
const A3 = paper('A3', 297, 420)
const A1 = paper('A1', 594, 841)
const says = {
  at: '2026-11-29T05:00:00Z',
  model: 'Simulated plotter',
  state: 'idle',
  reasons: [] as string[],
  accepting: true,
  ready: [A3],
  known: [A3, A1],
  colour: true,
  bothSides: false,
  holds: true,
  reduces: true,
}
const device = (more: object = {}, of: Partial<Device> = {}): Device => ({
  id: 1,
  name: 'Plotter',
  switchedOn: true,
  forEverybody: true,
  version: 0,
  mayRelease: true,
  open: 0,
  says: { ...says, ...more },
  ...of,
})

describe('a device', () => {
  it('says in one line how it is', () => {
    expect(state(device())).toEqual({ word: 'ready', tone: 'done' })
    expect(state(device({ state: 'processing' })).word).toBe('printing')
    expect(state(device({ state: 'stopped', reasons: ['a tray is out of paper'] }))).toEqual({
      word: 'stopped: a tray is out of paper',
      tone: 'stopped',
    })
    expect(state(device({ reasons: ['little ink is left'] }))).toEqual({ word: 'ready; little ink is left', tone: 'attention' })
    expect(state(device({ accepting: false })).word).toBe('takes nothing now')
    expect(state(device({ fault: 'It cannot be reached.' })).tone).toBe('stopped')
    expect(state(device({}, { switchedOn: false })).word).toBe('switched off here')
    expect(state(device({}, { says: undefined })).word).toBe('not asked yet')
  })

  it('says what it cannot do before it is asked to', () => {
    expect(cannot(usualHow(), device())).toBe('')
    expect(cannot({ ...usualHow(), bothSides: true }, device())).toContain('both sides')
    expect(cannot({ ...usualHow(), held: true }, device({ holds: false }))).toContain('hold')
    expect(cannot({ ...usualHow(), paper: 'REDUCED', media: A1.key }, device())).toBe('')
    expect(cannot({ ...usualHow(), paper: 'REDUCED', media: 'x' }, device())).toContain('no paper')
    expect(cannot({ ...usualHow(), bothSides: true }, device({}, { says: undefined }))).toBe('')
  })

  it('is drawn with what is loaded and what could be, the largest first', () => {
    expect(trays(device()).map((t) => [t.paper.name, t.loaded])).toEqual([
      ['A1', false],
      ['A3', true],
    ])
    expect(trays(device({}, { says: undefined }))).toEqual([])
  })
})
