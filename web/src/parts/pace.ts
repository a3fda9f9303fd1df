import type { Schemas } from '../api/client'
import { count } from '../say'

/** How soon somebody is told, as people choose it and read it. */
export type Pace = Schemas['PaceForm']
export type PaceKind = 'AT_ONCE' | 'EVERY' | 'HOURLY' | 'DAILY'
export const AT_ONCE: Pace = { minutes: 0, workingDays: false }
/** The most minutes that are gathered over. */
export const MOST_MINUTES = 720

export const kindOf = (pace: Pace): PaceKind =>
  pace.hour !== undefined ? 'DAILY' : pace.minutes === 0 ? 'AT_ONCE' : pace.minutes === 60 ? 'HOURLY' : 'EVERY'

/** The pace of a kind, with what was said before where it fits. */
export function ofKind(kind: PaceKind, before: Pace): Pace {
  switch (kind) {
    case 'AT_ONCE':
      return AT_ONCE
    case 'EVERY':
      return { minutes: 30, workingDays: before.workingDays }
    case 'HOURLY':
      return { minutes: 60, workingDays: before.workingDays }
    case 'DAILY':
      return { minutes: 0, hour: before.hour ?? 7, workingDays: before.workingDays }
  }
}

/** How long something waits at most, in minutes. */
export const longest = (pace: Pace) => (pace.hour === undefined ? pace.minutes : 1440)

export function words(pace: Pace): string {
  const days = pace.workingDays ? ', on working days' : ''
  switch (kindOf(pace)) {
    case 'AT_ONCE':
      return 'at once'
    case 'EVERY':
      return `gathered over ${count(pace.minutes, 'minute')}${days}`
    case 'HOURLY':
      return `gathered hourly${days}`
    case 'DAILY':
      return `gathered, daily at ${String(pace.hour).padStart(2, '0')}:00${days}`
  }
}

/** How long people may wait, in words. */
export const waitWords = (minutes: number) =>
  minutes === 0
    ? 'not at all'
    : minutes >= 1440
      ? 'up to a day'
      : minutes % 60 === 0
        ? `up to ${count(minutes / 60, 'hour')}`
        : `up to ${minutes} minutes`
