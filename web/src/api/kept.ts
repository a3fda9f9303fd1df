/** An answer with the tag the server gave it, which says whether it would be the same again. */
interface Kept {
  tag: string
  body: string
}

const MOST = 60
const MOST_CHARACTERS = 4_000_000

/** The answers used last, by what was asked; the longest unused first. They are in this page's memory and nowhere else. */
const kept = new Map<string, Kept>()
let characters = 0

/** Asks; a list that has not changed since it was asked last is not sent again. */
export async function askUnlessKept(request: Request, ask: (request: Request) => Promise<Response>): Promise<Response> {
  const before = kept.get(request.url)
  if (before) request.headers.set('If-None-Match', before.tag)
  const answer = await ask(request)
  if (answer.status === 304 && before) {
    keep(request.url, before)
    const headers = new Headers(answer.headers)
    headers.set('Content-Type', 'application/json')
    return new Response(before.body, { status: 200, headers })
  }
  const tag = answer.headers.get('ETag')
  drop(request.url)
  if (answer.ok && tag) keep(request.url, { tag, body: await answer.clone().text() })
  return answer
}

/** Nothing is left of what was answered, as when somebody signs out. */
export function forgetKept() {
  kept.clear()
  characters = 0
}

function keep(url: string, answer: Kept) {
  drop(url)
  kept.set(url, answer)
  characters += answer.body.length
  for (const oldest of kept.keys()) {
    if (kept.size <= MOST && characters <= MOST_CHARACTERS) break
    drop(oldest)
  }
}

function drop(url: string) {
  characters -= kept.get(url)?.body.length ?? 0
  kept.delete(url)
}
