import type { Schemas } from '../api/client'

/** What is read of a revision: one of its files, or the PDF that was made of one. */
export interface Readable {
  url: string
  mediaType: string
  /** The name of the file, also where its readable copy is read. */
  name: string
  size: number
  hash: string
  /** The file as it was handed in. */
  folderFile: number
  /** Whether it is a copy that was made of it. */
  copy: boolean
}

type Of = Pick<Schemas['PassageView'], 'id' | 'files' | 'readFile'>

/** What is read of a passage; nothing where it has no file. */
export function asRead(passage: Of | undefined): Readable | undefined {
  const at = passage?.readFile ?? 0
  const file = passage?.files[at]
  if (!passage || !file) return undefined
  const { name, folderFile, copy } = file
  return copy
    ? {
        url: `/api/passages/${passage.id}/copies/${at}`,
        mediaType: 'application/pdf',
        name,
        size: copy.size,
        hash: copy.hash,
        folderFile,
        copy: true,
      }
    : {
        url: `/api/files/${folderFile}/content`,
        mediaType: file.mediaType,
        name,
        size: file.size,
        hash: file.hash,
        folderFile,
        copy: false,
      }
}
