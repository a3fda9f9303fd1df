import { computed, watch } from 'vue'
import { api, data, type Schemas } from '../../../api/client'
import { useAct } from '../../../act'
import { whenChanged } from '../../../live'
import { useLoaded } from '../../../load'
import { must } from '../../../parts/must'
import type { Draft } from './drafts'
import { useHistory } from './history'
import { middle, type Place } from './place'

export type Comment = Schemas['CommentView']

/** A comment as its author wants it. */
interface Wanted {
  place?: Place
  text: string
  asked?: number
  due?: string
  before?: number
  pictures?: number[]
}

const wantedOf = (c: Comment): Wanted => ({
  place: c.on.place,
  text: c.text,
  asked: c.asked?.person,
  due: c.asked?.due,
  before: c.with.before,
  pictures: c.with.pictures.map((p) => p.id),
})

/** What was said of a revision, and what one does with it; what one did oneself is undone again. */
export function useComments(passage: () => number) {
  const loaded = useLoaded(() => data(api.GET('/api/passages/{passage}/comments', { params: { path: { passage: passage() } } })))
  const { busy, problem, act } = useAct(loaded.load)
  const history = useHistory()
  /** Of what was taken back: how often it had been changed by then. */
  const gone = new Map<number, number>()
  watch(passage, loaded.load, { immediate: true })
  const all = computed(() => loaded.value.value?.comments ?? [])
  whenChanged(
    ['COMMENT', 'PASSAGE'],
    loaded.load,
    undefined,
    (change) => change.topic !== 'COMMENT' || change.id === passage() || all.value.some((c) => c.on.passage === change.id),
  )
  const find = (id: number) => all.value.find((c) => c.id === id)
  const version = (id: number) => find(id)?.version ?? gone.get(id) ?? 0
  const path = (id: number) => ({ params: { path: { id } } })

  const put = (id: number, wanted: Wanted, seen: number) =>
    act(() => data(api.PUT('/api/comments/{id}', { ...path(id), body: { ...wanted, version: seen } })))
  async function away(id: number) {
    const at = version(id)
    const went = await act(() => data(api.DELETE('/api/comments/{id}', { params: { path: { id }, query: { version: at } } })))
    if (went) gone.set(id, at + 1)
    return went
  }
  const back = (id: number) => act(() => data(api.POST('/api/comments/{id}/restorations', { ...path(id), body: { version: version(id) } })))

  /** Says something new; true if it was said. */
  async function say(draft: Draft) {
    const { key, place, text, asked, due, before, pictures } = draft
    let id = 0
    const went = await act(async () => {
      const made = await data(
        api.POST('/api/passages/{passage}/comments', {
          params: { path: { passage: passage() } },
          body: { key, place, text, asked, due, before, pictures },
        }),
      )
      id = made.id
    })
    if (went) history.did({ says: 'what you have said last', undo: () => away(id), redo: () => back(id) })
    return went ? id : undefined
  }

  /**
   * Has a comment as it is wanted now.
   *
   * @param seen how often it had been changed when that was begun: what another window did since is not written over
   */
  async function change(comment: Comment, to: Wanted, seen = comment.version) {
    const before = wantedOf(comment)
    if (!(await put(comment.id, to, seen))) return false
    let at = seen + 1
    const again = async (wanted: Wanted) => {
      const went = await put(comment.id, wanted, at)
      if (went) at++
      return went
    }
    history.did({ says: 'your last change', undo: () => again(before), redo: () => again(to) })
    return true
  }

  async function takeBack(comment: Comment) {
    const went = await away(comment.id)
    if (went) history.did({ says: 'what you took back', undo: () => back(comment.id), redo: () => away(comment.id) })
    return went
  }

  return {
    all,
    loaded,
    busy,
    problem,
    history,
    find,
    say,
    change,
    takeBack,
    /** The same comment elsewhere on its page. */
    lay: (comment: Comment, place: Place) => change(comment, { ...wantedOf(comment), place }),
    answer: (comment: Comment, kind: 'SAID' | 'DONE' | 'NOT_DONE', text: string) =>
      act(() => data(api.POST('/api/comments/{id}/answers', { ...path(comment.id), body: { version: comment.version, kind, text } }))),
    close: (comment: Comment, closed: boolean) =>
      act(() => data(api.PUT('/api/comments/{id}/stage', { ...path(comment.id), body: { version: comment.version, closed } }))),
    draw: (comment: Comment, as: 'KEPT' | 'REWORDED' | 'DROPPED', text: string) =>
      act(() => data(api.PUT('/api/comments/{id}/drawing', { ...path(comment.id), body: { version: comment.version, as, text } }))),
    /** With which others of its sheet one may be read as one. */
    joinable: (comment: Comment) =>
      comment.may.draw
        ? all.value.filter((c) => c.id !== comment.id && c.may.draw && c.on.passage === comment.on.passage && !c.drawing?.into)
        : [],
    /** Has the author read both as one, at the place of the other. */
    join: (comment: Comment, other: Comment, text: string) =>
      act(() =>
        data(
          api.PUT('/api/comments/{id}/joining', {
            ...path(comment.id),
            body: { version: comment.version, into: other.id, intoVersion: other.version, text },
          }),
        ),
      ),
    draftOf: (comment: Comment): Draft => ({
      key: crypto.randomUUID(),
      changes: { comment: comment.id, version: comment.version },
      ...wantedOf(comment),
    }),
  }
}

const KINDS = { SAID: '', DONE: 'Done', NOT_DONE: 'Not done', CLOSED: 'Closed it', REOPENED: 'Opened it again' } as const
/** What somebody answered or did, in words. */
export const answerInWords = ({ kind, text }: Pick<Comment['answers'][number], 'kind' | 'text'>) =>
  [KINDS[kind], text].filter(Boolean).join(': ')

/** What somebody said to it; the rest is who closed it or opened it again. */
export const said = (comment: Comment) => comment.answers.filter(({ kind }) => kind !== 'CLOSED' && kind !== 'REOPENED')

export type Comments = ReturnType<typeof useComments>

const COLOURS = ['teal', 'ochre', 'plum', 'moss', 'brick', 'slate']

/** The colour of who says something: another for each of those who say something here, as long as there are colours. */
export function colours(comments: Comment[]): Map<number, string> {
  const people = [...new Set(comments.map((c) => c.by.person))].sort((a, b) => a - b)
  return new Map(people.map((person, i) => [person, `var(--shelf-${must(COLOURS[i % COLOURS.length])})`]))
}

/**
 * In the order of their places, from the first page on and from the top down as the pages are turned, so that the lines to them need not
 * cross; what is said in general comes first.
 */
export function inOrder(comments: Comment[], turned = 0): Comment[] {
  const top = ({ on }: Comment) => {
    const { x, y } = on.place ? middle(on.place) : { x: 0, y: 0 }
    return must([-y, x, y, -x][turned])
  }
  return [...comments].sort((a, b) => (a.on.place?.page ?? 0) - (b.on.place?.page ?? 0) || top(a) - top(b) || a.id - b.id)
}
