import type { Schemas } from '../../api/client'
import { FORMATS, type Choices } from './choices'

type Form = Schemas['RuleForm']
type Whom = Form['onArrival'][number]

const names = (ids: number[], of: (id: number) => string | undefined) => ids.map((id) => of(id) ?? 'gone').join(', ')

/** Where a rule stands, in words. */
export function where(form: Form, c: Choices): string {
  if (form.places.length === 0) return 'nowhere yet'
  return form.places.map((p) => {
    const folder = c.folders.find((f) => f.id === p.folder)
    return `${folder?.path || folder?.name || 'a folder that is gone'}${p.withBelow ? ' and below' : ''}`
  }).join('; ')
}

/** Which files it takes, in words. */
export function which(form: Form, c: Choices): string {
  const what = form.formats.length ? form.formats.map((f) => FORMATS.find((x) => x.format === f)?.word).join(', ') : 'every file'
  const from = [names(form.firms, (id) => c.people.firms.find((f) => f.id === id)?.code), names(form.people, (id) => c.people.people.find((p) => p.id === id)?.name)]
    .filter(Boolean).join(', ')
  return from ? `${what} from ${from}` : what
}

/** What Identify does otherwise than stop, one line each. */
export function checks(form: Form, c: Choices): string[] {
  const named = { unknownNumber: 'unknown number', wrongOriginator: "other firm's number", outOfSequence: 'revision skips', onItsWay: 'earlier on its way' }
  const goOn = { unknownNumber: 'new document', wrongOriginator: 'goes on', outOfSequence: 'goes on', onItsWay: 'waits' }
  const lines = (Object.keys(named) as (keyof typeof named)[]).filter((key) => form.checks[key] !== 'STOP')
    .map((key) => `${named[key]}: ${form.checks[key] === 'RETURN' ? 'back' : goOn[key]}`)
  const sequence = c.sequences.find((s) => s.key === form.sequence)
  return sequence ? [...lines, `revisions ${sequence.name}`] : lines
}

export function scheme(form: Form, c: Choices): string {
  return c.schemes.find((s) => s.key === form.scheme)?.form.name ?? 'none yet'
}

export function route(form: Form, c: Choices): string {
  const found = c.routes.find((r) => r.key === form.route)
  return found ? `${found.name}: ${found.steps.map((s) => s.who).join(', then ')}` : 'none yet'
}

/** What follows from each decision code, one line a target. */
export function issue(form: Form, c: Choices): string[] {
  const byTarget = new Map<string, number[]>()
  for (const follows of [...form.issue].sort((a, b) => a.code - b.code)) {
    const folder = c.folders.find((f) => f.id === follows.folder)
    const words = follows.asProject ? 'as the project says' : follows.back ? 'back to the author' : `${folder?.path ?? 'no folder yet'}${follows.path ? ` / ${follows.path}` : ''} ${follows.status ?? ''}`
    byTarget.set(words, [...(byTarget.get(words) ?? []), follows.code])
  }
  return [...byTarget].map(([words, codes]) => `${codes.join(', ')}: ${words}`)
}

function audience(whom: Whom[], c: Choices): string {
  return whom.map((w) => (w.kind === 'AUTHOR' ? 'author' : w.kind === 'MATRIX' ? 'who is told by the matrix' : w.kind === 'ROLE' ? c.people.roles.find((r) => r.id === w.id)?.name : c.people.people.find((p) => p.id === w.id)?.name) ?? 'somebody gone').join(', ')
}

/** Whom it tells, one line an occasion. */
export function tell(form: Form, c: Choices): string[] {
  const lines: [string, Whom[]][] = [['arrival', form.onArrival], ['return', form.onReturn], ['issue', form.onIssue]]
  return lines.filter(([, whom]) => whom.length).map(([word, whom]) => `${word}: ${audience(whom, c)}`)
}
