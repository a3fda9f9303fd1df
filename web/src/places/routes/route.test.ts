import { describe, expect, it } from 'vitest'
import { keyFor, moveStep, newStep, whoOf, whoValue, withoutStep } from './route'

describe('a route that is being edited', () => {
  const steps = () => [
    newStep('A'),
    newStep('B'),
    {
      ...newStep('C', 'APPROVAL'),
      leads: [
        { code: 3, kind: 'TO_STEP' as const, step: 1 },
        { code: 4, kind: 'BACK' as const, step: 0 },
      ],
    },
  ]

  it('takes what codes lead to along when a step is moved', () => {
    const moved = moveStep(steps(), 1, 0)
    expect(moved.map((s) => s.name)).toEqual(['B', 'A', 'C'])
    expect(moved[2]!.leads[0]).toEqual({ code: 3, kind: 'TO_STEP', step: 0 })
  })

  it('lets no code lead to a step that comes later', () => {
    expect(moveStep(steps(), 2, 0)[0]!.leads).toEqual([{ code: 4, kind: 'BACK', step: 0 }])
  })

  it('forgets what led to a step that is removed', () => {
    expect(withoutStep(steps(), 1)[1]!.leads).toEqual([{ code: 4, kind: 'BACK', step: 0 }])
    expect(withoutStep(steps(), 0)[1]!.leads[0]).toEqual({ code: 3, kind: 'TO_STEP', step: 0 })
  })

  it('says whom it means as one value and back', () => {
    for (const who of [
      { kind: 'ROLE' as const, id: 12 },
      { kind: 'MATRIX' as const, duty: 'REVIEWS' as const },
      { kind: 'FIELD' as const, field: 'checker' },
    ])
      expect(whoOf(whoValue(who))).toEqual(who)
  })

  it('has a key of its own made of its name', () => {
    expect(keyFor('Überprüfung  & Freigabe', [])).toBe('uberprufung-freigabe')
    expect(keyFor('Civil', ['civil', 'civil-2'])).toBe('civil-3')
  })
})
