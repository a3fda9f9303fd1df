import { api, data, type Folder, type Schemas } from '../../api/client'

/** Everything a rule can name, asked once for the whole sheet. */
export interface Choices {
  folders: Folder[]
  schemes: Schemas['SchemeView'][]
  routes: Schemas['RouteView'][]
  people: Schemas['EverybodyView']
  sequences: Schemas['SequenceForm'][]
  /** Ids of the folders rules may be made to stand on; absent for all. */
  kept?: Set<number>
}

/** @param own whether rules may stand only on folders that whoever asks looks after */
export async function askChoices(project: number, own = false): Promise<Choices> {
  const params = { params: { path: { project } } }
  const [folders, schemes, routes, people, sequences] = await Promise.all([
    data(api.GET('/api/projects/{project}/folders', params)), data(api.GET('/api/projects/{project}/schemes', params)),
    data(api.GET('/api/projects/{project}/routes', params)), data(api.GET('/api/projects/{project}/people', params)),
    data(api.GET('/api/projects/{project}/revision-sequences', params)),
  ])
  const kept = own ? new Set(await data(api.GET('/api/projects/{project}/kept-folders', params))) : undefined
  return { kept, folders, schemes: schemes.filter((s) => s.form.of === 'DOCUMENTS'), routes, people, sequences: sequences.sequences }
}

export type Rule = Schemas['RuleForm']
export type Condition = Schemas['RuleCondition']
export type Stations = Schemas['HandlingForm']
export type Place = Schemas['PlaceForm']
export type Telling = Schemas['TellingForm']
export type Whom = Schemas['Whom']
export type Format = NonNullable<Condition['formats']>[number]
export type Event = NonNullable<Condition['events']>[number]
export type Station = keyof Stations
export type Finding = Schemas['Finding']

export const FORMATS: { format: Format; word: string }[] = [
  { format: 'PDF', word: 'PDF' }, { format: 'CAD', word: 'CAD drawing' }, { format: 'OFFICE', word: 'office document' }, { format: 'IMAGE', word: 'image' },
  { format: 'TEXT', word: 'text' }, { format: 'MODEL', word: 'building model' }, { format: 'PACKAGE', word: 'ZIP' }, { format: 'OTHER', word: 'other' },
]
export const EVENTS: { event: Event; word: string }[] = [
  { event: 'NEW_FILE', word: 'a new file' }, { event: 'NEW_VERSION', word: 'a new version' }, { event: 'MOVED_IN', word: 'moved in' },
  { event: 'COPIED_IN', word: 'copied in' }, { event: 'SENT_BY_HAND', word: 'sent by hand' }, { event: 'PLACED', word: 'placed by Pervius' },
]
export const USUAL_NAME = '{number}_{revision}_{status}'

/** A handling rule that leaves every station to the project, or a watching rule that tells nobody yet. */
export function emptyRule(kind: Rule['kind'] = 'HANDLING'): Rule {
  return { kind, name: '', description: '', places: [], conditions: [], stations: kind === 'WATCHING' ? { tell: { tellings: [{ occasion: 'ARRIVED', whom: [], text: '' }] } } : {} }
}

/** What a condition of a kind begins with. */
export function emptyCondition(kind: Condition['kind']): Condition {
  switch (kind) {
    case 'EVENT': return { kind, events: [] }
    case 'AUTHOR':
    case 'UPLOADER': return { kind, firms: [], people: [], roles: [] }
    case 'NAME': return { kind, pattern: '' }
    case 'FORMAT': return { kind, formats: [] }
    case 'SIZE': return { kind, least: 0 }
    case 'FIELD': return { kind, field: 'type', values: [] }
    default: return { kind, conditions: [] }
  }
}

export function emptyPlace(folder: number, status: string): Place {
  return { into: { folder, path: '', name: USUAL_NAME }, status, manner: 'COPY', whenTaken: 'STOP', sets: [], copies: [] }
}

/** What a station begins with once a rule says something of it itself: what the project says, or else what is usual. */
export function ownWord(station: Station, project: Stations): Stations {
  const usual: Required<Stations> = {
    identify: { namePatterns: [], asks: [], checks: { unknownNumber: 'STOP', wrongOriginator: 'STOP', outOfSequence: 'STOP', onItsWay: 'STOP', nameMisfit: 'STOP', titleBlock: 'NOT_COMPARED', sameName: 'NEXT_REVISION', unreadable: 'NOTE' } },
    number: {}, review: {}, issue: { byCode: [1, 2, 3, 4].map((code) => ({ code, asProject: true, back: false })) },
    tell: { tellings: [] },
  }
  return { [station]: structuredClone(JSON.parse(JSON.stringify(project[station] ?? usual[station]))) as Stations }
}
