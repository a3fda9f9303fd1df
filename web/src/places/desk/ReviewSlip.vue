<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Review } from '../../api/client'
import { useKeys } from '../../keys'
import { useLoaded } from '../../load'
import Due from '../../parts/Due.vue'
import { useRemarks } from '../../parts/remarks'
import Trouble from '../../parts/Trouble.vue'
import { count, day } from '../../say'
import AskedComment from './AskedComment.vue'
import { mayClose, notClosed } from './closing'
import CommentSheet from './CommentSheet.vue'
import { useDeciding } from './decide'
import FileLine from './FileLine.vue'
import { bringIntoView, wholeInView } from './inView'
import { stand } from './stand'
import SeatLine from './SeatLine.vue'
import { must } from '../../parts/must'

/**
 * `onClosed` and `onLost` are no events: live news may take the slip from the list before its call is answered, and who is gone has none.
 * Lost is what came too late, with the reason; the review goes from the list with it.
 */
const props = defineProps<{
  review: Review
  keys?: boolean
  onClosed: (review: number) => void
  onLost: (why: string) => void
}>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
/** The file the mark is on; 0 for the first. */
const marked = ref(props.keys && stand.value.review === props.review.id ? stand.value.passage : 0)
/** Why a key did nothing. */
const unheard = ref('')
const article = useTemplateRef<HTMLElement>('article')
const picked = ref(new Set<number>())
const drawing = ref(false)
/** The row the comment is written under: the last of those it is for. */
const askedAt = computed(() => files.value.findLast((f) => asking.value?.passages.includes(f.passage.id))?.passage.id)
const releasing = computed(() => props.review.state === 'RELEASING')
const several = computed(() => props.review.seats.length > 1)

/** The files, asked for when somebody wants to see them, where the list came without. */
const unfolded = ref(!!props.keys && !props.review.files)
const asked = useLoaded(() => data(api.GET('/api/reviews/{id}', { params: { path: { id: props.review.id } } })))
const files = computed(() => props.review.files ?? asked.value.value?.files ?? [])
const folded = computed(() => !props.review.files && !asked.value.value)
const deciding = useDeciding(
  () => ({ ...props.review, files: files.value }),
  () => {
    if (problem.value?.type === 'step-is-over') props.onLost(problem.value.message)
    emit('changed')
  },
  undefined,
  words,
)
const { problem, busy, asking, comment, codes, give, say, takeBack } = deciding
const at = computed(() =>
  Math.max(
    0,
    files.value.findIndex((f) => f.passage.id === marked.value),
  ),
)
const undecided = computed(() => (folded.value ? props.review.step.undecided : files.value.filter((f) => f.decision === undefined).length))
const allPicked = computed(() => picked.value.size === files.value.length)
/** What a key decides: the picked files, or the one the cursor is on. */
const meant = () => (picked.value.size ? [...picked.value] : files.value[at.value] ? [must(files.value[at.value]).passage.id] : [])
/** What the codes mean, for who sees them for the first time. */
const legend = computed(() =>
  codes()
    .map((c) => `${c.digit} ${c.name}`)
    .join(', '),
)
const codeName = (digit?: number) => codes().find((c) => c.digit === digit)?.name ?? ''
/** What title blocks say otherwise than name and register, said where one decides. */
const remarks = useRemarks(
  () => props.review.project,
  () => files.value.map((f) => f.passage.id),
)
watch(
  () => files.value.map((f) => f.passage.id).join(),
  (ids) => {
    if (ids) void remarks.load()
  },
  { immediate: true },
)
/** Columns that are there only where there is something to say in them. */
const beside = computed(() => ({ before: files.value.some((f) => f.before.length), others: several.value }))
const columns = computed(() => 5 + Number(beside.value.before) + Number(beside.value.others))
/** Who has not answered every file, where one's own answers are complete. */
const missing = computed(() =>
  several.value && files.value.every((f) => f.mine)
    ? props.review.seats
        .filter((s) => s.answered < props.review.step.files && !props.review.may.from.includes(s.personId))
        .map((s) => s.person)
    : [],
)

function words(id: number) {
  const p = files.value.find((f) => f.passage.id === id)?.passage
  return p ? [p.names.number, p.names.revision, p.names.title].filter(Boolean).join(' ') : ''
}

function mark(index: number) {
  marked.value = files.value[Math.max(0, Math.min(files.value.length - 1, index))]?.passage.id ?? 0
}

const row = () => article.value?.querySelector<HTMLElement>(releasing.value ? 'footer' : 'tr.at')

/** Shows what has the mark, once it is there to be shown. */
watch(
  [() => props.keys && !folded.value, at],
  async ([shown], [before]) => {
    if (!shown) return
    stand.value = { review: props.review.id, passage: files.value[at.value]?.passage.id ?? 0 }
    await nextTick()
    if (!before) bringIntoView(article.value)
    bringIntoView(row())
  },
  { immediate: true },
)

