import createClient, { type Middleware } from 'openapi-fetch'
import { attended, used } from '../attended'
import { askUnlessKept, changesItself } from './kept'
import { putOff, somethingChanges, together, Wanted } from './together'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Passage = Schemas['PassageView']
export type PassageRow = Schemas['PassageRow']
export type Review = Schemas['ReviewView']
export type Folder = Schemas['FolderView']
export type Rule = Schemas['SheetRow']
export type Sheet = Schemas['SheetView']
export type RuleForm = Schemas['RuleForm']
export type Code = Schemas['CodeView']
export type WayOut = PassageRow['waysOut'][number]

/** A call that was refused or failed: the server's own sentence, or what is known when it could not be asked. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    sentence: string,
    readonly field?: string,
  ) {
    super(sentence)
  }
}

/** What proves that a call comes from a page of this session; the server tells it in a header of its answers. */
let token = ''
const TOKEN = 'X-CSRF-TOKEN'

/** To be called when a call that changes something begins, and when it has been answered. */
function changing() {
  somethingChanges()
  changesItself()
}

/** What calls that change something bring along. */
export function proof(): Record<string, string> {
  changing()
  return token ? { [TOKEN]: token } : {}
}

export function noteToken(response: Response) {
  token = response.headers.get(TOKEN) ?? token
  if (response.ok && attended()) used()
}

const middleware: Middleware = {
  onRequest({ request }) {
    if (token) request.headers.set(TOKEN, token)
    // A screen that brings itself up to date while nobody sits here is no use of the session; what is sent always is.
    if (request.method === 'GET' && !attended()) request.headers.set('Pervius-Unattended', 'true')
    return request
  },
  onResponse({ response }) {
    noteToken(response)
  },
}

/** Another tab may have signed in anew meanwhile: this page takes over what its calls have to bring along, and calls once more. */
async function again(request: Request, refused: Response): Promise<Response> {
  if (refused.status !== 403 || !(await refused.clone().text()).includes('page-out-of-date')) return refused
  const before = token
  noteToken(await fetch('/api/session'))
  if (token === before) return refused
  request.headers.set(TOKEN, token)
  return fetch(request)
}

export const api = createClient<paths>({
  baseUrl: location.origin,
  Request: Wanted,
  fetch: async (request) => {
    if (request.method === 'GET') return together(request, (asked) => askUnlessKept(asked, putOff))
    changing()
    const copy = request.clone()
    const response = await fetch(request)
    changing()
    return again(copy, response)
  },
})
api.use(middleware)

/** Called when a call finds that nobody is signed in any more. */
let signedOut: () => void = () => undefined
export function onSignedOut(handler: () => void) {
  signedOut = handler
}

/** Called when a call finds that a second step of signing in is asked for now, which this person does not have. */
let secondStepAsked: () => void = () => undefined
export function onSecondStepAsked(handler: () => void) {
  secondStepAsked = handler
}

export function problemOf(status: number, body: unknown): Problem {
  const detail = (body ?? {}) as { detail?: string; type?: string; field?: string }
  const type = (detail.type ?? '').replace('urn:pervius:problem:', '')
  return new Problem(status, type, detail.detail ?? `The server answered ${status} without a reason.`, detail.field)
}

/** Waits for a call and gives its data; throws a {@link Problem} when it was refused or could not be made. */
export async function data<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await call
  } catch {
    throw new Problem(0, 'no-connection', 'The server cannot be reached. What you have typed is still here; try again in a moment.')
  }
  if (!answer.response.ok) {
    const problem = problemOf(answer.response.status, answer.error)
    if (problem.status === 401 && problem.type === 'not-signed-in') signedOut()
    if (problem.type === 'second-step-needed') secondStepAsked()
    throw problem
  }
  return answer.data as T
}
