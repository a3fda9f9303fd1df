<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Review, type Schemas } from '../../api/client'
import { useKeys } from '../../keys'
import { useLoaded } from '../../load'
import Due from '../../parts/Due.vue'
import Num from '../../parts/Num.vue'
import { useRemarks } from '../../parts/remarks'
import Trouble from '../../parts/Trouble.vue'
import { count, day } from '../../say'
import { useSession } from '../../session'
import CommentSheet from './CommentSheet.vue'
import { useDeciding } from './decide'
import { bringIntoView, wholeInView } from './inView'
import { stand } from './stand'
import SeatLine from './SeatLine.vue'
import { must } from '../../parts/must'
import ShelfMark from '../../tray/ShelfMark.vue'

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
const session = useSession()
const deciding = useDeciding(
  () => props.review,
  () => {
    if (problem.value?.type === 'step-is-over') props.onLost(problem.value.message)
    emit('changed')
  },
  undefined,
  words,
)
const { problem, busy, asking, comment, codes, give, say, takeBack } = deciding
/** The file the mark is on; 0 for the first. */
const marked = ref(props.keys && stand.value.review === props.review.id ? stand.value.passage : 0)
/** Why a key did nothing. */
const unheard = ref('')
const article = useTemplateRef<HTMLElement>('article')
const picked = ref(new Set<number>())
const drawing = ref(false)
const commentField = useTemplateRef<HTMLTextAreaElement[]>('commentField')
/** The row the comment is written under: the last of those it is for. */
const askedAt = computed(() => files.value.findLast((f) => asking.value?.passages.includes(f.passage.id))?.passage.id)
const releasing = computed(() => props.review.state === 'RELEASING')
const several = computed(() => props.review.seats.length > 1)

/** The files, asked for when somebody wants to see them, where the list came without. */
const unfolded = ref(!!props.keys && !props.review.files)
const asked = useLoaded(() => data(api.GET('/api/reviews/{id}', { params: { path: { id: props.review.id } } })))
const files = computed(() => props.review.files ?? asked.value.value?.files ?? [])
const folded = computed(() => !props.review.files && !asked.value.value)
const at = computed(() =>
  Math.max(
    0,
    files.value.findIndex((f) => f.passage.id === marked.value),
  ),
)
const undecided = computed(() => (folded.value ? props.review.step.undecided : files.value.filter((f) => f.decision === undefined).length))
const mayClose = computed(() => undecided.value === 0 || (props.review.route.filesGoAlone && undecided.value < files.value.length))
const allPicked = computed(() => picked.value.size === files.value.length)
/** What a key decides: the picked files, or the one the cursor is on. */
const meant = () => (picked.value.size ? [...picked.value] : files.value[at.value] ? [must(files.value[at.value]).passage.id] : [])
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
const columns = computed(() => 5 + (files.value.some((f) => f.before.length) ? 1 : 0) + (several.value ? 1 : 0))
/** Who has not answered every file, where one's own answers are complete. */
const missing = computed(() =>
  several.value && files.value.every((f) => f.mine)
    ? props.review.seats
        .filter((s) => s.answered < props.review.step.files && !props.review.may.from.includes(s.personId))
        .map((s) => s.person)
    : [],
)
const others = (f: Schemas['ReviewedFile']) => f.answers.filter((a) => a.id !== f.mine?.id)

watch(asking, async (now) => {
  if (!now) return
  await nextTick()
  commentField.value?.[0]?.focus()
  bringIntoView(commentField.value?.[0]?.closest('tr'))
})

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
  await give(ids, code)
  if (asking.value || problem.value) return
  if (ids.length === 1 && picked.value.size === 0) mark(files.value.findIndex((f) => f.passage.id === ids[0]) + 1)
  picked.value = new Set()
}

async function sayIt() {
  await say()
  if (!problem.value) picked.value = new Set()
}

