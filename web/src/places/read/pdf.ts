import { AnnotationMode, PasswordResponses, type PDFDocumentProxy } from 'pdfjs-dist'
import {
  EventBus,
  FindState,
  PDFFindController,
  PDFLinkService,
  type PDFPageView,
  PDFViewer,
  RenderingStates,
} from 'pdfjs-dist/web/pdf_viewer.mjs'
import 'pdfjs-dist/web/pdf_viewer.css'
import { leftAt, lookedAt } from './looked'
import type { Surface } from './surface'
import { openDocument, thumbnail } from './picture'

export { prepare } from './picture'

/** How large a page is drawn: into the window, as wide as it, or so many times its own size. */
export type Scale = 'page-fit' | 'page-width' | number

/** A heading of the document that leads to a place in it. */
export interface Heading {
  title: string
  level: number
  go: () => void
}

/** What an open document tells of itself. */
export interface Told {
  /** It has so many pages; nothing is drawn before what it gives is done, and the frame is as large as it stays. */
  opened: (pages: number) => Promise<void>
  /** The first of its pages was drawn. */
  drawn: () => void
  page: (page: number) => void
  /** Times its own size, and what was asked for. */
  scale: (now: number, wanted: Scale) => void
  /** Where the search stands: which of how many; none where nothing was found, absent while it still looks for the first. */
  found: (at: number, of?: number) => void
  /** Pages may be elsewhere in the window, or drawn in another size. */
  moved: () => void
  /** A password is asked for; `wrong` where the one before was not it. */
  password: (wrong: boolean) => void
}

/** A PDF that is open for reading: pages are asked for and drawn as they come into view. */
export interface OpenPdf extends Surface {
  pages: number
  headings: Heading[]
  goTo: (page: number) => void
  setScale: (scale: Scale) => void
  /** Times as large as now; the point of the window stays where it is. */
  zoomBy: (factor: number, around?: [x: number, y: number]) => void
  /** Turns all pages by a quarter, clockwise. */
  turn: () => void
  find: (text: string, again: boolean, back: boolean) => void
  /** A small picture of a page that fits into so many pixels. */
  thumb: (page: number, room: { width: number; height: number }) => Promise<ImageBitmap>
}

/** After so many pages drawn, what the library still holds of others is let go. */
const OFTEN = 10
const LEAST = 0.05
const MOST = 16

/**
 * Opens a document in a frame that holds one element for its pages. Nothing in it runs, and links that lead out of it are shown and not
 * followed.
 *
 * @returns gives the document once it is there; `close` ends it, also while it is being opened; `enter` gives a password that was asked for
 */
