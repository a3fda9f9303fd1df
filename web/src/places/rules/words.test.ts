import { describe, expect, it } from 'vitest'
import { emptyRule, type Choices } from './choices'
import { checks, issue, route, tell, where, which } from './words'

const choices: Choices = {
  folders: [{ id: 5, project: 1, name: 'Drawings', path: 'Work in progress / Drawings', state: 'WORK_IN_PROGRESS', restricted: false, version: 0 },
    { id: 6, project: 1, name: 'Civil', path: 'Shared / Civil', state: 'SHARED', restricted: false, version: 0 }],
  schemes: [],
  sequences: [{ key: 'construction', name: 'for construction', kind: 'COUNTED', prefix: 'C', width: 2, first: 1, leftOut: '', subSteps: false }],
  routes: [{ key: 'civil', name: 'Civil', edition: 1, form: {} as never, remarks: [], rules: [], maySend: true, steps: [
    { name: 'Review', kind: 'REVIEW', who: 'Lead', people: [], workingDays: 5, condition: '', begins: '2026-05-07T08:00:00Z', dueIfBegunNow: '2026-05-14T08:00:00Z' },
    { name: 'Approval', kind: 'APPROVAL', who: 'Approver', people: [], workingDays: 3, condition: '', begins: '2026-05-14T08:00:00Z', dueIfBegunNow: '2026-05-14T08:00:00Z' }] }],
  people: { people: [], firms: [{ id: 2, code: 'FNK', name: 'Fennick' }], roles: [] },
}

describe('a rule in words', () => {
  it('says where it stands, and when a folder is gone', () => {
    expect(where({ ...emptyRule(), places: [{ folder: 5, withBelow: true }, { folder: 99, withBelow: false }] }, choices))
      .toBe('Work in progress / Drawings and below; a folder that is gone')
  })
  it('says which files from whom', () => {
    expect(which(emptyRule(), choices)).toBe('every file')
    expect(which({ ...emptyRule(), formats: ['PDF', 'CAD'], firms: [2] }, choices)).toBe('PDF, CAD drawing from FNK')
  })
  it('puts codes with the same end on one line', () => {
    expect(issue({ ...emptyRule(), issue: [{ code: 3, asProject: false, back: true }, { code: 1, asProject: false, back: false, folder: 6, status: 'A1' }, { code: 2, asProject: true, back: false }, { code: 4, asProject: false, back: true }] }, choices))
      .toEqual(['1: Shared / Civil A1', '2: as the project says', '3, 4: back to the author'])
  })
  it('names the roles of the route in their order', () => {
    expect(route({ ...emptyRule(), route: 'civil' }, choices)).toBe('Civil: Lead, then Approver')
    expect(tell(emptyRule(), choices)).toEqual(['arrival: author', 'return: author', 'issue: author'])
  })

  it('says at Identify only what is not stopped', () => {
    expect(checks(emptyRule(), choices)).toEqual([])
    const rule = { ...emptyRule(), checks: { ...emptyRule().checks, onItsWay: 'GO_ON' as const, unknownNumber: 'RETURN' as const }, sequence: 'construction' }
    expect(checks(rule, choices)).toEqual(['unknown number: back', 'earlier on its way: waits', 'revisions for construction'])
  })
})
