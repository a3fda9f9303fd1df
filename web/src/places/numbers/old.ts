import { thisMoment } from '../../say'

/** After so many days a number that was taken and never came is worth a look. */
const DAYS = 60

export function isOld(iso: string, now = thisMoment()): boolean {
  return now.getTime() - new Date(iso).getTime() > DAYS * 86_400_000
}