/** Does what a key says only to what is on the screen, whole; else shows it, and says that the key did nothing. */
function seen(element: HTMLElement | null | undefined, does: () => void) {
  if (!folded.value && element && wholeInView(element)) {
    unheard.value = ''
    does()
    return
  }
  unheard.value = folded.value
    ? 'Its files were still being asked for, so the key did nothing. Press it again once you see them.'
    : 'What you marked was not on the screen, so the key did nothing. Now it is: press it again.'
  // Shown once the sentence stands above it, which moves it.
  void nextTick(() => bringIntoView(element ?? article.value))
}

watch(
  () => props.review,
  (now) => {
    if (unfolded.value && !now.files) void asked.load()
  },
)

if (unfolded.value) void asked.load()

function unfold() {
  unfolded.value = true
  void asked.load()
}

function toggle(id: number) {
  const now = new Set(picked.value)
  if (!now.delete(id)) now.add(id)
  picked.value = now
}

function toggleAll() {
  picked.value = allPicked.value ? new Set() : new Set(files.value.map((f) => f.passage.id))
}

async function decide(ids: number[], code: number) {
  unheard.value = ''
  await give(ids, code)
  if (!asking.value) goOn(ids)
}

/** The mark goes on from the one file that was decided: the next key means the next file, whether or not a comment was asked for. */
function goOn(ids: number[]) {
  if (problem.value) return
  if (ids.length === 1 && picked.value.size === 0) mark(files.value.findIndex((f) => f.passage.id === ids[0]) + 1)
  picked.value = new Set([...picked.value].filter((id) => !ids.includes(id)))
}

/** While a decision is being sent the mark is still where it was: a key would mean the file that was decided just now. */
function decideByKey(code: number) {
  if (busy.value) unheard.value = 'What you decided before was still being sent, so the key did nothing. Press it again.'
  else void decide(meant(), code)
}

async function sayIt() {
  const ids = asking.value?.passages ?? []
  await say()
  goOn(ids)
}

async function close() {
  const { review, onClosed } = props
  if (await deciding.close()) onClosed(review.id)
}

function closeByKey() {
  unheard.value = notClosed(props.review, undecided.value, busy.value) ?? ''
  if (!unheard.value) void close()
}

async function release() {
  const { review, onClosed } = props
  if (await deciding.release()) onClosed(review.id)
}

const on = (does: () => void) => () => {
  if (props.keys) does()
}
const onRow = (does: (id: number) => void) =>
  on(() =>
    seen(row(), () => {
      if (files.value[at.value]) does(must(files.value[at.value]).passage.id)
    }),
  )
const onFoot = (does: () => void) => on(() => seen(article.value?.querySelector<HTMLElement>('footer'), does))
const move = (by: number) =>
  on(() => {
    unheard.value = ''
    mark(at.value + by)
  })
useKeys(
  props.keys
    ? [
        { key: 'ArrowDown', says: 'Next file', does: move(1) },
        { key: 'ArrowUp', says: 'File before', does: move(-1) },
        { key: 'Enter', says: 'Read the file', does: onRow((id) => void router.push(`/read/${id}`)) },
        { key: 'v', says: 'What changed since it came the time before', does: onRow((id) => void router.push(`/compare/${id}`)) },
        ...(releasing.value
          ? [{ key: 'c', says: 'Release to the author', does: onFoot(() => void release()) }]
          : [
              { key: 'x', says: 'Pick the file, to decide several alike', does: onRow(toggle) },
              { key: 'a', says: 'Pick all files', does: on(toggleAll) },
              ...[1, 2, 3, 4].map((code) => ({
                key: String(code),
                says: `Decide: ${codeName(code) || code}`,
                does: onRow(() => decideByKey(code)),
              })),
              { key: 'u', says: 'Take back what was decided last', does: on(() => void takeBack(meant())) },
              {
                key: 'c',
                says: 'Close the step',
                does: onFoot(closeByKey),
              },
            ]),
      ]
    : [],
)
</script>

