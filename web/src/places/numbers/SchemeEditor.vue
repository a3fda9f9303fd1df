<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, reactive, watch } from 'vue'
import { api, proof, data, problemOf, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { moment } from '../../say'
import { useSession } from '../../session'
import NumberSample from '../../parts/NumberSample.vue'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ scheme?: Schemas['SchemeView'] }>()
const emit = defineEmits<{ done: [key: string]; cancel: [] }>()
const session = useSession()
const project = must(session.project).id
const PAUSE = 250
const OF = [
  { of: 'DOCUMENTS', word: 'documents' },
  { of: 'PACKAGES', word: 'packages' },
  { of: 'TRANSMITTALS', word: 'transmittals' },
  { of: 'CHANGES', word: 'changes' },
] as const
const empty = (): Schemas['SchemeForm'] => ({
  name: '',
  of: 'DOCUMENTS',
  pattern: '{project}-{originator}-{counter:4}',
  countsPer: ['originator'],
  yearly: false,
  start: 1,
  step: 1,
  sources: [],
})
const form = reactive<Schemas['SchemeForm']>(JSON.parse(JSON.stringify(props.scheme?.form ?? empty())) as Schemas['SchemeForm'])
const { busy, problem, act } = useAct()
const sources = useLoaded(() => data(api.GET('/api/projects/{project}/number-sources', { params: { path: { project } } })))
const editions = useLoaded(() =>
  data(api.GET('/api/projects/{project}/schemes/{scheme}/editions', { params: { path: { project, scheme: must(props.scheme).key } } })),
)
const tried = useLoaded(() => data(api.POST('/api/projects/{project}/schemes/trials', { params: { path: { project } }, body: form })))
const faults = computed(() => tried.value.value?.faults ?? [])
const fields = computed(() => (session.project?.fields ?? []).filter((f) => f.key !== 'project'))

onMounted(() => {
  void sources.load()
  if (props.scheme) void editions.load()
})
let pause: ReturnType<typeof setTimeout> | undefined
watch(
  form,
  () => {
    clearTimeout(pause)
    pause = setTimeout(() => void tried.load(), PAUSE)
  },
  { immediate: true, deep: true },
)

/** What rules will call a new scheme, from its name. */
const key = computed(
  () =>
    props.scheme?.key ??
    (
      form.name
        .normalize('NFD')
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^[^a-z]+|-+$/g, '') || 'scheme'
    ).slice(0, 60),
)

function insert(what: string) {
  form.pattern += what
}

type Source = Schemas['NumberSource']
const kindOf = (source: Source) => sources.value.value?.find((k) => k.kind === source.kind)

/** Adds a part under a name that no other has. */
function addSource(kind: Schemas['SourceKind']) {
  let key = 'part'
  for (let n = 2; form.sources.some((s) => s.key === key); n++) key = `part${n}`
  form.sources.push({ kind: kind.kind, key, label: '', from: kind.choices[0]?.from ?? '' } as Source)
}

const newList = reactive({ key: '', name: '' })
async function upload(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await act(async () => {
    const answer = await fetch(
      `/api/projects/${project}/number-lists/${newList.key}?name=${encodeURIComponent(newList.name || newList.key)}`,
      { method: 'PUT', body: file, headers: { 'Content-Type': 'application/octet-stream', ...proof() } },
    )
    if (!answer.ok) throw problemOf(answer.status, await answer.json())
    await sources.load()
  })
}

async function putInForce() {
  const done = await act(() =>
    data(
      api.PUT('/api/projects/{project}/schemes/{scheme}', {
        params: { path: { project, scheme: key.value } },
        body: { after: props.scheme?.edition ?? 0, scheme: form },
      }),
    ),
  )
  if (done) emit('done', key.value)
}
</script>

