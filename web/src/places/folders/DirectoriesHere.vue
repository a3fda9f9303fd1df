<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Folder, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { ago, count, exact } from '../../say'
import { useSession } from '../../session'
import DirectoryForm from './DirectoryForm.vue'

/** The directories of the server from which files are taken into a folder: how each stands, and setting one. */
const props = defineProps<{ folder: Folder; setting: boolean }>()
const emit = defineEmits<{ done: []; taken: [] }>()
type Directory = Schemas['DirectoryView']
const session = useSession()
const path = { project: must(session.project).id }
const all = useLoaded(() => data(api.GET('/api/projects/{project}/directories', { params: { path } })))
const here = computed(() => all.value.value?.directories.filter((d) => d.form.folder === props.folder.id) ?? [])
const changing = ref<number>()
const { busy, problem, act } = useAct(() => void all.load())
onMounted(all.load)
/** What a look finds is not told: it is asked for while it is shown. */
const OFTEN = 5000
const timer = setInterval(() => document.visibilityState === 'visible' && here.value.length && !busy.value && void all.load(), OFTEN)
onUnmounted(() => clearInterval(timer))

const at = (d: Directory) => ({ params: { path: { id: d.id } } })
const look = (d: Directory) => act(() => data(api.POST('/api/directories/{id}/looks', at(d)))).then((done) => done && emit('taken'))
const turn = (d: Directory) => act(() => data(api.PUT('/api/directories/{id}/switched-on', { ...at(d), body: !d.form.switchedOn })))
/** The last one that was taken away, to be set again as it was. */
const gone = ref<Directory>()
async function remove(d: Directory) {
  if (await act(() => data(api.DELETE('/api/directories/{id}', at(d))))) gone.value = d
}
async function again(d: Directory) {
  const body = { ...d.form, version: 0 }
  if (await act(() => data(api.POST('/api/projects/{project}/directories', { params: { path }, body })))) gone.value = undefined
}
function saved() {
  changing.value = undefined
  emit('done')
  void all.load()
}
</script>

<template>
  <section v-if="setting || here.length || gone" class="panel directories" aria-label="Directories of the server">
    <Trouble :problem="problem ?? all.problem.value" />
    <p v-if="gone" class="row" role="status">
      Nothing more is taken from <span class="mono path">{{ gone.form.path }}</span>; what lies there stays.
      <button class="act" type="button" :disabled="busy" @click="again(gone)">Take files from it again</button>
      <button class="act bare" type="button" @click="gone = undefined">Put this away</button>
    </p>
    <ul v-if="here.length">
      <li v-for="d in here" :key="d.id" :class="{ off: !d.form.switchedOn, stopped: d.fault }">
        <div class="row">
          <span>From</span> <strong class="mono path">{{ d.form.path }}</strong>
          <span v-if="!d.form.switchedOn" class="quiet">switched off</span>
          <span v-else-if="d.lastLooked" class="quiet" :title="exact(d.lastLooked)">looked at {{ ago(d.lastLooked) }}</span>
          <span v-else class="quiet">not looked at yet</span>
          <span class="quiet">{{ count(d.taken, 'file taken', 'files taken') }}</span>
          <span v-if="d.waiting">{{ count(d.waiting, 'is', 'are') }} not complete yet</span>
          <span v-if="d.gathering" class="quiet">handed in once nothing more comes for {{ d.form.quietSeconds }} s</span>
          <span class="grow" />
          <button class="act" type="button" :disabled="busy" :data-test="`look-${d.id}`" @click="look(d)">Look now and send</button>
          <button
            class="switch"
            type="button"
            role="switch"
            :aria-checked="d.form.switchedOn"
            :aria-label="`${d.form.path}: ${d.form.switchedOn ? 'on' : 'off'}`"
            :disabled="busy"
            @click="turn(d)"
          >
            {{ d.form.switchedOn ? 'on' : 'off' }}
          </button>
          <button
            class="act bare"
            type="button"
            :aria-expanded="changing === d.id"
            @click="changing = changing === d.id ? undefined : d.id"
          >
            Change
          </button>
          <button class="act bare" type="button" :disabled="busy" @click="remove(d)">Take no more from it</button>
        </div>
        <p v-if="d.fault" class="error" role="status">{{ d.fault }} It is tried again every {{ d.form.everySeconds }} s.</p>
        <p v-if="d.ofNobody.length" class="warning">
          Nobody is named whose the files in {{ d.ofNobody.map((n) => `“${n}”`).join(', ') }} are; they are not taken.
        </p>
        <details v-if="d.left.length" open>
          <summary>
            {{ count(d.leftInAll, 'file stays', 'files stay') }} there<template v-if="d.left.length < d.leftInAll"
              >; the first {{ d.left.length }}:</template
            >
          </summary>
          <ul class="left">
            <li v-for="f in d.left" :key="f.path">
              <span class="mono path">{{ f.path }}</span> {{ f.why }}
            </li>
          </ul>
        </details>
        <DirectoryForm
          v-if="changing === d.id"
          :folder="folder"
          :directory="d"
          :below="must(all.value.value).below"
          @saved="saved"
          @cancel="changing = undefined"
        />
      </li>
    </ul>
    <DirectoryForm
      v-if="setting && all.value.value"
      :folder="folder"
      :below="all.value.value.below"
      @saved="saved"
      @cancel="emit('done')"
    />
  </section>
</template>

<style scoped>
.directories {
  display: grid;
  gap: 6px;
  padding: 6px 12px;
}
.row {
  flex-wrap: wrap;
  gap: 2px 10px;
}
.path {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.off .path {
  color: var(--quiet);
}
.stopped > .row {
  box-shadow: inset 3px 0 0 var(--stop);
  padding-left: 8px;
}
.warning {
  color: var(--attention);
}
.left {
  max-height: 140px;
  overflow: auto;
  padding-left: 14px;
}
.switch {
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  min-width: 42px;
  min-height: 24px;
  cursor: pointer;
  border-radius: 2px;
}
.switch[aria-checked='true']:not(:disabled) {
  background: var(--done-soft);
  border-color: var(--done);
  color: var(--done);
  font-weight: 600;
}
</style>
