import { proof, Problem, problemOf } from '../../../api/client'

/** The most a comment has. */
export const MOST_PICTURES = 10
export const pictureUrl = (id: number) => `/api/comment-pictures/${id}`

/** Those of pasted files that are pictures; of which sort they may be, the server says. */
export const picturesOf = (files: Iterable<File> | null | undefined) => [...(files ?? [])].filter((f) => f.type.startsWith('image/'))

/** Sends a picture for a comment that is going to be said; its id. */
export async function sendPicture(passage: number, picture: Blob): Promise<number> {
  const answer = await fetch(`/api/passages/${passage}/comment-pictures`, {
    method: 'POST',
    body: picture,
    headers: { 'Content-Type': 'application/octet-stream', ...proof() },
  }).catch(() => {
    throw new Problem(0, 'no-connection', 'The server cannot be reached. The picture was not taken; paste it again in a moment.')
  })
  const body = (await answer.json()) as { id: number }
  if (!answer.ok) throw problemOf(answer.status, body)
  return body.id
}
