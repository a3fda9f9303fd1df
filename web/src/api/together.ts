/** Questions that are under way, by what is asked; several panels that ask the same at the same time get one answer. */
const underWay = new Map<string, Promise<Response>>()
/** Counts what this page changes: a question after a change never takes the answer to one before it. */
let changes = 0

/** To be called when a call that changes something begins, and when it has been answered. */
export function somethingChanges() {
  changes++
}

/** Asks, unless just that is being asked already; each caller has the answer to itself. */
export async function together(request: Request, ask: (request: Request) => Promise<Response>): Promise<Response> {
  const what = `${changes} ${request.headers.get('Pervius-Unattended') ?? ''} ${request.url}`
  let answer = underWay.get(what)
  if (!answer) {
    answer = ask(request).finally(() => underWay.delete(what))
    underWay.set(what, answer)
  }
  return (await answer).clone()
}
