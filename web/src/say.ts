import { ref } from 'vue'

/** How Pervius says dates, durations and sizes. */

const OFTEN = 60_000
const passed = ref(0)
setInterval(() => passed.value++, OFTEN)

/** This moment. A screen that says something by it says it anew as time passes. */
export function thisMoment(): Date {
  void passed.value
  return new Date()
}

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
const EXACT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'medium' })
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })

/** "Thu 14 May". */
export function day(iso: string): string {
  return DAY.format(new Date(iso)).replace(',', '')
}

/** The moment in full, for hovering. */
export function exact(iso: string): string {
  return EXACT.format(new Date(iso))
}

/** "Today 14:05", or the day and the time. */
export function moment(iso: string, now = thisMoment()): string {
  const at = new Date(iso)
  const today = at.toDateString() === now.toDateString()
  return `${today ? 'Today' : day(iso)} ${CLOCK.format(at)}`
}

/** "14:05". */
export function clock(iso: string): string {
  return CLOCK.format(new Date(iso))
}

/** How long something has been so: "just now", "5 min", "3 h", "12 days". */
export function since(iso: string, now = thisMoment()): string {
  const minutes = Math.floor((now.getTime() - new Date(iso).getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return `${minutes} min`
  if (minutes < 60 * 36) return `${Math.round(minutes / 60)} h`
  return `${Math.round(minutes / 1440)} days`
}

/** How long ago something was: "just now", "5 min ago". */
export function ago(iso: string, now = thisMoment()): string {
  const time = since(iso, now)
  return time === 'just now' ? time : `${time} ago`
}

/** The days of the project on the screens that nobody works: week days, 0 for Sunday, and dates as `2026-05-14`. */
let off = { weekDays: new Set([0, 6]), dates: new Set<string>() }
const WEEK = ['SUNDAY', 'MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY']

/** Takes over which days the project works; working days are counted by them from now on. */
export function countWorkingDaysBy(days: { daysOff: string[]; holidays: { day: string }[] }) {
  off = { weekDays: new Set(days.daysOff.map((d) => WEEK.indexOf(d))), dates: new Set(days.holidays.map((h) => h.day)) }
}

/** Whether the project works on the day of a moment, by the days it has agreed on. */
export function works(at: Date): boolean {
  const iso = `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`
  return !off.weekDays.has(at.getDay()) && !off.dates.has(iso)
}

/** Working days of the project from today to a date: 0 today, negative when it is past. */
export function workingDaysLeft(iso: string, now = thisMoment()): number {
  const due = new Date(iso)
  const late = due.getTime() < now.getTime() && due.toDateString() !== now.toDateString()
  const [from, to] = late ? [due, now] : [now, due]
  let days = 0
  for (const at = new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1); at <= to; at.setDate(at.getDate() + 1)) {
    if (works(at)) days++
  }
  return late ? -Math.max(days, 1) : days
}

/** "Thu 14 May, 2 working days left". */
export function due(iso: string, now = thisMoment()): string {
  const left = workingDaysLeft(iso, now)
  const days = (n: number) => (n === 1 ? '1 working day' : `${n} working days`)
  if (left < 0) return `${day(iso)}, ${days(-left)} late`
  return left === 0 ? `${day(iso)}, today` : `${day(iso)}, ${days(left)} left`
}

/** "180 KB". */
export function size(bytes: number): string {
  if (bytes < 1024) return `${bytes} B`
  if (bytes < 1024 * 1024) return `${Math.round(bytes / 1024)} KB`
  if (bytes < 1024 ** 3) return `${(bytes / 1024 ** 2).toFixed(1)} MB`
  return `${(bytes / 1024 ** 3).toFixed(2)} GB`
}

/** "1 file", "3 files". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`
}

/** Why something went wrong, as the end of a sentence that is closed by whoever says it. */
export const reason = (e: unknown) => (e instanceof Error ? e.message : String(e)).replace(/\.+$/, '')
