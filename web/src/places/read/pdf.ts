import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy, type RenderTask } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

GlobalWorkerOptions.workerSrc = workerUrl

/** A PDF that is open for reading. */
export interface OpenPdf {
  pages: number
  /** Draws a page, 1-based, as large as fits into the room, times the zoom; sharp on every display. */
  draw: (page: number, canvas: HTMLCanvasElement, room: { width: number; height: number }, zoom: number) => Promise<void>
  close: () => void
}

export async function openPdf(url: string): Promise<OpenPdf> {
  const loading = getDocument({ url, isEvalSupported: false, enableXfa: false })
  const document: PDFDocumentProxy = await loading.promise
  const running = new WeakMap<HTMLCanvasElement, RenderTask>()

  async function draw(number: number, canvas: HTMLCanvasElement, room: { width: number; height: number }, zoom: number) {
    const page = await document.getPage(number)
    const whole = page.getViewport({ scale: 1 })
    const scale = Math.max(0.05, Math.min(room.width / whole.width, room.height / whole.height) * zoom)
    const sharp = Math.min(devicePixelRatio || 1, 4096 / Math.max(whole.width * scale, whole.height * scale) || 1)
    const viewport = page.getViewport({ scale: scale * sharp })
    running.get(canvas)?.cancel()
    canvas.width = Math.floor(viewport.width)
    canvas.height = Math.floor(viewport.height)
    canvas.style.width = `${Math.floor(viewport.width / sharp)}px`
    canvas.style.height = `${Math.floor(viewport.height / sharp)}px`
    const task = page.render({ canvas, viewport })
    running.set(canvas, task)
    try {
      await task.promise
    } catch (e) {
      if (!(e instanceof Error) || e.name !== 'RenderingCancelledException') throw e
    }
  }

  return { pages: document.numPages, draw, close: () => void loading.destroy() }
}
