<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useKeys } from '../../../keys'
import { must } from '../../../parts/must'
import Trouble from '../../../parts/Trouble.vue'
import type { Readable } from '../../../parts/readable'
import { count } from '../../../say'
import { useSession } from '../../../session'
import type { Surface } from '../surface'
import CommentCard from './CommentCard.vue'
import { useCarried } from './carried'
import CommentForm from './CommentForm.vue'
import Exchange from './Exchange.vue'
import { colours, type Comment, inOrder, useComments } from './comments'
import { type Draft, keepDraft, keepScale, keptDraft, keptScale } from './drafts'
import { useDrawing } from './drawing'
import Marks from './Marks.vue'
import { type Place, SHAPES } from './place'

/** What was said of the file that is read, in the margin beside the sheet, and the marks over it. */
const props = defineProps<{
  passage: number
  project: number
  /** The author's firm. */
  firm: number
  surface?: Surface
  moved: number
  file: Readable
  /** The revisions of its document, with this one. */
  revisions: number[]
  /** The files of its review, with this one. */
  together: number[]
}>()
const account = useSession().me?.account ?? 0
const comments = useComments(() => props.passage)
const { problem, busy, history } = comments
const carried = useCarried(
  () => comments.all.value,
  () => props.file,
)
/** Those of earlier revisions where they are on this one. */
const all = computed(() =>
  comments.all.value.map((c) => {
    const again = carried.value.get(c.id)
    return again ? { ...c, on: { ...c.on, place: again.place } } : c
  }),
)
/** Where whoever reads stands, and whether what is said is read on the other side at once. */
const stands = computed(() => comments.loaded.value.value)
const atOnce = computed(() => !!stands.value && (stands.value.released || stands.value.side === 'SENDING'))
const selected = ref<number>()
const draft = ref<Draft>()
/** The comment whose mark is drawn anew. */
const replaced = ref<Comment>()
const unfolded = ref(true)
const showsClosed = ref(false)
const exchanging = ref(false)
const marks = useTemplateRef<InstanceType<typeof Marks>>('marks')
const list = useTemplateRef<HTMLElement>('list')

const turned = ref(0)
watch(
  () => [props.moved, props.surface],
  () => (turned.value = props.surface?.turned() ?? 0),
)
const shown = computed(() =>
  inOrder(
    all.value.filter((c) => showsClosed.value || c.stage !== 'CLOSED' || c.id === selected.value),
    turned.value,
  ),
)
const unsure = computed(() => new Set([...carried.value].filter(([, found]) => !found.sure).map(([id]) => id)))
const who = computed(() => colours(all.value))
const closed = computed(() => all.value.filter((c) => c.stage === 'CLOSED').length)
const open = computed(() => all.value.length - closed.value)

const drawing = useDrawing(() => props.surface, drawn)
function drawn(place: Place) {
  const comment = replaced.value
  const perPoint = comment?.on.place?.perPoint ?? keptScale(props.file.hash, place.page)
  const laid = place.shape === 'LENGTH' ? { ...place, perPoint } : place
  replaced.value = undefined
  if (comment) void comments.lay(comment, laid)
  else write(laid)
}
/** What is being written is never written over: another place becomes its place. */
function write(place?: Place) {
  if (!draft.value) draft.value = { key: crypto.randomUUID(), place, text: '' }
  else if (place) draft.value = { ...draft.value, place }
  selected.value = undefined
  showDraft()
}
function showDraft() {
  unfolded.value = true
  void nextTick(() => {
    document.getElementById('comment-draft')?.scrollIntoView({ block: 'nearest' })
    document.querySelector<HTMLTextAreaElement>('#comment-draft textarea')?.focus()
  })
}
function draw(shape: Place['shape']) {
  replaced.value = undefined
  drawing.begin(drawing.shape.value === shape ? undefined : shape)
}
/** With each press the next sort of mark. */
function drawNext() {
  const at = SHAPES.findIndex((s) => s.shape === drawing.shape.value)
  drawing.begin(must(SHAPES[(at + 1) % SHAPES.length]).shape)
}

