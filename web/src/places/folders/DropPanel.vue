<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api, data, type Folder } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Num from '../../parts/Num.vue'
import StationStrip from '../../parts/StationStrip.vue'
import TriedList from '../../parts/TriedList.vue'
import Trouble from '../../parts/Trouble.vue'
import { bad, coming, useTrying } from '../../parts/trying'
import { count, size } from '../../say'
import { useSession } from '../../session'
import { sendFiles, type Sending } from './upload'

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
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.folder.project } } })))
onMounted(() => {
  first.value?.focus()
  if (session.controls) void people.load()
})
useKeys([
  { key: 's', says: 'Send the files', does: () => !sending.value && void send() },
  { key: 'Escape', says: 'Send nothing', does: () => !sending.value && emit('done') },
])

/** What would come of the files, asked again when somebody else is the author or a field says something else. */
const preview = useTrying()
let pause: ReturnType<typeof setTimeout> | undefined
async function look() {
  const files = await Promise.all(kept.value.map(coming))
  await preview.run(`/api/folders/${props.folder.id}/previews`, { files, author: author.value, given: given.value })
}
watch([author, given], () => {
  clearTimeout(pause)
  pause = setTimeout(() => void look(), 300)
}, { deep: true })
onMounted(look)
const halted = computed(() => preview.arrivals.value.filter(bad).length)
/** Numbers that came out otherwise than shown before. */
const otherwise = computed(() => preview.arrivals.value.flatMap((t) => {
  const real = passageOf(t.name)?.number
  return real && t.tried?.number && real !== t.tried.number ? [`${t.name}: ${real} instead of ${t.tried.number}`] : []
}))

/** What has come of the files so far, once the submission is closed. */
const passages = useLoaded(async () => {
  const submission = sending.value?.drop.receipt?.id
  return submission ? (await data(api.GET('/api/projects/{project}/passages', { params: { path: { project: props.folder.project }, query: { which: 'ALL', submission } } }))).items : []
})
whenChanged(['PASSAGE', 'REVIEW'], () => void passages.load())
const passageOf = (name: string) => passages.value.value?.find((row) => row.passage.files.some((f) => f.name === name))?.passage
const stopped = computed(() => passages.value.value?.filter((row) => row.passage.state === 'STOPPED').length ?? 0)

const drop = computed(() => sending.value?.drop)
const total = computed(() => kept.value.reduce((n, f) => n + f.size, 0))
const received = computed(() => drop.value?.files.filter((f) => f.state === 'received').length ?? 0)
const authors = computed(() => people.value.value?.people.filter((p) => props.folder.firm === undefined || p.firmId === props.folder.firm) ?? [])

async function send() {
  sending.value = sendFiles(kept.value, { folder: props.folder.id, purpose: purpose.value, author: author.value, answerDue: answerDue.value, given: given.value })
  await sending.value.done
  await passages.load()
  emit('changed')
}

async function again() {
  await sending.value?.again()
  await passages.load()
  emit('changed')
}

const STATE = { waiting: 'waits', sending: 'being sent', received: 'received', refused: 'refused', failed: 'not sent' }
const share = (f: Sending) => (f.size ? Math.round((f.sent / f.size) * 100) : 0)
</script>

