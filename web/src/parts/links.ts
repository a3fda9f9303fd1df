/** A stretch of a text; with `href` it is a link within this installation. */
export interface Part {
  text: string
  href?: string
}

/** Splits a text at its addresses; only those of this installation, or of the machine it runs on, become links, as paths. */
export function linked(text: string, own = location.origin): Part[] {
  return text
    .split(/(https?:\/\/\S+)/)
    .filter((part) => part !== '')
    .map((part) => {
      if (part.startsWith(`${own}/`)) return { text: part, href: part.slice(own.length) }
      const path = /^https?:\/\/(?:127\.0\.0\.1|localhost)(?::\d+)?(\/\S*)$/.exec(part)?.[1]
      return path ? { text: part, href: path } : { text: part }
    })
}
