import type { Schemas } from '../../api/client'
import { must } from '../../parts/must'

export type RouteForm = Schemas['RouteForm']
export type StepForm = Schemas['RouteStepForm']
export type Who = Schemas['WhoForm']

/** A step as most are. */
export function newStep(name: string, kind: StepForm['kind'] = 'REVIEW'): StepForm {
  return {
    name,
    kind,
    who: [],
    needs: 'ANY',
    atLeast: 2,
    drawing: 'WORST',
    workingDays: 5,
    leads: [],
    chase: { remindBefore: 1, remindAfter: 2, escalateAfter: 0, escalateTo: [], silence: { kind: 'WAIT', code: 1, daysAfter: 0 } },
  }
}

export function newRoute(): RouteForm {
  return {
    name: '',
    steps: [newStep('Review'), newStep('Approval', 'APPROVAL')],
    ownFirmDecides: false,
    filesGoAlone: false,
    senders: [],
    senderFirms: [],
    senderPeople: [],
    values: {},
    statusCodes: [],
  }
}

/** Whom a step means as one value of a list, and back: "ROLE 12", "MATRIX REVIEWS", "FIELD checker". */
export function whoValue(who: Who): string {
  return `${who.kind} ${who.id ?? who.duty ?? who.field ?? ''}`
}

export function whoOf(value: string): Who {
  const at = value.indexOf(' ')
  const kind = value.slice(0, at) as Who['kind']
  const rest = value.slice(at + 1)
  if (kind === 'MATRIX') return { kind, duty: rest as Who['duty'] }
  return kind === 'FIELD' ? { kind, field: rest } : { kind, id: Number(rest) }
}

/** The key a route of this name gets: small letters, digits and hyphens, unlike all others. */
export function keyFor(name: string, taken: string[]): string {
  const base =
    name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 50) || 'route'
  let key = base
  for (let n = 2; taken.includes(key); n++) key = `${base}-${n}`
  return key
}

/** Moves a step, and what codes lead to with it: a code never leads to a step after its own. */
export function moveStep(steps: StepForm[], from: number, to: number): StepForm[] {
  const order = steps.map((_, i) => i)
  order.splice(to, 0, ...order.splice(from, 1))
  return order.map((old, at) => ({
    ...must(steps[old]),
    leads: must(steps[old])
      .leads.map((l) => (l.kind === 'TO_STEP' ? { ...l, step: order.indexOf(l.step) } : l))
      .filter((l) => l.kind !== 'TO_STEP' || (l.step >= 0 && l.step < at)),
  }))
}

/** Removes a step, and what led back to it. */
export function withoutStep(steps: StepForm[], gone: number): StepForm[] {
  return steps
    .filter((_, i) => i !== gone)
    .map((s) => ({
      ...s,
      leads: s.leads
        .filter((l) => l.kind !== 'TO_STEP' || l.step !== gone)
        .map((l) => (l.kind === 'TO_STEP' && l.step > gone ? { ...l, step: l.step - 1 } : l)),
    }))
}
