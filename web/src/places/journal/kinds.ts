import type { Schemas } from '../../api/client'

export type Kind = Schemas['ActLine']['kind']

/** What kinds of acts the journal tells apart, in words. */
export const kinds: { key: Kind; word: string }[] = [
  { key: 'SIGN_IN', word: 'Signing in' },
  { key: 'ACCOUNTS', word: 'Accounts' },
  { key: 'PEOPLE', word: 'People and firms' },
  { key: 'ROLES', word: 'Roles' },
  { key: 'FOLDERS', word: 'Folders' },
  { key: 'SETTINGS', word: 'Settings' },
  { key: 'RULES', word: 'Rules and routes' },
  { key: 'CONNECTIONS', word: 'Connections' },
  { key: 'FILES', word: 'Files opened' },
  { key: 'EXPORTS', word: 'Taken away' },
  { key: 'REFUSED', word: 'Refused' },
  { key: 'KEEPING', word: 'Keeping' },
]

/** The moment a day of this browser's clock begins, so many days later, in UTC. */
export function midnight(day: string, later: number): string {
  const at = new Date(`${day}T00:00`)
  at.setDate(at.getDate() + later)
  return at.toISOString()
}