onMounted(() => (draft.value = keptDraft(account, props.passage)))
/** The one a link leads to, once it and the sheet are there. */
const linked = Number(useRoute().query.comment)
const stop = watch(
  () => [all.value, props.surface] as const,
  ([now]) => {
    if (!linked || !now.some((c) => c.id === linked) || (props.surface === undefined && now.find((c) => c.id === linked)?.on.place)) return
    stop()
    select(linked)
  },
)
watch(draft, (now) => keepDraft(account, props.passage, now))

async function say() {
  const now = draft.value
  if (!now) return
  const { place, text, asked, due, before, pictures } = now
  const changed = now.changes && comments.find(now.changes.comment)
  const went = changed
    ? await comments.change(changed, { place, text, asked, due, before, pictures }, now.changes?.version)
    : await comments.say(now)
  const id = changed ? changed.id : went
  if (went && id) {
    draft.value = undefined
    select(Number(id), false)
  } else if (now.changes) {
    // Who has read how it is now may write over it; what is there no more is said anew.
    const there = comments.find(now.changes.comment)
    draft.value = { ...now, changes: there && { comment: there.id, version: there.version } }
  }
}
function scaled(perPoint: number) {
  const place = draft.value?.place
  if (!place || !draft.value) return
  keepScale(props.file.hash, place.page, perPoint)
  draft.value = { ...draft.value, place: { ...place, perPoint } }
}
function rewrite(comment: Comment) {
  if (!draft.value?.text.trim() && !draft.value?.pictures?.length) draft.value = comments.draftOf(comments.find(comment.id) ?? comment)
  showDraft()
}
function replace(comment: Comment) {
  replaced.value = comment
  drawing.begin(comment.on.place?.shape)
}

/** Shows a comment whole, and its place on the sheet. */
function select(id: number | undefined, go = true) {
  selected.value = id
  const place = all.value.find((c) => c.id === id)?.on.place
  if (go && place) props.surface?.show(place.page, must(place.points[0]))
  void nextTick(() => {
    document.getElementById(`comment-${id}`)?.scrollIntoView({ block: 'nearest' })
    marks.value?.again()
  })
}
function step(by: number) {
  const at = shown.value.findIndex((c) => c.id === selected.value)
  const to = shown.value[at < 0 ? (by > 0 ? 0 : shown.value.length - 1) : Math.min(shown.value.length - 1, Math.max(0, at + by))]
  if (to) {
    unfolded.value = true
    select(to.id)
  }
}
/** From the margin to the place and back. */
function cross() {
  if (document.activeElement?.closest('#comments')) props.surface?.frame.focus()
  else if (selected.value) document.querySelector<HTMLElement>(`#comment-${selected.value} .head`)?.focus()
  else step(1)
}
/** How its place was found on this revision. */
function again(c: Comment) {
  if (!c.on.carried || !c.on.place) return undefined
  const found = carried.value.get(c.id)
  return !found ? 'looking' : found.sure ? 'sure' : 'unsure'
}
const mine = () => all.value.find((c) => c.id === selected.value && c.may.change)
const takeBack = () => {
  const comment = mine()
  if (comment) void comments.takeBack(comment)
}
defineExpose({ shown, who })
useKeys([
  { key: 'm', says: 'Draw a mark; once more for the next sort', does: drawNext },
  { key: 'w', says: 'Say something in general', does: () => write() },
  { key: 'j', says: 'Next comment', does: () => step(1) },
  { key: 'k', says: 'Comment before', does: () => step(-1) },
  { key: 'g', says: 'From the margin to the place, and back', does: cross },
  { key: 'z', says: 'Undo what you did with comments', does: () => void history.undo() },
  { key: 'y', says: 'Do it again', does: () => void history.redo() },
  { key: 'Delete', says: 'Take your comment back', does: takeBack },
])
useEventListener(list, 'scroll', () => marks.value?.again(), { passive: true })
useResizeObserver(list, () => marks.value?.again())
watch([shown, unfolded, () => !!draft.value, drawing.beside], () => void nextTick(() => marks.value?.again()))
</script>

