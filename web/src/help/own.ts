import type { Project } from './help'

/** A code of a field of the project, with what it means. */
export function code(project: Project, key: string): string | undefined {
  const its = project.fields.find((f) => f.key === key)?.codes[0] ?? project.fields.flatMap((f) => f.codes)[0]
  return its && `${its.code}, ${its.meaning}`
}

/** A pattern over fields that the project has. */
export function namePattern(project: Project): string {
  const coded = project.fields.filter((f) => f.codes.length && !['project', 'originator'].includes(f.key)).slice(0, 2)
  return [...coded.map((f) => `{${f.key}}`), '{title}'].join('_')
}

/** A name that such a pattern reads. */
export function name(project: Project): string {
  const coded = project.fields.filter((f) => f.codes.length && !['project', 'originator'].includes(f.key)).slice(0, 2)
  return [...coded.map((f) => f.codes[0]?.code), 'Site plan'].join('_')
}

/** A field of the project as patterns call it. */
export const field = (project: Project) => project.fields.find((f) => !['project', 'originator'].includes(f.key))?.key ?? 'title'

/** A decision code as the project calls it. */
export const decided = (project: Project, digit: number) => project.decisionCodes.find((c) => c.digit === digit)?.name
