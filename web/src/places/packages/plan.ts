import type { Schemas } from '../../api/client'

export type Plan = Schemas['PlanForm']

/** A folder of a template with how deep it lies, the uppermost 0. */
export interface Line {
  plan: Plan
  depth: number
  above?: Plan
}

/** The folders of a template in the order they are shown: each before those below it. */
export function lines(root: Plan, depth = 0, above?: Plan): Line[] {
  return [{ plan: root, depth, above }, ...root.below.flatMap((p) => lines(p, depth + 1, root))]
}

/** A key no folder of the template has; keys never change, so that a renamed folder is known as the same. */
export function freshKey(root: Plan): string {
  const taken = new Set(lines(root).map((l) => l.plan.key))
  for (let n = taken.size; ; n++) if (!taken.has(`f${n}`)) return `f${n}`
}

export function newPlan(key: string, name: string): Plan {
  return { key, name, owner: key === 'root' ? 'FIRM' : 'AS_ABOVE', values: {}, rules: [], below: [] }
}

export function addBelow(root: Plan, above: Plan) {
  above.below.push(newPlan(freshKey(root), ''))
}

export function remove(line: Line) {
  if (line.above) line.above.below = line.above.below.filter((p) => p !== line.plan)
}

/** Moves a folder up or down among those beside it. */
export function move(line: Line, by: number) {
  const beside = line.above?.below
  if (!beside) return
  const from = beside.indexOf(line.plan)
  const to = from + by
  if (to < 0 || to >= beside.length) return
  beside.splice(to, 0, ...beside.splice(from, 1))
}