<template>
  <Marks
    v-if="surface"
    ref="marks"
    :surface="surface"
    :moved="moved"
    :comments="unfolded ? shown : []"
    :colours="who"
    :unsure="unsure"
    :selected="selected"
    :drawing="drawing"
    :draft="draft?.place && { place: draft.place, text: draft.text }"
    @select="select($event, false)"
    @lay="comments.lay"
  />
  <section id="comments" class="margin" aria-label="Comments">
    <div class="bar">
      <button class="act bare" type="button" :aria-expanded="unfolded" @click="unfolded = !unfolded">
        {{ open ? count(open, 'comment') : closed ? 'Comments' : 'No comments' }}
      </button>
      <span class="grow" />
      <span v-if="surface" class="tools" role="group" aria-label="Draw a mark">
        <button
          v-for="s in SHAPES"
          :key="s.shape"
          type="button"
          :aria-label="s.says"
          :title="s.says"
          :aria-pressed="drawing.shape.value === s.shape"
          @click="draw(s.shape)"
        >
          <svg viewBox="0 0 16 16" aria-hidden="true"><path :d="s.glyph" /></svg>
        </button>
      </span>
      <button class="act" type="button" title="Say something in general" @click="write()">Say</button>
    </div>
    <p v-if="drawing.beside.value" class="note" role="status">A mark begins on the page.</p>
    <div v-if="unfolded" id="comments-list" ref="list" class="list">
      <Trouble :problem="comments.loaded.problem.value" :again="comments.loaded.load" />
      <Trouble :problem="problem" />
      <div v-if="draft" id="comment-draft" class="draft">
        <CommentForm
          :key="draft.key"
          v-model="draft"
          :passage="passage"
          :project="project"
          :firm="firm"
          :busy="busy"
          :at-once="atOnce"
          :reviewing="stands?.side === 'REVIEWING'"
          :inside="stands?.side === 'REVIEWING' && !stands.released"
          @say="say"
          @drop="draft = undefined"
          @scale="scaled"
        />
      </div>
      <ul class="cards">
        <CommentCard
          v-for="c in shown"
          :key="c.id"
          :comment="c"
          :colour="who.get(c.by.person) ?? 'var(--main)'"
          :selected="c.id === selected"
          :comments="comments"
          :again="again(c)"
          :changed="c.on.carried ? `/compare/${c.on.passage}/${passage}?comment=${c.id}` : undefined"
          @select="select(c.id === selected ? undefined : c.id)"
          @rewrite="rewrite(c)"
          @replace="replace(c)"
        />
      </ul>
      <span class="row foot">
        <label v-if="closed" class="row"><input v-model="showsClosed" type="checkbox" /> {{ closed }} closed</label>
        <button class="act bare" type="button" :aria-expanded="exchanging" @click="exchanging = !exchanging">Out and in</button>
        <span class="grow" />
        <button v-if="history.last.value" class="act bare" type="button" :title="`Undo ${history.last.value}`" @click="history.undo()">
          Undo
        </button>
        <button v-if="history.next.value" class="act bare" type="button" :title="`Do again ${history.next.value}`" @click="history.redo()">
          Redo
        </button>
      </span>
    </div>
  </section>
  <Exchange
    v-if="exchanging"
    :project="project"
    :passage="passage"
    :together="together"
    :revisions="revisions"
    :pdf="file.mediaType === 'application/pdf'"
    @taken="comments.loaded.load"
    @done="exchanging = false"
  />
</template>

<style scoped>
.margin {
  position: absolute;
  right: 12px;
  top: 8px;
  width: 336px;
  max-height: calc(100% - var(--block, 300px) - 32px);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.bar {
  display: flex;
  align-items: center;
  gap: 4px;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  padding: 2px 4px;
}
.tools {
  display: flex;
}
.tools button {
  width: 26px;
  height: 26px;
  border: 1px solid transparent;
  background: none;
  cursor: pointer;
  padding: 4px;
}
.tools button:hover {
  background: var(--shade);
}
.tools button[aria-pressed='true'] {
  background: var(--main);
  color: var(--main-ink);
}
.tools svg {
  width: 16px;
  height: 16px;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.6;
}
.list {
  overflow-y: auto;
  min-height: 0;
}
.cards {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  padding-top: 4px;
}
.draft {
  background: var(--sheet);
  border: 2px solid var(--main);
  padding: 8px;
  margin-top: 4px;
}
.foot {
  padding: 3px 2px;
}
@media (max-width: 900px) {
  .margin {
    position: static;
    width: auto;
    margin: 8px;
    max-height: none;
    flex: none;
  }
}
</style>
