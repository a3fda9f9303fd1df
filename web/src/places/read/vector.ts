/** The largest drawing that is shown, in bytes, and how often one may use parts of itself: nested uses multiply. */
const LARGEST = 10 * 1024 * 1024
const MOST_USES = 200

/** What keeps an SVG from being shown as a picture, as a sentence; absent where nothing does. */
export function unfit(svg: string): string | undefined {
  if (!/<svg[\s>]/.test(svg)) return 'it is no SVG'
  if (/<!(DOCTYPE[^>]*\[|ENTITY)/i.test(svg)) return 'it defines entities of its own'
  if ((svg.match(/<(\w+:)?use[\s>]/g) ?? []).length > MOST_USES) return 'it repeats too many parts of itself'
  return undefined
}

/**
 * The address of an SVG as a picture: as such no browser runs a script in it or fetches what it refers to. Whoever has it gives it back
 * with {@link URL.revokeObjectURL}.
 */
export async function asPicture(url: string): Promise<string> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`the server answered ${answer.status}`)
  const bytes = await answer.blob()
  if (bytes.size > LARGEST) throw new Error('it is too large a drawing')
  const why = unfit(await bytes.text())
  if (why) throw new Error(why)
  return URL.createObjectURL(new Blob([bytes], { type: 'image/svg+xml' }))
}
