import type { Schemas } from '../../api/client'

/** Devices and what is released to them, in words and numbers; no calls and no screen. */
export type Device = Schemas['DeviceView']
export type How = Schemas['HowForm']
export type Paper = Schemas['PaperSize']

/** Where each page says what it is. */
export const STAMPS: Record<How['stamp'], string> = {
  LEFT_MARGIN: 'in the left margin',
  TOP_LEFT: 'top left',
  TOP_RIGHT: 'top right',
  BOTTOM_LEFT: 'bottom left',
  BOTTOM_RIGHT: 'bottom right',
  NONE: 'none',
}

/** One stamped copy, each page on its own size, at once. */
export const usualHow = (): How => ({
  paper: 'BY_SHEET',
  media: '',
  copies: 1,
  bothSides: false,
  held: false,
  stamp: 'LEFT_MARGIN',
})

/** What of a way of printing a device says it cannot do; empty where it can, or has never answered. */
export function cannot(how: How, device?: Device): string {
  const says = device?.says
  if (!says?.state) return ''
  if (how.bothSides && !says.bothSides) return 'It does not print on both sides.'
  if (how.held && !says.holds) return 'It does not hold anything until somebody starts it there.'
  if (how.paper === 'REDUCED' && !says.reduces) return 'It does not make pages fit another size.'
  if (how.paper === 'REDUCED' && !says.known.some((p) => p.key === how.media)) return 'It has no paper of that size.'
  return ''
}

/** How a device is, in one line. */
export function state(device: Device): { word: string; tone: 'done' | 'attention' | 'stopped' | 'quiet' } {
  const says = device.says
  if (!device.switchedOn) return { word: 'switched off here', tone: 'quiet' }
  if (!says) return { word: 'not asked yet', tone: 'quiet' }
  if (says.fault) return { word: says.fault, tone: 'stopped' }
  const why = says.reasons.join(', ')
  if (says.state === 'stopped') return { word: `stopped${why && `: ${why}`}`, tone: 'stopped' }
  if (!says.accepting) return { word: `takes nothing now${why && `: ${why}`}`, tone: 'attention' }
  const word = says.state === 'processing' ? 'printing' : 'ready'
  return { word: why ? `${word}; ${why}` : word, tone: why ? 'attention' : 'done' }
}

/** Sizes to draw: what is loaded, and of what else it can take the common ones, the largest first. */
export function trays(device: Device): { paper: Paper; loaded: boolean }[] {
  const says = device.says
  if (!says) return []
  const ready = new Set(says.ready.map((p) => p.key))
  const all = [...says.ready, ...says.known.filter((p) => !ready.has(p.key) && p.key.startsWith('iso_a'))]
  return all
    .map((paper) => ({ paper, loaded: ready.has(paper.key) }))
    .sort((a, b) => b.paper.widthMm * b.paper.heightMm - a.paper.widthMm * a.paper.heightMm)
    .slice(0, 12)
}

/** How many millimetres of paper one pixel stands for where trays are drawn. */
export const MM_OF_A_PIXEL = 11
