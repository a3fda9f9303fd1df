import type { Schemas } from '../../api/client'

export type Rights = Schemas['RoleRights']

/** What a new role begins with: the least. */
export const LEAST: Rights = { controls: false, seesAll: false, seesFirms: [], handsIn: false, sendsByHand: false, decides: false }

/** What a role lets do, in a few words. */
export function rightsInWords(may: Rights, firms: { id: number; name: string }[]): string {
  if (may.controls) return 'look after documents, rules and people; see and do all else'
  const sees = may.seesAll
    ? 'see every firm’s folders'
    : may.seesFirms.length
      ? `see the own firm’s folders and those of ${firms
          .filter((f) => may.seesFirms.includes(f.id))
          .map((f) => f.name)
          .join(', ')}`
      : 'see the own firm’s folders'
  return [sees, may.handsIn && 'hand in', may.sendsByHand && 'send by hand', may.decides && 'decide where a route says so']
    .filter(Boolean)
    .join('; ')
}

/** The role most people begin with: it lets hand in, and nothing else. */
export const usualRole = (roles: Schemas['RoleView'][]) =>
  roles.find((r) => r.may.handsIn && !r.may.sendsByHand && !r.may.decides && !r.may.seesAll && !r.may.seesFirms.length)
