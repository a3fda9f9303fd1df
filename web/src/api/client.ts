import createClient, { type Middleware } from 'openapi-fetch'
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
  constructor(readonly status: number, readonly type: string, sentence: string, readonly field?: string) {
    super(sentence)
  }
}

/** The value of the cookie that proves the call comes from our own page. */
export function csrfToken(): string {
  return decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '')
}

const middleware: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-XSRF-TOKEN', csrfToken())
    return request
  },
}

export const api = createClient<paths>({ baseUrl: location.origin, fetch: (request) => fetch(request) })
api.use(middleware)

/** Called when a call finds that nobody is signed in any more. */
let signedOut: () => void = () => undefined
export function onSignedOut(handler: () => void) {
  signedOut = handler
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
    throw problem
  }
  return answer.data as T
}
