import { compared, type Pixels } from './differences'
import { type Lay, register } from './register'

/** Compares pages away from the page, so that it stays usable. */
export interface Asked {
  /** Which question it is: its answer says the same. */
  id: number
  before: Pixels
  now: Pixels
  lay: Lay
  /** Whether to look for the register first. */
  find: boolean
}

onmessage = ({ data }: MessageEvent<Asked>) => {
  const { id, before, now, find } = data
  const lay = find ? register(before, now) : data.lay
  const difference = compared(before, now, lay)
  postMessage({ ...difference, id, lay }, { transfer: [difference.over.data.buffer] })
}
