<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Review } from '../../api/client'
import { useKeys } from '../../keys'
import { useLoaded } from '../../load'
import Due from '../../parts/Due.vue'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useDeciding } from './decide'

const props = defineProps<{ review: Review; keys?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
const { problem, busy, asking, codes, give, giveWith, close } = useDeciding(() => props.review, () => emit('changed'))
const at = ref(0)
const picked = ref(new Set<number>())
const comment = ref('')
const commentField = useTemplateRef<HTMLTextAreaElement>('commentField')

/** The files, asked for when somebody wants to see them, where the list came without. */
const unfolded = ref(false)
const asked = useLoaded(() => data(api.GET('/api/reviews/{id}', { params: { path: { id: props.review.id } } })))
const files = computed(() => props.review.files ?? asked.value.value?.files ?? [])
const folded = computed(() => !props.review.files && !asked.value.value)
const undecided = computed(() => (folded.value ? props.review.undecided : files.value.filter((f) => !f.answer).length))
const allPicked = computed(() => picked.value.size === files.value.length)
/** What a key decides: the picked files, or the one the cursor is on. */
const meant = () => (picked.value.size ? [...picked.value] : files.value[at.value] ? [files.value[at.value]!.passage.id] : [])

watch(asking, async (now) => {
  if (!now) return
  const earlier = files.value.find((f) => f.passage.id === now.passages[0])?.answer?.comment
  comment.value = earlier ?? ''
  await nextTick()
  commentField.value?.focus()
})

watch(() => props.review, (now) => {
  if (unfolded.value && !now.files) void asked.load()
})

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
  if (!asking.value && !problem.value && ids.length === 1 && picked.value.size === 0) at.value = Math.min(files.value.length - 1, at.value + 1)
}

async function say() {
  await giveWith(comment.value)
  if (!problem.value) picked.value = new Set()
}

if (props.keys) {
  useKeys([
    { key: 'ArrowDown', says: 'Next file', does: () => (at.value = Math.min(files.value.length - 1, at.value + 1)) },
    { key: 'ArrowUp', says: 'File before', does: () => (at.value = Math.max(0, at.value - 1)) },
    { key: 'Enter', says: 'Read the file', does: () => files.value[at.value] && router.push(`/read/${files.value[at.value]!.passage.id}`) },
    { key: 'x', says: 'Pick the file, to decide several alike', does: () => files.value[at.value] && toggle(files.value[at.value]!.passage.id) },
    { key: 'a', says: 'Pick all files', does: toggleAll },
    ...[1, 2, 3, 4].map((code) => ({ key: String(code), says: `Decide: ${codes().find((c) => c.digit === code)?.name ?? code}`, does: () => void decide(meant(), code) })),
    { key: 'c', says: 'Close the step', does: () => void close() },
  ])
}
</script>

