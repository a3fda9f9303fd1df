import { openSource, type Source } from '../compare/source'
import { must } from '../../parts/must'
import type { Comment } from './comments/comments'
import { asPicture as asVector } from './vector'
import { anchor, type At, lengthOf, pathOf } from './comments/place'

/** The most that is printed at once. */
export const MOST_PAGES = 200
/** 150 dots an inch, and no side longer than A4 has at 300. */
const TIMES = 150 / 72
const LONGEST = 3508
/** Pixels of the screen, in which marks are drawn. */
const SCREEN = 96 / 72

/** A mark as it is printed, with the number under which its words stand at the end. */
export interface PrintedMark {
  path: string
  colour: string
  number: number
  at: At
  words: string
}

/** A page that is ready to be printed. */
export interface PrintedPage {
  page: number
  picture: string
  width: number
  height: number
  marks: PrintedMark[]
}

async function asPicture({ data, width, height }: Awaited<ReturnType<Source['draw']>>) {
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0)
  return URL.createObjectURL(await canvas.convertToBlob({ type: 'image/png' }))
}

/** The marks on a page; their numbers are those of the comments in their order. */
export async function marksOn(source: Pick<Source, 'lies'>, page: number, comments: Comment[], colours: Map<number, string>) {
  const lies = await source.lies(page, SCREEN)
  return comments.flatMap((c, i): PrintedMark[] => {
    const place = c.on.place
    if (place?.page !== page) return []
    const at = place.points.map(lies.toPixels)
    return [
      {
        path: pathOf(place.shape, at),
        colour: colours.get(c.by.person) ?? 'black',
        number: i + 1,
        at: anchor(place.shape, at),
        words: place.shape === 'LENGTH' ? lengthOf(place) : place.shape === 'TEXT' ? c.text : '',
      },
    ]
  })
}

/**
 * Draws pages for the printer, one after the other.
 *
 * @param comments whose marks are printed on them
 * @param far told of every page that is ready; false ends it
 */
export async function printed(
  file: { url: string; mediaType: string },
  pages: number[],
  comments: Comment[],
  colours: Map<number, string>,
  far: (done: number) => boolean,
): Promise<PrintedPage[]> {
  const source = await openSource(file.url, file.mediaType)
  const ready: PrintedPage[] = []
  let whole = false
  try {
    for (const page of pages.filter((p) => p <= source.pages)) {
      const { width, height } = await source.size(page)
      const times = Math.min(TIMES, LONGEST / Math.max(width, height))
      const picture = await asPicture(await source.draw(page, times))
      ready.push({
        page,
        picture,
        width: width * SCREEN,
        height: height * SCREEN,
        marks: await marksOn(source, page, comments, colours),
      })
      if (!far(ready.length)) break
    }
    whole = true
  } finally {
    source.close()
    if (!whole) dropped(ready)
  }
  return ready
}

/** A picture that is drawn of lines, as one page. */
export async function printedVector(url: string): Promise<PrintedPage> {
  const picture = await asVector(url)
  const image = new Image()
  image.src = picture
  await image.decode()
  return { page: 1, picture, width: image.naturalWidth || 1, height: image.naturalHeight || 1, marks: [] }
}

/** Numbers of pages as people write them: “1-3, 7”, up to the last one. */
export function pagesOf(text: string, last: number): number[] | undefined {
  const wanted = new Set<number>()
  for (const part of text.split(',')) {
    const [, from, to] = /^\s*(\d{1,6})\s*(?:[-–]\s*(\d{1,6})\s*)?$/.exec(part) ?? []
    if (!from) return undefined
    for (let page = Number(from); page <= Math.min(last, Number(to ?? from)); page++) wanted.add(page)
  }
  const pages = [...wanted].filter((p) => p >= 1 && p <= last).sort((a, b) => a - b)
  return pages.length ? pages : undefined
}

/** Frees what was made for the printer. */
export const dropped = (pages: PrintedPage[]) => pages.forEach((p) => URL.revokeObjectURL(must(p.picture)))
