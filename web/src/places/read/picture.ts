import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

GlobalWorkerOptions.workerSrc = workerUrl

/** How documents are opened: nothing in them runs, and no more of them is asked for than is looked at. */
export const openDocument = (url: string) =>
  getDocument({ url, isEvalSupported: false, enableXfa: false, disableAutoFetch: true, disableStream: true })

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
}