<template>
  <article class="panel" :aria-label="`Review of submission ${review.submissionReference}`">
    <header>
      <h2>{{ review.stepName }}</h2>
      <span class="quiet">step {{ review.step + 1 }} of {{ review.steps }} on route {{ review.route }}</span>
      <span class="mono">{{ review.submissionReference }}</span>
      <span class="clip">{{ review.author }}, {{ review.authorFirm }}</span>
      <span v-if="folded" class="quiet">{{ count(review.fileCount, 'file') }}, {{ undecided ? `${undecided} without a decision` : 'every one with a decision' }}</span>
      <span class="due"><Due :at="review.due" /></span>
      <button v-if="folded" class="act" type="button" :disabled="asked.loading.value" :aria-label="`Show the files of ${review.submissionReference}`" @click="unfold">Show {{ review.fileCount === 1 ? 'it' : 'them' }}</button>
    </header>
    <table v-if="!folded" class="dense files">
      <thead>
        <tr>
          <th class="pick"><input type="checkbox" :checked="allPicked" :aria-label="`Pick all files of ${review.submissionReference}`" @change="toggleAll"></th>
          <th class="number">Number</th><th>Title</th><th v-if="review.step > 0" class="said">Said before</th><th class="decision">Your decision</th><th class="read"><span class="hidden-text">Read</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(file, i) in files" :key="file.passage.id" :class="{ at: keys && i === at }">
          <td class="pick"><input type="checkbox" :checked="picked.has(file.passage.id)" :aria-label="`Pick ${file.passage.title}`" @change="toggle(file.passage.id)"></td>
          <td><Num :number="file.passage.number" :revision="file.passage.revision" /></td>
          <td class="title">
            <RouterLink class="plain" :to="`/read/${file.passage.id}`">{{ file.passage.title }}</RouterLink>
            <span v-if="file.passage.cycle > 1" class="cycle">cycle {{ file.passage.cycle }}</span>
          </td>
          <td v-if="review.step > 0" class="said">
            <span v-for="said in file.before" :key="said.step" class="clip" :title="`${said.person}: ${said.comment}`"><span class="key">{{ said.code }}</span> {{ said.comment || said.person }}</span>
          </td>
          <td class="decision">
            <span class="codes" role="group" :aria-label="`Decision for ${file.passage.title}`">
              <button v-for="code in codes()" :key="code.digit" type="button" class="code" :class="{ given: file.answer?.code === code.digit }"
                :aria-pressed="file.answer?.code === code.digit" :title="code.name" :disabled="busy" @click="decide([file.passage.id], code.digit)">{{ code.digit }}</button>
            </span>
            <span v-if="file.answer" class="clip says" :title="`${file.answer.person}: ${file.answer.comment}`">{{ codes().find((c) => c.digit === file.answer?.code)?.name }}<template v-if="file.answer.comment">: {{ file.answer.comment }}</template></span>
          </td>
          <td class="read"><RouterLink class="act bare" :to="`/read/${file.passage.id}`">Read</RouterLink></td>
        </tr>
      </tbody>
    </table>
    <form v-if="asking" class="ask" @submit.prevent="say">
      <label class="field grow">
        <span>{{ asking.code }}, {{ codes().find((c) => c.digit === asking?.code)?.name }}: what is to be done ({{ count(asking.passages.length, 'file') }})</span>
        <textarea ref="commentField" v-model="comment" class="text" required maxlength="20000" @keydown.enter.ctrl.prevent="say" @keydown.esc="asking = undefined" />
      </label>
      <button class="act first" type="submit" :disabled="busy || !comment.trim()">Give {{ asking.code }}</button>
      <button class="act" type="button" @click="asking = undefined">Not now</button>
    </form>
    <Trouble :problem="problem ?? asked.problem.value" />
    <footer v-if="!folded">
      <span v-if="picked.size" class="row">
        {{ count(picked.size, 'file') }} picked, alike:
        <button v-for="code in codes()" :key="code.digit" type="button" class="act" :disabled="busy" @click="decide([...picked], code.digit)"><span class="key">{{ code.digit }}</span> {{ code.name }}</button>
      </span>
      <span v-else class="quiet">{{ undecided ? `${count(undecided, 'file')} without a decision` : 'Every file has a decision' }}</span>
      <button class="act first end" type="button" title="Cannot be taken back: what follows begins, and its people are told" :disabled="busy || undecided > 0" @click="close">Close the step</button>
    </footer>
  </article>
</template>

<style scoped>
.panel > header { align-items: center; flex-wrap: wrap; }
.panel > header:last-child { border-bottom: 0; }
.due { margin-left: auto; }
.files { table-layout: fixed; }
.pick { width: 34px; }
.number { width: 216px; }
.title { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.cycle { margin-left: 6px; font-size: 11px; border: 1px solid var(--line-strong); padding: 0 4px; }
.said { width: 250px; } .said .clip { display: block; }
.decision { white-space: nowrap; width: 380px; overflow: hidden; }
.codes { display: inline-flex; }
.code { width: 26px; height: 22px; border: 1px solid var(--line-strong); background: var(--sheet); cursor: pointer; font: 12px var(--mono); margin-right: -1px; }
.code:hover:not(:disabled) { background: var(--shade); }
.code.given { background: var(--main); color: var(--main-ink); border-color: var(--main); }
.says { display: inline-block; max-width: 260px; vertical-align: middle; margin-left: 8px; }
.read { width: 60px; text-align: right; }
.ask, footer { display: flex; align-items: end; gap: 8px; padding: 8px 10px; }
.ask { background: var(--attention-soft); }
footer { align-items: center; }
.end { margin-left: auto; }
@media (max-width: 700px) { .said, .read { display: none; } .number { width: 40%; } .decision { width: 130px; } .says { display: none; } footer, .ask { flex-wrap: wrap; } }
</style>
