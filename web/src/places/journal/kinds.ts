import type { Schemas } from '../../api/client'

export type Kind = Schemas['ActLine']['kind']

/** What the journal tells apart, in words; one that is forgotten here does not compile. */
export const KINDS: Record<Kind, string> = {
  SIGN_IN: 'Signing in',
  ACCOUNTS: 'Accounts',
  PEOPLE: 'People and firms',
  ROLES: 'Roles',
  FOLDERS: 'Folders',
  SETTINGS: 'Settings',
  RULES: 'Rules and routes',
  CONNECTIONS: 'Connections',
  FILES: 'Files opened',
  EXPORTS: 'Taken away',
  REFUSED: 'Refused',
  KEEPING: 'Keeping',
}

/** The moment a day of this browser's clock begins, so many days later, in UTC. */
export function midnight(day: string, later: number): string {
  const at = new Date(`${day}T00:00`)
  at.setDate(at.getDate() + later)
  return at.toISOString()
}
