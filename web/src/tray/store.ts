import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, data, type Problem, type Schemas } from '../api/client'
import { fold, type Colour, type Item, type Line } from './fold'

/** What was told to whoever is signed in, that person's shelves, and what lies on them; kept by the server. */
export const useTray = defineStore('tray', () => {
  const items = ref<Item[]>([])
  /** Where the next page begins; absent where there is none. */
  const next = ref<string>()
  const more = computed(() => next.value !== undefined)
  const shelves = ref<Schemas['ShelfView'][]>([])
  /** The shelf that is looked at; absent for the tray itself. */
  const shelf = ref<number>()
  const marks = ref(new Map<number, number>())
  const problem = ref<Problem>()
  /** What was done last, to take it back. */
  const done = ref<{ ids: number[]; says: string }>()
  /** The newest there is, whatever is looked at. */
  const newest = ref<Line>()
  const waiting = ref(0)
  const waitingMore = ref(false)
  const lines = computed(() => fold(items.value))
  const byId = computed(() => new Map(shelves.value.map((s) => [s.id, s])))
  const markOf = (passage: number) => byId.value.get(marks.value.get(passage) ?? 0)

  function shown(tray: Schemas['PageItem']) {
    newest.value = fold(tray.items)[0]
    waiting.value = tray.items.length
    waitingMore.value = !!tray.next
    if (shelf.value === undefined) show(tray)
  }
  function show(page: Schemas['PageItem']) {
    items.value = page.items
    next.value = page.next
  }
  async function safely(deed: () => Promise<unknown>) {
    try {
      await deed()
      problem.value = undefined
    } catch (e) {
      problem.value = e as Problem
    }
  }
  /** Something has come; shelves change by one's own hand only. */
  const news = () => safely(async () => shown(await data(api.GET('/api/tray', {}))))

  const load = () =>
    safely(async () => {
      const [tray, its, onShelves] = await Promise.all([
        data(api.GET('/api/tray', {})),
        data(api.GET('/api/tray/shelves')),
        data(api.GET('/api/tray/marks')),
      ])
      shelves.value = its
      marks.value = new Map(onShelves.map((m) => [m.passage, m.shelf]))
      if (shelf.value !== undefined && !byId.value.has(shelf.value)) shelf.value = undefined
      shown(tray)
      if (shelf.value !== undefined) show(await data(api.GET('/api/tray', { params: { query: { shelf: shelf.value } } })))
    })

  async function older() {
    const page = await data(api.GET('/api/tray', { params: { query: { shelf: shelf.value, after: next.value } } }))
    items.value = [...items.value, ...page.items]
    next.value = page.next
  }

  async function act(deed: () => Promise<unknown>) {
    await safely(deed)
    const refused = problem.value
    await load()
    problem.value ??= refused
  }

  /** Lets items pass, or puts them on a shelf. */
  const mark = (ids: number[], on?: number) =>
    act(async () => {
      await data(api.PUT('/api/tray/marks', { body: { items: ids, shelf: on } }))
      done.value = { ids, says: on === undefined ? 'let pass' : `on “${byId.value.get(on)?.name ?? ''}”` }
    })
  const takeBack = () =>
    act(async () => {
      if (done.value) await data(api.POST('/api/tray/marks/taken-back', { body: { items: done.value.ids } }))
      done.value = undefined
    })
  const look = (at?: number) => {
    shelf.value = at
    return load()
  }
  const addShelf = (name: string, colour: Colour) =>
    act(async () => {
      await data(api.POST('/api/tray/shelves', { body: { name, colour, version: 0 } }))
    })
  const changeShelf = (its: Schemas['ShelfView']) =>
    act(() => data(api.PUT('/api/tray/shelves/{id}', { params: { path: { id: its.id } }, body: its })))
  const removeShelf = (id: number) => act(() => data(api.DELETE('/api/tray/shelves/{id}', { params: { path: { id } } })))
  /** Moves a shelf by one place. */
  const moveShelf = (id: number, by: 1 | -1) => {
    const ids = shelves.value.map((s) => s.id)
    const from = ids.indexOf(id)
    const to = from + by
    if (to < 0 || to >= ids.length) return Promise.resolve()
    ids.splice(to, 0, ...ids.splice(from, 1))
    return act(() => data(api.PUT('/api/tray/shelves', { body: { ids } })))
  }

  function forget() {
    items.value = []
    shelves.value = []
    marks.value = new Map()
    newest.value = undefined
    waiting.value = 0
    shelf.value = undefined
    done.value = undefined
  }

  return {
    items,
    more,
    shelves,
    shelf,
    problem,
    done,
    newest,
    waiting,
    waitingMore,
    lines,
    markOf,
    load,
    news,
    older,
    mark,
    takeBack,
    look,
    addShelf,
    changeShelf,
    removeShelf,
    moveShelf,
    forget,
  }
})
