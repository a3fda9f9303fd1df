/** A question that is under way, and how many wait for its answer. */
interface Asked {
  answer: Promise<Response>
  by: number
}

/** Questions that are under way, by what is asked; several panels that ask the same at the same time get one answer. */
const underWay = new Map<string, Asked>()
/** Counts what this page changes: a question after a change never takes the answer to one before it. */
let changes = 0

/** To be called when a call that changes something begins, and when it has been answered. */
export function somethingChanges() {
  changes++
}

/** Asks, unless just that is being asked already; each caller has the answer to itself. */
export async function together(request: Request, ask: (request: Request) => Promise<Response>): Promise<Response> {
  const what = `${changes} ${request.headers.get('Pervius-Unattended') ?? ''} ${request.url}`
  const asked = underWay.get(what) ?? { answer: ask(request).finally(() => underWay.delete(what)), by: 0 }
  underWay.set(what, asked)
  asked.by++
  const answer = await asked.answer
  return asked.by > 1 ? answer.clone() : answer
}
