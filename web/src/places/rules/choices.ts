import { api, data, type Folder, type Schemas } from '../../api/client'

/** Everything a rule can name, asked once for the whole sheet. */
export interface Choices {
  folders: Folder[]
  schemes: Schemas['SchemeView'][]
  routes: Schemas['RouteView'][]
  people: Schemas['EverybodyView']
  sequences: Schemas['SequenceForm'][]
}

export async function askChoices(project: number): Promise<Choices> {
  const params = { params: { path: { project } } }
  const [folders, schemes, routes, people, sequences] = await Promise.all([
    data(api.GET('/api/projects/{project}/folders', params)), data(api.GET('/api/projects/{project}/schemes', params)),
    data(api.GET('/api/projects/{project}/routes', params)), data(api.GET('/api/projects/{project}/people', params)),
    data(api.GET('/api/projects/{project}/revision-sequences', params)),
  ])
  return { folders, schemes: schemes.filter((s) => s.form.of === 'DOCUMENTS'), routes, people, sequences: sequences.sequences }
}

export type Format = Schemas['RuleForm']['formats'][number]
export const FORMATS: { format: Format; word: string }[] = [
  { format: 'PDF', word: 'PDF' }, { format: 'CAD', word: 'CAD drawing' }, { format: 'OFFICE', word: 'office document' }, { format: 'IMAGE', word: 'image' },
  { format: 'TEXT', word: 'text' }, { format: 'MODEL', word: 'building model' }, { format: 'PACKAGE', word: 'ZIP' }, { format: 'OTHER', word: 'other' },
]

/** A rule that says nothing yet but what is usual. */
export function emptyRule(): Schemas['RuleForm'] {
  return {
    name: '', places: [], formats: [], firms: [], people: [], namePatterns: [],
    checks: { unknownNumber: 'STOP', wrongOriginator: 'STOP', outOfSequence: 'STOP', onItsWay: 'STOP' }, issue: [{ code: 3, asProject: false, back: true }, { code: 4, asProject: false, back: true }],
    placedName: '{number}_{revision}_{status}', onArrival: [{ kind: 'AUTHOR' }], onReturn: [{ kind: 'AUTHOR' }], onIssue: [{ kind: 'AUTHOR' }],
  }
}