<template>
  <section class="panel" aria-label="Sending files">
    <template v-if="!drop">
      <form @submit.prevent="send">
        <p class="lead"><strong>{{ count(kept.length, 'file') }}</strong>, {{ size(total) }}, as one submission</p>
        <label class="field grow"><span>Purpose (may stay empty)</span><input ref="first" v-model="purpose" class="text" maxlength="400"></label>
        <label class="field"><span>Answer due by</span><input v-model="answerDue" class="text" type="date"></label>
        <label v-if="session.controls" class="field"><span>On behalf of</span>
          <select v-model="author" class="text"><option :value="undefined">myself</option><option v-for="p in authors" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option></select>
        </label>
        <FieldInputs v-model="given" :keys="asks" optional />
        <button class="act first" type="submit" title="or press s">Send</button>
        <button class="act" type="button" @click="emit('done')">Put away</button>
      </form>
      <Trouble :problem="preview.problem.value" />
      <p class="lead preview" role="status" data-test="preview">
        <template v-if="preview.running.value">{{ preview.done.value }} of {{ preview.of.value || kept.length }} looked at …</template>
        <template v-else-if="!intake">No handling rule stands here: files are kept, and nothing else happens.</template>
        <template v-else-if="preview.arrivals.value.length">What will come of {{ kept.length === 1 ? 'it' : 'them' }}: {{ count(preview.arrivals.value.length - halted, 'revision goes', 'revisions go') }} on<template v-if="halted">, <span class="error">{{ halted }} will be stopped or go back</span></template>. <span class="quiet">Nothing is sent yet. Numbers are shown, not promised.</span></template>
      </p>
      <div v-if="intake && preview.arrivals.value.length" class="scroll"><TriedList :arrivals="preview.arrivals.value" /></div>
      <ul v-else class="names">
        <li v-for="(file, i) in kept" :key="i"><span class="clip">{{ file.name }}</span><span class="quiet">{{ size(file.size) }}</span>
          <button class="act bare" type="button" :aria-label="`Leave out ${file.name}`" @click="kept = kept.filter((_, j) => j !== i)">leave out</button></li>
      </ul>
    </template>
    <template v-else>
      <p class="lead" role="status">
        <span v-if="drop.state === 'closed' && drop.receipt"><strong>Received as <span class="mono">{{ drop.receipt.reference }}</span></strong>: {{ count(received, 'file') }} of {{ drop.files.length }}.
          <span v-if="stopped" class="error">{{ count(stopped, 'revision is', 'revisions are') }} stopped.</span></span>
        <template v-else-if="drop.state === 'sending'">{{ received }} of {{ count(drop.files.length, 'file') }} received …</template>
        <template v-else-if="drop.state === 'unfinished'">The connection broke. {{ count(received, 'file') }} received; send the rest when you are connected again.</template>
        <span class="grow" />
        <button v-if="drop.state === 'unfinished' || drop.state === 'failed'" class="act first" type="button" @click="again">Send the rest</button>
        <button v-if="drop.state !== 'sending'" class="act" type="button" @click="emit('done')">Put away</button>
      </p>
      <Trouble :problem="drop.problem" />
      <p v-if="otherwise.length" class="note">Somebody took numbers in the meantime: {{ otherwise.join('; ') }}.</p>
      <ul class="names">
        <li v-for="(file, i) in drop.files" :key="i" :class="file.state">
          <span class="clip">{{ file.name }}</span>
          <progress v-if="file.state === 'sending'" :value="share(file)" max="100" :aria-label="`${file.name}, ${share(file)} percent`" />
          <span v-else class="state">{{ STATE[file.state] }}</span>
          <span v-if="file.reason && file.state !== 'received'" class="reason">{{ file.reason }}</span>
          <span v-if="drop.receipt?.files[i]?.remark" class="quiet remark">{{ drop.receipt.files[i].remark }}</span>
          <template v-if="passageOf(file.name)">
            <Num v-if="passageOf(file.name)?.number" :number="passageOf(file.name)?.number" :revision="passageOf(file.name)?.revision" />
            <StationStrip :passage="passageOf(file.name)!" />
            <RouterLink v-if="passageOf(file.name)?.stop" class="reason clip" :to="`/passages/${passageOf(file.name)?.id}`">{{ passageOf(file.name)?.stop?.reason }}</RouterLink>
          </template>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
form { display: flex; gap: 10px; align-items: end; padding: 10px; flex-wrap: wrap; border-bottom: 1px solid var(--line); }
.lead { padding: 6px 10px; display: flex; gap: 8px; align-items: center; } form .lead { padding: 0 0 5px; display: block; }
.names { max-height: 220px; overflow: auto; padding: 4px 10px 8px; }
.names li { display: flex; gap: 10px; align-items: center; min-height: 23px; }
.names li > .clip:first-child { flex: 0 0 250px; }
.names :deep(.strip) { flex: none; }
.received .state { color: var(--done); } .scroll { max-height: 44vh; overflow: auto; --stick: 0px; } .preview { padding-top: 2px; display: block; } .refused .state, .failed .state, .reason { color: var(--stop); }
</style>
