import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy, PDFWorker } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

GlobalWorkerOptions.workerSrc = workerUrl

let spare: PDFWorker | undefined
/** Has what reads a PDF ready before it is known which one it is. */
export const prepare = () => void (spare ??= new PDFWorker())

/**
 * How documents are opened: nothing in them runs, and no more of them is asked for than is looked at. Each has a worker of its own, so that
 * one that never ends holds up no other.
 */
export function openDocument(url: string) {
  const worker = spare ?? new PDFWorker()
  spare = undefined
  const loading = getDocument({ url, worker, isEvalSupported: false, enableXfa: false, disableAutoFetch: true, disableStream: true })
  const end = loading.destroy.bind(loading)
  loading.destroy = async () => {
    await end()
    worker.destroy()
  }
  return loading
}

/** Draws a page, 1-based, as large as fits into a room, times so many. */
export async function drawPage(
  document: PDFDocumentProxy,
  number: number,
  canvas: HTMLCanvasElement,
  room: { width: number; height: number },
  times = 1,
) {
  const page = await document.getPage(number)
  const whole = page.getViewport({ scale: 1 })
  const viewport = page.getViewport({ scale: Math.min(room.width / whole.width, room.height / whole.height) * times })
  canvas.width = Math.max(1, Math.floor(viewport.width))
  canvas.height = Math.max(1, Math.floor(viewport.height))
  await page.render({ canvas, viewport }).promise
  page.cleanup()
}

/** Draws a page as a small picture that holds nothing but its pixels: of a canvas the browser keeps how it was drawn, too. */
export async function thumbnail(document: PDFDocumentProxy, number: number, room: { width: number; height: number }) {
  const page = await document.getPage(number)
  const whole = page.getViewport({ scale: 1 })
  const viewport = page.getViewport({ scale: Math.min(room.width / whole.width, room.height / whole.height) })
  const canvas = new OffscreenCanvas(Math.max(1, Math.floor(viewport.width)), Math.max(1, Math.floor(viewport.height)))
  const canvasContext = canvas.getContext('2d') as unknown as CanvasRenderingContext2D
  await page.render({ canvas: null, canvasContext, viewport }).promise
  page.cleanup()
  return canvas.transferToImageBitmap()
}
