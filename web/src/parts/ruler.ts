import { works } from '../say'

/** A day of the ruler: its date, whether the project works on it, and how it is written. */
export interface RulerDay {
  at: Date
  works: boolean
  first: boolean
}

/** The most days a ruler draws one by one; a longer route is drawn by weeks. */
const MOST_DAYS = 70

/** The days from a moment to another, both included; every seventh only where there would be too many. */
export function rulerDays(from: Date, to: Date): { days: RulerDay[]; step: number } {
  const start = new Date(from.getFullYear(), from.getMonth(), from.getDate())
  const end = new Date(to.getFullYear(), to.getMonth(), to.getDate())
  const count = Math.round((end.getTime() - start.getTime()) / 86_400_000) + 1
  const step = count > MOST_DAYS ? 7 : 1
  const days: RulerDay[] = []
  for (let i = 0; i < count; i += step) {
    const at = new Date(start.getFullYear(), start.getMonth(), start.getDate() + i)
    days.push({ at, works: step > 1 || works(at), first: i === 0 || at.getDate() === 1 || (step === 1 && at.getDay() === 1) })
  }
  return { days, step }
}

/** Where a moment lies between the first and the end of the last day, from 0 to 1. */
export function place(at: Date, from: Date, to: Date): number {
  const start = new Date(from.getFullYear(), from.getMonth(), from.getDate()).getTime()
  const end = new Date(to.getFullYear(), to.getMonth(), to.getDate() + 1).getTime()
  return Math.min(1, Math.max(0, (at.getTime() - start) / (end - start)))
}
