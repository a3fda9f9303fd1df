import { compared, type Pixels, register } from './differences'

/** Compares pages away from the page, so that it stays usable. */
export interface Asked {
  /** Which question it is: its answer says the same. */
  id: number
  before: Pixels
  now: Pixels
  dx: number
  dy: number
  /** Whether to look for the register first. */
  find: boolean
}

onmessage = ({ data }: MessageEvent<Asked>) => {
  const { id, before, now, find } = data
  const { dx, dy } = find ? register(before, now) : data
  const difference = compared(before, now, dx, dy)
  postMessage({ ...difference, id, dx, dy }, { transfer: [difference.over.data.buffer] })
}
