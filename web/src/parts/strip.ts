import type { Passage } from '../api/client'
import { since, thisMoment } from '../say'

export const STATIONS = ['ARRIVE', 'IDENTIFY', 'NUMBER', 'PREPARE', 'REVIEW', 'ISSUE'] as const
export type Station = (typeof STATIONS)[number]
export type Mark = 'passed' | 'here' | 'waiting' | 'stopped' | 'ahead' | 'ended'

const WORDS: Record<Station, string> = {
  ARRIVE: 'Arrive',
  IDENTIFY: 'Identify',
  NUMBER: 'Number',
  PREPARE: 'Prepare',
  REVIEW: 'Review',
  ISSUE: 'Issue',
}

export function stationWord(station: Station): string {
  return WORDS[station]
}

/** The mark of each of the six stations of a passage. */
export function marks(passage: Pick<Passage, 'at'>): Mark[] {
  const at = STATIONS.indexOf(passage.at.station)
  const issued = passage.at.ended === 'ISSUED'
  return STATIONS.map((_, i) => {
    if (i < at || (i === at && issued)) return 'passed'
    if (i > at) return 'ahead'
    if (passage.at.state === 'STOPPED') return 'stopped'
    if (passage.at.state === 'DONE') return 'ended'
    return passage.at.state === 'WAITING' ? 'waiting' : 'here'
  })
}

const ENDS = {
  ISSUED: 'Issued',
  RETURNED: 'Back to the author',
  SENT_BACK: 'Sent back',
  TAKEN_OUT: 'Taken out',
  LEFT: 'Left where it lies',
}

/** Where a passage is, in words: "Review, 3 days", "Stopped at Number, 2 h", "Issued". */
export function whereInWords(passage: Passage, now = thisMoment()): string {
  if (passage.at.ended) return ENDS[passage.at.ended]
  const long = since(passage.at.since, now)
  const place = stationWord(passage.at.station)
  return passage.at.state === 'STOPPED' ? `Stopped at ${place}, ${long}` : `${place}, ${long}`
}
