import type { RuleForm, Sheet } from '../../api/client'
import type { Stations } from './choices'

/** What brings the drafts of a sheet back to what they were. */
export interface Restoring {
  /** Rules whose drafts are dropped; those never in force go with them. */
  drop: number[]
  drafts: { id: number; form: RuleForm }[]
  /** The order as it was; absent where it is the same. */
  order?: number[]
  /** The project's draft as it was, or that there was none; absent where it is the same. */
  project?: { stations?: Stations }
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** What has to be done so that what `who` has drafted since is as it was `before`; what others wrote and rules taken off stay so. */
export function restoring(before: Sheet, now: Sheet, who: string): Restoring {
  const was = new Map(before.rules.map((r) => [r.id, r]))
  const mine = now.rules.filter((r) => !r.drafted || r.drafted.by === who)
  const drop = mine.filter((r) => r.draft && !was.get(r.id)?.draft).map((r) => r.id)
  const drafts = mine.flatMap((r) => {
    const draft = was.get(r.id)?.draft
    return draft && !same(draft, r.draft) ? [{ id: r.id, form: draft }] : []
  })
  const staying = now.rules.filter((r) => was.has(r.id) || !drop.includes(r.id)).map((r) => r.id)
  const order = [...before.rules.map((r) => r.id).filter((id) => staying.includes(id)), ...staying.filter((id) => !was.has(id))]
  return {
    drop,
    drafts,
    order: same(order, staying) ? undefined : order,
    project: same(before.project.draft, now.project.draft) ? undefined : { stations: before.project.draft },
  }
}