<template>
  <article ref="article" class="panel" :class="{ here: keys }" :aria-label="`Review of submission ${review.submission.reference}`">
    <header>
      <h2>{{ review.step.name }}</h2>
      <span class="quiet">step {{ review.step.at + 1 }} of {{ review.route.steps }} on route {{ review.route.name }}</span>
      <span class="mono">{{ review.submission.reference }}</span>
      <span class="clip">{{ review.submission.author }}, {{ review.submission.authorFirm }}</span>
      <span v-if="folded" class="quiet"
        >{{ count(review.step.files, 'file') }}, {{ undecided ? `${undecided} without a decision` : 'every one with a decision' }}</span
      >
      <span class="due"><Due :at="review.step.due" /></span>
      <button
        v-if="folded"
        class="act"
        type="button"
        :disabled="asked.loading.value"
        :aria-label="`Show ${review.step.files === 1 ? 'it' : 'them'}: the files of ${review.submission.reference}`"
        @click="unfold"
      >
        Show {{ review.step.files === 1 ? 'it' : 'them' }}
      </button>
    </header>
    <SeatLine v-if="!folded" :review="review" :deciding="deciding" />
    <p v-if="!folded && review.submission.message" class="message">
      <strong>{{ review.submission.sender }}</strong> says: {{ review.submission.message }}
    </p>
    <CommentSheet v-if="!folded && releasing" :review="{ ...review, files }" :deciding="deciding" />
    <table v-else-if="!folded" class="dense files">
      <thead>
        <tr>
          <th class="pick">
            <input
              type="checkbox"
              :checked="allPicked"
              :aria-label="`Pick all files of ${review.submission.reference}`"
              @change="toggleAll"
            />
          </th>
          <th class="number">Number</th>
          <th>Title</th>
          <th v-if="beside.before" class="said">Said before</th>
          <th v-if="beside.others" class="others">Others</th>
          <th class="decision">Your decision</th>
          <th class="read"><span class="hidden-text">Read</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(file, i) in files" :key="file.passage.id">
          <FileLine
            :class="{ at: keys && i === at }"
            :file="file"
            :beside="beside"
            :codes="codes()"
            :picked="picked.has(file.passage.id)"
            :remarks="remarks.of(file.passage.id)"
            @pick="toggle(file.passage.id)"
            @decide="(code) => decide([file.passage.id], code)"
          />
          <AskedComment
            v-if="asking && askedAt === file.passage.id"
            v-model="comment"
            :asking="asking"
            :called="codeName(asking.code)"
            :columns="columns"
            :busy="busy"
            @say="sayIt"
            @not-now="asking = undefined"
          />
        </template>
      </tbody>
    </table>
    <p v-if="unheard" class="note" role="alert">{{ unheard }}</p>
    <Trouble :problem="problem ?? asked.problem.value" />
    <CommentSheet v-if="drawing && !releasing && !folded" :review="{ ...review, files }" :deciding="deciding" />
    <footer v-if="!folded">
      <template v-if="releasing">
        <span class="quiet">Until you release them, the author’s firm reads neither decisions nor comments.</span>
        <button
          class="act first end"
          type="button"
          title="Cannot be taken back: the author and those concerned are told"
          :disabled="busy"
          @click="release"
        >
          <span class="key">c</span> Release to the author
        </button>
      </template>
      <template v-else>
        <span v-if="picked.size" class="row">
          {{ count(picked.size, 'file') }} picked, alike:
          <button v-for="code in codes()" :key="code.digit" type="button" class="act" @click="decide([...picked], code.digit)">
            <span class="key">{{ code.digit }}</span> {{ code.name }}
          </button>
        </span>
        <span v-else class="quiet"
          >{{
            !undecided
              ? 'Every file has a decision'
              : missing.length
                ? `You have answered; ${missing.join(', ')} ${missing.length === 1 ? 'has' : 'have'} not answered every file yet`
                : `${count(undecided, 'file')} without a decision`
          }}<template v-if="review.submission.answerDue"
            >; the author asks for an answer by {{ day(review.submission.answerDue) }}</template
          ></span
        >
        <span v-if="keys && undecided && !picked.size" class="quiet clip legend" :title="legend">{{ legend }}</span>
        <button v-if="review.may.draw" class="act bare" type="button" :aria-expanded="drawing" @click="drawing = !drawing">
          What the author will read
        </button>
        <button
          class="act first end"
          type="button"
          title="Cannot be taken back: what follows begins, and its people are told"
          :disabled="busy || !mayClose(review, undecided)"
          @click="close"
        >
          {{ undecided && mayClose(review, undecided) ? `Close for ${files.length - undecided} of ${files.length}` : 'Close the step' }}
        </button>
      </template>
    </footer>
  </article>
</template>

<style scoped>
.panel > header {
  align-items: center;
  flex-wrap: wrap;
}
.panel > header:last-child {
  border-bottom: 0;
}
.here {
  border-left: 4px solid var(--main);
}
.due {
  margin-left: auto;
}
.files {
  table-layout: fixed;
}
.pick {
  width: 34px;
}
.number {
  width: 216px;
}
.said {
  width: 250px;
}
article,
footer {
  scroll-margin: 40px 0 50px;
}
.others {
  width: 150px;
}
.message {
  padding: 5px 10px;
  background: var(--attention-soft);
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.decision {
  width: 340px;
}
.read {
  width: 60px;
}
.legend {
  min-width: 0;
  margin-left: 8px;
}
footer {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px 10px;
}
.end {
  margin-left: auto;
}
@media (max-width: 900px) {
  .files thead {
    display: none;
  }
  footer {
    flex-wrap: wrap;
  }
}
</style>
