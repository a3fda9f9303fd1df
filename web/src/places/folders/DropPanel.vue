<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api, data, type Folder } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import { useRemarks } from '../../parts/remarks'
import TriedList from '../../parts/TriedList.vue'
import Trouble from '../../parts/Trouble.vue'
import { bad, coming, useTrying, type Tried } from '../../parts/trying'
import { count, size } from '../../say'
import { useSession } from '../../session'
import DropReceipt from './DropReceipt.vue'
import { sendFiles } from './upload'

const props = defineProps<{ folder: Folder; files: File[]; asks: string[]; intake: boolean }>()
const emit = defineEmits<{ done: []; changed: [] }>()
const session = useSession()
const kept = shallowRef(props.files)
const purpose = ref('')
const author = ref<number>()
const answerDue = ref('')
const given = ref<Record<string, string>>({})
const sending = shallowRef<ReturnType<typeof sendFiles>>()
const first = useTemplateRef<HTMLInputElement>('first')
/** Why what was shown is not so any more; looked at anew already. */
const otherwiseNow = ref('')
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.folder.project } } })))
onMounted(() => {
  first.value?.focus()
  if (session.controls) void people.load()
})
useKeys([
  { key: 's', says: 'Send the files', does: () => !sending.value && void send() },
  { key: 'Escape', says: 'Send nothing', does: () => !sending.value && emit('done') },
])

/** What would come of the files, asked again when somebody else is the author, a field says something else, or the rules change. */
const preview = useTrying()
let pause: ReturnType<typeof setTimeout> | undefined
async function look() {
  const files = await Promise.all(kept.value.map(coming))
  await preview.run(`/api/folders/${props.folder.id}/previews`, { files, author: author.value, given: given.value })
}
watch(
  [author, given, kept],
  () => {
    clearTimeout(pause)
    pause = setTimeout(() => void look(), 300)
  },
  { deep: true },
)
onBeforeUnmount(() => {
  clearTimeout(pause)
  preview.stop()
})
onMounted(look)
whenChanged(['RULES'], () => (sending.value ? undefined : look()), 300)
const refused = computed(() => preview.arrivals.value.filter((t) => t.refusal).length)
const halted = computed(() => preview.arrivals.value.filter(bad).length - refused.value)
const told = computed(() => [...new Set(preview.arrivals.value.flatMap((t) => t.tried?.told.map((m) => m.who) ?? []))])
/** Fields that arrivals would be stopped for lack of; asked for here. */
const lacking = computed(() => [...new Set(preview.arrivals.value.flatMap((t) => t.tried?.halts.at(-1)?.fields ?? []))])
const asked = computed(() => [...new Set([...props.asks, ...lacking.value, ...Object.keys(given.value)])])

/** Leaves a revision out: all files of its name, whatever their endings; or a file that cannot be taken, and no other. */
function leaveOut(t: Tried) {
  const base = (n: string) => n.replace(/\.[^.]*$/, '').toLowerCase()
  const last = kept.value.findLastIndex((f) => f.name === t.name)
  kept.value = kept.value.filter((f, i) => (t.refusal ? i !== last : base(f.name) !== base(t.name)))
  if (!kept.value.length) emit('done')
}

/** What has come of the files so far, once the submission is closed. */
const passages = useLoaded(async () => {
  const submission = sending.value?.drop.receipt?.id
  if (!submission) return undefined
  const page = (which: 'ALL' | 'STOPPED') =>
    data(
      api.GET('/api/projects/{project}/passages', {
        params: { path: { project: props.folder.project }, query: { which, submission } },
      }),
    )
  const all = await page('ALL')
  if (!all.next) return { ...all, moreStopped: false }
  // Of many only some are told of: those that are stopped, wherever they stand, and the newest.
  const stopped = await page('STOPPED')
  const ids = new Set(stopped.items.map((row) => row.passage.id))
  const items = [...stopped.items, ...all.items.filter((row) => row.passage.at.state !== 'STOPPED' && !ids.has(row.passage.id))]
  return { ...all, items, moreStopped: !!stopped.next }
})
const remarks = useRemarks(
  () => props.folder.project,
  () => passages.value.value?.items.map((row) => row.passage.id) ?? [],
)
const follow = () => passages.load().then(remarks.load)
whenChanged(['PASSAGE', 'REVIEW'], () => follow())
const drop = computed(() => sending.value?.drop)
const total = computed(() => kept.value.reduce((n, f) => n + f.size, 0))
const authors = computed(
  () => people.value.value?.people.filter((p) => props.folder.firm === undefined || p.firmId === props.folder.firm) ?? [],
)