async function close() {
  const { review, onClosed } = props
  if (await deciding.close()) onClosed(review.id)
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
                does: onRow(() => void decide(meant(), code)),
              })),
              { key: 'u', says: 'Take back what was decided last', does: on(() => void takeBack(meant())) },
              {
                key: 'c',
                says: 'Close the step',
                does: onFoot(() => {
                  if (mayClose.value) void close()
                }),
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
          <th v-if="files.some((f) => f.before.length)" class="said">Said before</th>
          <th v-if="several" class="others">Others</th>
          <th class="decision">Your decision</th>
          <th class="read"><span class="hidden-text">Read</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(file, i) in files" :key="file.passage.id">
          <tr :class="{ at: keys && i === at }">
            <td class="pick">
              <input
                type="checkbox"
                :checked="picked.has(file.passage.id)"
                :aria-label="`Pick ${file.passage.names.title}`"
                @change="toggle(file.passage.id)"
              />
            </td>
            <td>
              <ShelfMark :passage="file.passage.id" /><Num :number="file.passage.names.number" :revision="file.passage.names.revision" />
            </td>
            <td class="title">
              <RouterLink class="plain" :to="`/read/${file.passage.id}`">{{ file.passage.names.title }}</RouterLink>
              <RouterLink
                v-if="file.passage.cycle > 1"
                class="cycle plain"
                title="What changed since it came the time before (v)"
                :to="`/compare/${file.passage.id}`"
                >cycle {{ file.passage.cycle }}</RouterLink
              >
              <span v-for="r in remarks.of(file.passage.id)" :key="r" class="remark" :title="r">{{ r }}</span>
            </td>
            <td v-if="files.some((f) => f.before.length)" class="said">
              <span
                v-for="said in file.before"
                :key="said.id"
                class="clip"
                :class="{ own: session.isMe(said.personId) }"
                :title="`${said.stepName}, ${said.person}: ${said.comment}`"
                ><span class="key">{{ said.code }}</span> {{ said.comment || said.person }}</span
              >
            </td>
            <td v-if="several" class="others">
              <span v-for="said in others(file)" :key="said.id" class="clip" :title="`${said.person}: ${said.comment}`"
                ><span class="key">{{ said.code }}</span> {{ said.person }}</span
              >
            </td>
            <td class="decision">
              <span class="codes" role="group" :aria-label="`Decision for ${file.passage.names.title}`">
                <button
                  v-for="code in codes()"
                  :key="code.digit"
                  type="button"
                  class="code"
                  :class="{ given: file.mine?.code === code.digit }"
                  :aria-pressed="file.mine?.code === code.digit"
                  :title="code.name"
                  :disabled="busy"
                  @click="decide([file.passage.id], code.digit)"
                >
                  {{ code.digit }}
                </button>
              </span>
              <span v-if="several && file.decision" class="drawn" :title="codeName(file.decision)">comes to {{ file.decision }}</span>
              <span v-if="file.mine" class="clip says" :title="`${file.mine.person}: ${file.mine.comment}`"
                >{{ codeName(file.mine.code) }}<template v-if="file.mine.comment">: {{ file.mine.comment }}</template></span
              >
            </td>
            <td class="read"><RouterLink class="act bare" :to="`/read/${file.passage.id}`">Read</RouterLink></td>
          </tr>
          <tr v-if="asking && askedAt === file.passage.id" class="asked">
            <td :colspan="columns">
              <form class="ask" @submit.prevent="sayIt">
                <label class="field grow">
                  <span
                    >{{ asking.code }}, {{ codeName(asking.code) }}: what is to be done ({{ count(asking.passages.length, 'file') }})</span
                  >
                  <textarea
                    ref="commentField"
                    v-model="comment"
                    class="text"
                    required
                    maxlength="20000"
                    @keydown.enter.ctrl.prevent="sayIt"
                    @keydown.esc="asking = undefined"
                  />
                </label>
                <button class="act first" type="submit" :disabled="busy || !comment.trim()">Give {{ asking.code }}</button>
                <button class="act" type="button" title="What you have typed is kept in this browser" @click="asking = undefined">
                  Not now
                </button>
              </form>
            </td>
          </tr>
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
          <button
            v-for="code in codes()"
            :key="code.digit"
            type="button"
            class="act"
            :disabled="busy"
            @click="decide([...picked], code.digit)"
          >
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
        <button v-if="review.may.draw" class="act bare" type="button" :aria-expanded="drawing" @click="drawing = !drawing">
          What the author will read
        </button>
        <button
          class="act first end"
          type="button"
          title="Cannot be taken back: what follows begins, and its people are told"
          :disabled="busy || !mayClose"
          @click="close"
        >
          {{ undecided && mayClose ? `Close for ${files.length - undecided} of ${files.length}` : 'Close the step' }}
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
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.remark {
  display: block;
  color: var(--attention);
  font-size: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.cycle {
  margin-left: 6px;
  font-size: 11px;
  border: 1px solid var(--line-strong);
  padding: 0 4px;
}
.said {
  width: 250px;
}
.said .clip {
  display: block;
}
.own {
  font-weight: 600;
}
article,
tr,
footer {
  scroll-margin: 40px 0 50px;
}
.asked td {
  padding: 0;
  height: auto;
}
.others {
  width: 150px;
}
.others .clip {
  display: block;
}
.drawn {
  margin-left: 8px;
  border: 1px solid var(--line-strong);
  padding: 0 4px;
  font-size: 11px;
}
.message {
  padding: 5px 10px;
  background: var(--attention-soft);
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.decision {
  white-space: nowrap;
  width: 340px;
  overflow: hidden;
}
.codes {
  display: inline-flex;
}
.code {
  width: 26px;
  height: 22px;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  cursor: pointer;
  font: 12px var(--mono);
  margin-right: -1px;
}
.code:hover:not(:disabled) {
  background: var(--shade);
}
.code.given {
  background: var(--main);
  color: var(--main-ink);
  border-color: var(--main);
}
.says {
  display: inline-block;
  max-width: 220px;
  vertical-align: middle;
  margin-left: 8px;
}
.drawn + .says {
  max-width: 130px;
}
.read {
  width: 60px;
  text-align: right;
}
.ask,
footer {
  display: flex;
  align-items: end;
  gap: 8px;
  padding: 8px 10px;
}
.ask {
  background: var(--attention-soft);
}
footer {
  align-items: center;
}
.end {
  margin-left: auto;
}
@media (max-width: 900px) {
  .said,
  .read,
  .others,
  .says,
  .files thead {
    display: none;
  }
  .files tr {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
  }
  .files td {
    border: 0;
    height: auto;
  }
  .files td.pick {
    grid-row: 1 / 3;
    align-self: center;
  }
  .files td:nth-child(2),
  .files td.title {
    grid-column: 2;
  }
  .files td.decision {
    grid-column: 3;
    grid-row: 1 / 3;
    align-self: center;
    width: auto;
  }
  .code {
    width: 32px;
    height: 32px;
  }
  footer,
  .ask {
    flex-wrap: wrap;
  }
}
</style>