<template>
  <form
    v-escape="() => emit('cancel')"
    class="panel editor"
    :aria-label="scheme ? `Scheme ${scheme.form.name}` : 'New scheme'"
    @submit.prevent="putInForce"
  >
    <div class="line">
      <label class="field grow"
        ><span>Name</span><input v-model="form.name" class="text" required maxlength="200" autofocus data-test="scheme-name"
      /></label>
      <label class="field"
        ><span>Numbers</span
        ><select v-model="form.of" class="text">
          <option v-for="o in OF" :key="o.of" :value="o.of">{{ o.word }}</option>
        </select></label
      >
    </div>
    <label class="field"
      ><span>Pattern</span><input v-model="form.pattern" class="text mono big" required maxlength="500" data-test="scheme-pattern"
    /></label>
    <div class="row parts">
      <span class="quiet">Add</span>
      <button v-for="f in session.project?.fields" :key="f.key" class="act bare" type="button" @click="insert(`{${f.key}}`)">
        {{ f.label }}
      </button>
      <button class="act bare" type="button" @click="insert('{counter:4}')">counter</button
      ><button class="act bare" type="button" @click="insert('{today:YY}')">year</button>
      <button v-for="s in form.sources" :key="s.key" class="act bare" type="button" @click="insert(`{${s.key}}`)">{{ s.label }}</button>
    </div>
    <div class="sample">
      <NumberSample v-if="tried.value.value?.sample.length" :pieces="tried.value.value.sample" :of="form.name || 'the scheme'" />
    </div>
    <ul v-if="faults.length" class="faults" role="alert">
      <li v-for="f in faults" :key="f.place + f.sentence" class="error">{{ f.sentence }}</li>
    </ul>
    <div class="line">
      <div class="field grow">
        <span id="per">A counter of its own for each</span>
        <MultiSelect
          v-model="form.countsPer"
          :options="fields"
          option-label="label"
          option-value="key"
          placeholder="nothing: one counter for all"
          aria-labelledby="per"
        />
      </div>
      <label class="field few"
        ><span>Begins with</span><input v-model.number="form.start" class="text" type="number" min="0" required
      /></label>
      <label class="field few"
        ><span>In steps of</span><input v-model.number="form.step" class="text" type="number" min="1" required
      /></label>
      <label class="tick"><input v-model="form.yearly" type="checkbox" /> starts again each year</label>
    </div>
    <fieldset>
      <legend>Parts from elsewhere</legend>
      <div v-for="(s, i) in form.sources" :key="i" class="row">
        <label class="field"
          ><span>Called in the pattern</span><input v-model="s.key" class="text mono" required maxlength="60" pattern="[a-z][a-z0-9_]*"
        /></label>
        <label class="field"><span>Name</span><input v-model="s.label" class="text" required maxlength="200" /></label>
        <label class="field"
          ><span class="first-capital">{{ kindOf(s)?.word }}</span>
          <select v-model="s.from" class="text" required>
            <option v-for="c in kindOf(s)?.choices" :key="c.from" :value="c.from">{{ c.word }}</option>
          </select></label
        >
        <button class="act" type="button" @click="form.sources.splice(i, 1)">Leave it out</button>
      </div>
      <div class="row">
        <button
          v-for="k in sources.value.value"
          :key="k.kind"
          class="act"
          type="button"
          :disabled="!k.choices.length"
          :title="k.choices.length ? '' : k.otherwise"
          :data-test="`add-${k.kind}`"
          @click="addSource(k)"
        >
          Add {{ k.word }}
        </button>
        <span class="quiet">Upload a list</span
        ><input
          v-model="newList.key"
          class="text short mono"
          placeholder="pump-plates"
          aria-label="What the list is called"
          pattern="[a-z][a-z0-9\-]*"
        />
        <input v-model="newList.name" class="text short" placeholder="Pump plates" aria-label="Name of the list" />
        <label class="act" :class="{ off: !newList.key }"
          >Choose its file<input type="file" class="hidden-text" accept=".csv,.xlsx" :disabled="!newList.key" @change="upload"
        /></label>
      </div>
    </fieldset>
    <Trouble :problem="problem ?? tried.problem.value ?? sources.problem.value" />
    <footer class="row">
      <button class="act first" type="submit" :disabled="busy || faults.length > 0" data-test="scheme-in-force">
        Put in force as edition {{ (scheme?.edition ?? 0) + 1 }}
      </button>
      <button class="act" type="button" @click="emit('cancel')">Leave it as it was</button>
      <span class="quiet">Numbers that were given stay as they are. Counters that have begun keep their step.</span>
    </footer>
    <details v-if="editions.value.value && editions.value.value.length > 1">
      <summary>Earlier editions</summary>
      <div v-for="e in editions.value.value.filter((x) => !x.inForce)" :key="e.edition" class="row">
        <strong>{{ e.edition }}</strong> <span class="mono">{{ e.form.pattern }}</span>
        <span class="quiet">{{ moment(e.at) }}{{ e.by ? `, ${e.by}` : '' }}</span
        ><button class="act bare" type="button" @click="Object.assign(form, JSON.parse(JSON.stringify(e.form)))">
          Take this one up again
        </button>
      </div>
    </details>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 9px;
  padding: 12px;
  border-color: var(--main);
}
.line {
  display: flex;
  gap: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.big {
  font-size: 15px;
}
.parts {
  flex-wrap: wrap;
  gap: 3px;
}
.sample {
  min-height: 60px;
  overflow-x: auto;
}
.first-capital {
  display: block;
}
.first-capital::first-letter {
  text-transform: uppercase;
}
.few {
  max-width: 110px;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  padding-bottom: 5px;
}
.faults {
  display: grid;
  gap: 2px;
}
fieldset {
  border: 1px solid var(--line);
  padding: 6px 10px;
  display: grid;
  gap: 6px;
  min-width: 0;
}
legend {
  font-size: 12px;
  color: var(--ink-2);
}
fieldset .row {
  flex-wrap: wrap;
  align-items: end;
}
.short {
  max-width: 140px;
}
.off {
  color: var(--quiet);
}
</style>
