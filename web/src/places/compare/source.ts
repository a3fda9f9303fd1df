import type { PDFDocumentProxy } from 'pdfjs-dist'
import type { Pixels } from './differences'
import { wordsOf } from './pages'
import type { At, Point } from '../read/comments/place'
import { mustFit } from '../read/pictureSize'

/** Words as they stand on a page, and where they begin. */
export interface Text {
  text: string
  at: Point
}

/** From points of a page to pixels of its drawing, and back. */
export interface Lies {
  toPixels: (point: Point) => At
  toPoint: (at: At) => Point
}

/** A file whose pages are drawn to be compared. */
export interface Source {
  pages: number
  /** How large a page is, in its own points or pixels. */
  size: (page: number) => Promise<{ width: number; height: number }>
  /** What is written on a page, and where; nothing on a picture. */
  texts: (page: number) => Promise<Text[]>
  /** Where places of a page are when it is drawn times its own size. */
  lies: (page: number, times: number) => Promise<Lies>
  /** Draws a page, times its own size, on white. */
  draw: (page: number, times: number) => Promise<Pixels>
  close: () => void
}

function pixels(width: number, height: number) {
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)))
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('this browser draws nothing')
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  return { canvas, context, read: () => context.getImageData(0, 0, canvas.width, canvas.height) }
}

const told = ({ data, width, height }: ImageData): Pixels => ({ data, width, height })

const begins = (transform: number[]): Point => ({ x: transform[4] ?? 0, y: transform[5] ?? 0 })

/** The words of a page, to tell pages by. */
export const wordsOn = async (source: Source, page: number) => wordsOf((await source.texts(page)).map((t) => t.text).join(' '))

async function pdf(url: string): Promise<Source> {
  // What reads PDFs is large, and only asked for where there is one.
  const { openDocument } = await import('../read/picture')
  const loading = openDocument(url)
  const document: PDFDocumentProxy = await loading.promise
  return {
    pages: document.numPages,
    size: async (page) => (await document.getPage(page)).getViewport({ scale: 1 }),
    async texts(page) {
      const { items } = await (await document.getPage(page)).getTextContent()
      return items.flatMap((i) => ('str' in i && i.str.trim() ? [{ text: i.str.trim(), at: begins(i.transform as number[]) }] : []))
    },
    async lies(page, times) {
      const viewport = (await document.getPage(page)).getViewport({ scale: times })
      return {
        toPixels: ({ x, y }) => viewport.convertToViewportPoint(x, y) as [number, number],
        toPoint([x, y]) {
          const [px = 0, py = 0] = viewport.convertToPdfPoint(x, y) as number[]
          return { x: px, y: py }
        },
      }
    },
    async draw(number, times) {
      const page = await document.getPage(number)
      const viewport = page.getViewport({ scale: times })
      const { canvas, context, read } = pixels(viewport.width, viewport.height)
      await page.render({
        canvas: null,
        canvasContext: context as unknown as CanvasRenderingContext2D,
        viewport: page.getViewport({ scale: times * (canvas.width / viewport.width) }),
      }).promise
      page.cleanup()
      return told(read())
    },
    close: () => void loading.destroy(),
  }
}

async function bitmapOf(url: string) {
  const answer = await fetch(url)
  if (answer.ok) return createImageBitmap(await answer.blob())
  const { detail } = (await answer.json().catch(() => ({}))) as { detail?: string }
  throw new Error(detail ?? `the server answered ${answer.status}`)
}

/** Pages that are pictures and have no words. */
function pictures(pages: number, page: (page: number) => Promise<ImageBitmap>): Source {
  return {
    pages,
    size: async (number) => {
      const { width, height } = await page(number)
      return { width, height }
    },
    texts: () => Promise.resolve([]),
    async lies(number, times) {
      const { height } = await page(number)
      return {
        toPixels: ({ x, y }) => [x * times, (height - y) * times],
        toPoint: ([x, y]) => ({ x: x / times, y: height - y / times }),
      }
    },
    async draw(number, times) {
      const bitmap = await page(number)
      const { canvas, context, read } = pixels(bitmap.width * times, bitmap.height * times)
      context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
      return told(read())
    },
    close: () => undefined,
  }
}

async function picture(url: string): Promise<Source> {
  await mustFit(url)
  const bitmap = await bitmapOf(url)
  return { ...pictures(1, () => Promise.resolve(bitmap)), close: () => bitmap.close() }
}

async function tiff(url: string): Promise<Source> {
  const at = url.replace(/content$/, 'pages')
  const answer = await fetch(at)
  const { pages, detail } = (await answer.json()) as { pages?: number; detail?: string }
  if (!pages) throw new Error(detail ?? `the server answered ${answer.status}`)
  let last: { number: number; bitmap: Promise<ImageBitmap> } | undefined
  return pictures(pages, (number) => {
    if (last?.number !== number) last = { number, bitmap: bitmapOf(`${at}/${number}`) }
    return last.bitmap
  })
}

export const isDrawn = (mediaType: string) => ['application/pdf', 'image/png', 'image/jpeg', 'image/tiff'].includes(mediaType)

export function openSource(url: string, mediaType: string) {
  return mediaType === 'application/pdf' ? pdf(url) : mediaType === 'image/tiff' ? tiff(url) : picture(url)
}