async function send() {
  otherwiseNow.value = ''
  const mine = sendFiles(kept.value, {
    folder: props.folder.id,
    purpose: purpose.value,
    author: author.value,
    answerDue: answerDue.value,
    given: given.value,
    sheet: preview.sheet.value,
  })
  sending.value = mine
  await mine.done
  if (mine.drop.problem?.type === 'rules-changed') {
    sending.value = undefined
    otherwiseNow.value = mine.drop.problem.message
    await look()
    return
  }
  await follow()
  emit('changed')
}

async function again() {
  await sending.value?.again()
  await follow()
  emit('changed')
}
</script>

<template>
  <section class="panel" aria-label="Sending files">
    <template v-if="!drop">
      <form @submit.prevent="send">
        <p class="lead">
          <strong>{{ count(kept.length, 'file') }}</strong>, {{ size(total) }}, as one submission
        </p>
        <label class="field grow"
          ><span>Purpose (may stay empty)</span><input ref="first" v-model="purpose" class="text" maxlength="400"
        /></label>
        <label class="field"><span>Answer due by</span><input v-model="answerDue" class="text" type="date" /></label>
        <label v-if="session.controls" class="field"
          ><span>On behalf of</span>
          <select v-model="author" class="text">
            <option :value="undefined">myself</option>
            <option v-for="p in authors" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
          </select>
        </label>
        <FieldInputs v-model="given" :keys="asked" optional />
        <button class="act first" type="submit" title="or press s">Send</button>
        <button class="act" type="button" @click="emit('done')">Put away</button>
      </form>
      <p v-if="otherwiseNow" class="note" role="alert">{{ otherwiseNow }}</p>
      <Trouble :problem="preview.problem.value" :again="look" />
      <p class="lead preview" role="status" data-test="preview">
        <template v-if="preview.running.value">{{ preview.done.value }} of {{ preview.of.value || kept.length }} looked at …</template>
        <template v-else-if="!intake && !told.length">No rule takes files here: they will be kept, and nobody will be told.</template>
        <template v-else-if="!intake">No rule takes files here: they will be kept, and {{ told.join(', ') }} will be told.</template>
        <template v-else-if="preview.arrivals.value.length"
          >What will come of {{ kept.length === 1 ? 'it' : 'them' }}:
          {{ count(preview.arrivals.value.length - halted - refused, 'revision will go', 'revisions will go') }} on<template v-if="halted"
            >, <span class="error">{{ halted }} will be stopped or go back</span></template
          ><template v-if="refused"
            >, <span class="error">{{ count(refused, 'file') }} cannot be taken</span></template
          >. <span class="quiet">Nothing is sent yet. Numbers are shown, not promised.</span></template
        >
      </p>
      <div v-if="preview.arrivals.value.length" class="scroll">
        <TriedList :arrivals="preview.arrivals.value" leavable @leave="leaveOut" />
      </div>
    </template>
    <DropReceipt
      v-else
      :project="folder.project"
      :drop="drop"
      :foretold="preview.arrivals.value"
      :passages="passages.value.value?.items ?? []"
      :more="!!passages.value.value?.next"
      :more-stopped="!!passages.value.value?.moreStopped"
      :remarks="remarks.of"
      @again="again"
      @done="emit('done')"
    />
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  align-items: end;
  padding: 10px;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--line);
}
.grow {
  flex: 1 1 220px;
}
.lead {
  padding: 6px 10px;
  display: flex;
  gap: 8px;
  align-items: center;
}
form .lead {
  padding: 0 0 5px;
  display: block;
}
.scroll {
  max-height: 44vh;
  overflow: auto;
  --stick: 0px;
}
.preview {
  padding-top: 2px;
  display: block;
}
</style>
