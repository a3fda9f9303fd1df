import type { Schemas } from '../api/client'
import { NUMBERS } from './numbers'
import { PROJECT } from './project'
import { ROUTES } from './routes'
import { RULES } from './rules'

export type Project = Schemas['ProjectView']

/** A word of help: what a field is for, and an example from one's own project where there is one. */
export interface Word {
  text: string
  example?: (project: Project) => string | undefined
}

/** Help of a place: what it is for, in a few sentences, and a word for each of its fields, by what the field is called. */
export interface PlaceHelp {
  called: string
  about: string[]
  fields: Record<string, Word>
}

/** By the first part of a place's address. */
export const HELP: Record<string, PlaceHelp> = { rules: RULES, numbers: NUMBERS, routes: ROUTES, project: PROJECT }

export const helpOf = (place: string, field: string): Word | undefined => HELP[place]?.fields[field]