export function openPdf(url: string, frame: HTMLDivElement, name: string, told: Told) {
  const loading = openDocument(url)
  const eventBus = new EventBus()
  const linkService = new PDFLinkService({ eventBus })
  linkService.externalLinkEnabled = false
  const findController = new PDFFindController({ eventBus, linkService })
  const viewer = new PDFViewer({
    container: frame,
    eventBus,
    linkService,
    findController,
    annotationMode: AnnotationMode.ENABLE,
    removePageBorders: true,
    enableAutoLinking: false,
  })
  linkService.setViewer(viewer)
  let wanted: Scale = 'page-fit'
  let drawnSince = 0
  let enter: ((password: string) => void) | undefined
  loading.onPassword = (update: (password: string) => void, reason: number) => {
    enter = update
    told.password(reason === PasswordResponses.INCORRECT_PASSWORD)
  }
  const hear = <T>(event: string, what: (detail: T) => void) => eventBus.on(event, what)
  hear('pagesinit', () => {
    const alike = lookedAt(size())
    setScale(alike?.scale ?? wanted)
    if (alike) frame.scrollTo(alike.left, alike.top)
  })
  ;['pagesloaded', 'pagerendered', 'scalechanging', 'rotationchanging'].forEach((event) => hear(event, told.moved))
  frame.addEventListener('scroll', told.moved, { passive: true })
  hear<{ pageNumber: number }>('pagechanging', ({ pageNumber }) => told.page(pageNumber))
  hear<{ scale: number }>('scalechanging', ({ scale }) => told.scale(scale, wanted))
  hear<{ pageNumber: number; source: { canvas?: HTMLCanvasElement } }>('pagerendered', ({ pageNumber, source }) => {
    source.canvas?.setAttribute('role', 'img')
    source.canvas?.setAttribute('aria-label', `Page ${pageNumber} of ${name}`)
    if (source.canvas) source.canvas.dataset.drawn = String(pageNumber)
    told.drawn()
    if (++drawnSince >= OFTEN) {
      drawnSince = 0
      letGo(viewer)
    }
  })
  type Count = { matchesCount: { current: number; total: number }; state?: number }
  let looking = false
  const counted = ({ matchesCount, state }: Count) => {
    if (state !== undefined) looking = state === FindState.PENDING
    told.found(matchesCount.current, looking && !matchesCount.total ? undefined : matchesCount.total)
  }
  hear<Count>('updatefindmatchescount', counted)
  hear<Count>('updatefindcontrolstate', counted)
  let was = { outer: '', inner: 0 }
  const resized = new ResizeObserver(() => {
    const now = { outer: `${frame.offsetWidth} ${frame.offsetHeight}`, inner: frame.clientWidth * frame.clientHeight }
    // Bars to scroll with come where a page is a little too large and go where it was made smaller: followed both ways that never ends.
    const barsGone = now.outer === was.outer && now.inner > was.inner
    was = now
    if (typeof wanted === 'string' && viewer.pdfDocument && !barsGone) setScale(wanted)
    told.moved()
  })
  resized.observe(frame)

  function size() {
    const [left = 0, bottom = 0, right = 0, top = 0] = viewer.getPageView(0)?.pdfPage?.view ?? []
    return { width: right - left, height: top - bottom }
  }

  function setScale(scale: Scale) {
    wanted = scale
    viewer.currentScaleValue = typeof scale === 'string' ? scale : String(Math.min(MOST, Math.max(LEAST, scale)))
    // A strip of kilometres that fitted would be a line of less than a pixel, of which nothing is drawn.
    if (viewer.currentScale < LEAST) viewer.currentScale = LEAST
  }

  function zoomBy(factor: number, around?: [number, number]) {
    const to = Math.min(MOST, Math.max(LEAST, viewer.currentScale * factor))
    wanted = to
    viewer.updateScale({ scaleFactor: to / viewer.currentScale, origin: around, drawingDelay: 150 })
    // What the part itself does not enlarge any further is asked for plainly.
    if (to > viewer.currentScale * 1.01) viewer.currentScale = to
  }

  const surface: Surface = {
    frame,
    toWindow(page, { x, y }) {
      const view = viewer.getPageView(page - 1)
      if (!view?.div) return undefined
      const { left, top } = view.div.getBoundingClientRect()
      const [right = 0, down = 0] = view.viewport.convertToViewportPoint(x, y)
      return [left + right, top + down]
    },
    toPage(x, y) {
      const div = document.elementsFromPoint(x, y).find((e) => e.classList.contains('page')) as HTMLElement | undefined
      const page = Number(div?.dataset.pageNumber)
      const view = page ? viewer.getPageView(page - 1) : undefined
      if (!div || !view) return undefined
      const { left, top } = div.getBoundingClientRect()
      const [px = 0, py = 0] = view.viewport.convertToPdfPoint(x - left, y - top)
      return { page, point: { x: px, y: py } }
    },
    show(page, point) {
      // A mark that came in from another program may name a page there is not.
      if (page > viewer.pagesCount) return
      viewer.currentPageNumber = page
      const at = surface.toWindow(page, point)
      const { left, top, width, height } = frame.getBoundingClientRect()
      if (at && (at[0] < left || at[0] > left + width || at[1] < top || at[1] > top + height)) {
        frame.scrollBy(at[0] - left - width / 2, at[1] - top - height / 2)
      }
    },
    perPoint: () => viewer.currentScale * (96 / 72),
    turned: () => ((viewer.getPageView(0)?.viewport.rotation ?? 0) / 90) % 4,
  }

  async function ready(): Promise<OpenPdf> {
    const document: PDFDocumentProxy = await loading.promise
    await told.opened(document.numPages)
    viewer.setDocument(document)
    linkService.setDocument(document)
    return {
      ...surface,
      pages: document.numPages,
      headings: await headings(document, linkService),
      goTo: (page) => (viewer.currentPageNumber = Math.min(document.numPages, Math.max(1, Math.round(page) || 1))),
      setScale,
      zoomBy,
      turn: () => (viewer.pagesRotation = (viewer.pagesRotation + 90) % 360),
      find: (text, again, back) =>
        eventBus.dispatch('find', {
          type: again ? 'again' : '',
          query: text,
          highlightAll: true,
          findPrevious: back,
          caseSensitive: false,
        }),
      thumb: (page, room) => thumbnail(document, page, room),
    }
  }

  return {
    ready: ready(),
    enter: (password: string) => enter?.(password),
    close: () => {
      if (viewer.pdfDocument) leftAt({ ...size(), scale: wanted, left: frame.scrollLeft, top: frame.scrollTop })
      resized.disconnect()
      viewer.cleanup()
      void loading.destroy()
    },
  }
}

/** Lets go what is held of pages that are not drawn any more: their layers of text, and what was unpacked of the file for them. */
function letGo(viewer: PDFViewer) {
  for (let i = 0; i < viewer.pagesCount; i++) {
    const view = viewer.getPageView(i) as PDFPageView | undefined
    if (view?.renderingState === RenderingStates.INITIAL && Object.hasOwn(view, '_textHighlighter')) {
      view._textHighlighter.setTextMapping([], [])
    }
  }
  // Not while a page is being drawn; the next time will do.
  void viewer.pdfDocument?.cleanup(true).catch(() => undefined)
}

interface Outline {
  title: string
  dest: string | unknown[] | null
  items: Outline[]
}

async function headings(document: PDFDocumentProxy, links: PDFLinkService): Promise<Heading[]> {
  const all: Heading[] = []
  const add = (items: Outline[], level: number) =>
    items.forEach(({ title, dest, items: below }) => {
      if (dest) all.push({ title, level, go: () => void links.goToDestination(dest as string) })
      add(below, level + 1)
    })
  add(((await document.getOutline()) as Outline[] | null) ?? [], 0)
  return all
}
