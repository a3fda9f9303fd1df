import { reactive } from 'vue'
import { api, proof, data, Problem, problemOf, type Schemas } from '../../api/client'
import { asProblem } from '../../load'
import { must } from '../../parts/must'

/** A file of a drop, and how far it is. */
export interface Sending {
  name: string
  size: number
  /** Bytes sent so far. */
  sent: number
  state: 'waiting' | 'sending' | 'received' | 'refused' | 'failed'
  reason: string
}

/** One drop: its files, and its receipt once it is closed. */
export interface Drop {
  files: Sending[]
  state: 'sending' | 'closed' | 'failed' | 'unfinished'
  problem?: Problem
  receipt?: Schemas['Receipt']
}

export interface DropEntry {
  folder: number
  purpose: string
  author?: number
  answerDue?: string
  given?: Record<string, string>
  /** The edition of the rule sheet by which it was foretold what comes of the files. */
  sheet?: number
}

const AT_ONCE = 3
const TRIES = 3
/** A file that the server cannot take in at the moment is not refused: it is tried again, after so many milliseconds the first time. */
const TOO_BUSY = 503
const PAUSE = 2000

/** Sends files as one submission; several at once, each by itself, so that one bad file holds up no other. */
export function sendFiles(files: File[], entry: DropEntry): { drop: Drop; done: Promise<void>; again: () => Promise<void> } {
  const drop = reactive<Drop>({
    state: 'sending',
    files: files.map((f) => ({ name: f.name, size: f.size, sent: 0, state: 'waiting', reason: '' })),
  })
  let submission: Schemas['Receipt'] | undefined

  async function begin() {
    submission = await data(
      api.POST('/api/folders/{folder}/submissions', {
        params: { path: { folder: entry.folder } },
        body: {
          purpose: entry.purpose,
          author: entry.author,
          answerDue: entry.answerDue || undefined,
          given: entry.given,
          sheet: entry.sheet,
          files: files.map((f) => ({ name: f.name, size: f.size })),
        },
      }),
    )
    submission.files.forEach((f) => {
      const own = drop.files[f.position]
      if (own && f.state === 'REFUSED') Object.assign(own, { state: 'refused', reason: f.refusal ?? '' })
    })
  }

  async function run() {
    drop.state = 'sending'
    drop.problem = undefined
    try {
      if (!submission) await begin()
      const queue = drop.files.map((_, i) => i).filter((i) => ['waiting', 'failed'].includes(must(drop.files[i]).state))
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          for (let i = queue.shift(); i !== undefined; i = queue.shift())
            await sendOne(must(submission).id, i, must(files[i]), must(drop.files[i]))
        }),
      )
      if (drop.files.some((f) => f.state === 'failed')) {
        drop.state = 'unfinished'
        return
      }
      drop.receipt = await data(api.POST('/api/submissions/{id}/closing', { params: { path: { id: must(submission).id } } }))
      drop.state = 'closed'
    } catch (e) {
      drop.problem = asProblem(e)
      drop.state = 'failed'
    }
  }

  return { drop, done: run(), again: run }
}

async function sendOne(submission: number, position: number, file: File, own: Sending) {
  own.state = 'sending'
  for (let attempt = 1; attempt <= TRIES; attempt++) {
    try {
      await put(`/api/submissions/${submission}/files/${position}`, file, (sent) => (own.sent = sent))
      own.sent = own.size
      own.state = 'received'
      return
    } catch (e) {
      const problem = e instanceof Problem ? e : new Problem(0, 'fault', String(e))
      own.reason = problem.message
      if (problem.status !== 0 && problem.status !== TOO_BUSY && problem.type !== 'size-differs') {
        own.state = 'refused'
        return
      }
      if (problem.status === TOO_BUSY && attempt < TRIES) await new Promise((go) => setTimeout(go, PAUSE * attempt))
    }
  }
  own.state = 'failed'
}

/** One streamed PUT; the browser's older request object is used because it tells how far it is. */
function put(url: string, file: File, progress: (sent: number) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('PUT', url)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    Object.entries(proof()).forEach(([name, value]) => request.setRequestHeader(name, value))
    request.upload.onprogress = (event) => progress(event.loaded)
    request.onload = () => {
      if (request.status < 300) resolve()
      else reject(problemOf(request.status, parsed(request.responseText)))
    }
    request.onerror = () => reject(new Problem(0, 'no-connection', 'The connection broke while this file was being sent.'))
    request.send(file)
  })
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
