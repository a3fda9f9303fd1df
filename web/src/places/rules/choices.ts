import { api, data, type Folder, type Schemas } from '../../api/client'

/** Everything a rule can name, asked once for the whole sheet. */
export interface Choices {
  folders: Folder[]
  schemes: Schemas['SchemeView'][]
  routes: Schemas['RouteView'][]
  people: Schemas['EverybodyView']
  sequences: Schemas['SequenceForm'][]
  /** What conditions and audiences are made of. */
  kinds: Schemas['RuleKinds']
  /** Ids of the folders rules may be made to stand on; absent for all. */
  kept?: Set<number>
}

/** @param own whether rules may stand only on folders that whoever asks looks after */
export async function askChoices(project: number, own = false): Promise<Choices> {
  const params = { params: { path: { project } } }
  const [folders, schemes, routes, people, sequences, kinds] = await Promise.all([
    data(api.GET('/api/projects/{project}/folders', params)),
    data(api.GET('/api/projects/{project}/schemes', params)),
    data(api.GET('/api/projects/{project}/routes', params)),
    data(api.GET('/api/projects/{project}/people', params)),
    data(api.GET('/api/projects/{project}/revision-sequences', params)),
    data(api.GET('/api/rule-kinds')),
  ])
  const kept = own ? new Set(await data(api.GET('/api/projects/{project}/kept-folders', params))) : undefined
  return { kept, folders, schemes: schemes.filter((s) => s.form.of === 'DOCUMENTS'), routes, people, sequences: sequences.sequences, kinds }
}

export type Rule = Schemas['RuleForm']
export type Condition = Schemas['RuleCondition']
export type Stations = Schemas['HandlingForm']
export type Place = Schemas['PlaceForm']
export type Telling = Schemas['TellingForm']
export type Audience = Schemas['Audience']
export type Target = Schemas['Target']
export type Kind = Schemas['KindView']
export type Part = Schemas['PartView']
export type Station = Exclude<keyof Stations, 'untaken'>
export type Finding = Schemas['Finding']

export const USUAL_NAME = '{number}_{revision}_{status}'

/** A handling rule that leaves every station to the project, or a watching rule that tells nobody yet. */
export function emptyRule(kind: Rule['kind'] = 'HANDLING'): Rule {
  return {
    kind,
    name: '',
    description: '',
    places: [],
    conditions: [],
    stations: kind === 'WATCHING' ? { tell: { tellings: [{ occasion: 'ARRIVED', whom: [], text: '' }] } } : {},
    copies: [],
  }
}

/** A thing of one of several kinds as its parts see it: each value under the key of its part. */
export type Described = { kind: string } & Record<string, unknown>

/** What a part begins with; nothing where it may be absent. */
function beginning(part: Part): unknown {
  switch (part.shape) {
    case 'PATTERN':
    case 'ADDRESS':
      return ''
    case 'FIELD':
      return 'type'
    case 'SIZE':
      return part.open ? undefined : 0
    case 'ONE':
      return undefined
    default:
      return []
  }
}

/** What a condition of a kind begins with. */
export function emptyCondition(kind: Kind): Condition {
  const parts = kind.parts.map((part) => [part.key, beginning(part)]).filter(([, value]) => value !== undefined)
  return { kind: kind.key, ...Object.fromEntries(parts) } as Condition
}

/** Everything of a sort that a part can name. */
export function things(choices: Choices, thing: Part['thing']): { id: number; name: string }[] {
  const folders = choices.folders.map((f) => ({ id: f.id, name: f.path }))
  const of = { FIRM: choices.people.firms, ROLE: choices.people.roles, PERSON: choices.people.people, FOLDER: folders }
  return thing ? of[thing] : []
}

/** What happens where a name is taken, as a place says it. */
export const WHEN_TAKEN: { key: Place['whenTaken']; word: string }[] = [
  { key: 'STOP', word: 'stops it' },
  { key: 'KEEP_BOTH', word: 'is kept beside it' },
  { key: 'NEXT_VERSION', word: 'gets a next version' },
  { key: 'REPLACE', word: 'goes to the archive' },
]

/** What happens under a rule: its own word, or the project's where it leaves a station to it. */
export function whole(own: Stations, project: Stations): Stations {
  return { ...project, ...Object.fromEntries(Object.entries(own).filter(([, says]) => says !== undefined && says !== null)) }
}

/** The first status code that goes with a folder, for what has a number; plain files need none. */
export function usualStatus(codes: { code: string; states: Folder['state'][] }[], folder: Folder | undefined, numbered: boolean): string {
  if (!numbered) return ''
  return (codes.find((c) => folder && c.states.includes(folder.state)) ?? codes.find((c) => c.states.length === 0))?.code ?? ''
}

/** Why nothing can be placed in a folder; empty where something can. A numbered revision that was decided on leaves work in progress. */
export function notTarget(folder: Pick<Folder, 'state'>, decidedNumbered: boolean): string {
  if (folder.state === 'ARCHIVE') return 'archive: only what is no longer current goes there'
  return decidedNumbered && folder.state === 'WORK_IN_PROGRESS' ? 'work in progress: what is decided leaves it' : ''
}

export function emptyPlace(folder: number, status: string): Place {
  return { into: { folder, path: '', name: USUAL_NAME }, status, manner: 'COPY', whenTaken: 'STOP', sets: [], copies: [] }
}

/** What a station begins with once a rule says something of it itself: what the project says, or else what is usual. */
export function ownWord(station: Station, project: Stations, kinds: Pick<Choices['kinds'], 'checks'>): Stations {
  const usual: Required<Omit<Stations, 'untaken'>> = {
    identify: { namePatterns: [], asks: [], checks: Object.fromEntries(kinds.checks.map((c) => [c.key, c.usual])) as Schemas['Checks'] },
    number: {},
    prepare: { copy: 'WANTED' },
    review: {},
    issue: { byCode: [1, 2, 3, 4].map((code) => ({ code, target: { kind: 'PROJECT' as const } })) },
    tell: { tellings: [] },
  }
  return { [station]: structuredClone(JSON.parse(JSON.stringify(project[station] ?? usual[station]))) as Stations }
}
