<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, reactive } from 'vue'
import type { Code, RuleForm } from '../../api/client'
import { day } from '../../say'
import { useSession } from '../../session'
import FolderChoice from './FolderChoice.vue'
import IdentifyPart from './IdentifyPart.vue'
import PathField from './PathField.vue'
import { FORMATS, type Choices } from './choices'

const props = defineProps<{ form: RuleForm; choices: Choices; busy: boolean }>()
const emit = defineEmits<{ save: [form: RuleForm]; cancel: [] }>()
const session = useSession()
const form = reactive<RuleForm>(structuredClone(JSON.parse(JSON.stringify(props.form)) as RuleForm))
const codes = computed(() => session.project?.decisionCodes ?? [])
const targets = computed(() => props.choices.folders.filter((f) => f.state !== 'WORK_IN_PROGRESS' && f.state !== 'ARCHIVE'))
const route = computed(() => props.choices.routes.find((r) => r.key === form.route))

/** Audiences as single values of a list: "author", "role 12", "person 34". */
const WHOM = computed(() => [
  { value: 'AUTHOR ', word: 'the author' }, { value: 'MATRIX ', word: 'who is told by the matrix' },
  ...props.choices.people.roles.map((r) => ({ value: `ROLE ${r.id}`, word: r.name })),
  ...props.choices.people.people.map((p) => ({ value: `PERSON ${p.id}`, word: p.name })),
])
type Told = 'onArrival' | 'onReturn' | 'onIssue'
const TOLD: { key: Told; word: string }[] = [{ key: 'onArrival', word: 'On arrival' }, { key: 'onReturn', word: 'On return' }, { key: 'onIssue', word: 'On issue' }]

function told(key: Told): string[] {
  return form[key].map((w) => `${w.kind} ${w.id ?? ''}`)
}

function tell(key: Told, values: string[]) {
  form[key] = values.map((value) => {
    const [kind, id] = value.split(' ') as ['AUTHOR' | 'ROLE' | 'MATRIX' | 'PERSON', string]
    return id ? { kind, id: Number(id) } : { kind }
  })
}

function follows(code: number) {
  return form.issue.find((f) => f.code === code)
}

function setTarget(code: number, value: string) {
  const before = follows(code)
  form.issue = form.issue.filter((f) => f.code !== code)
  if (value === 'project') form.issue.push({ code, asProject: true, back: false })
  else if (value === 'back') form.issue.push({ code, asProject: false, back: true })
  else if (value) form.issue.push({ code, asProject: false, back: false, folder: Number(value), status: before?.status ?? session.project?.statusCodes[0]?.code, path: before?.path })
}

/** What the project says of a code, in words. */
function asProject(code: Code) {
  return code.folder ? `${props.choices.folders.find((f) => f.id === code.folder)?.path ?? 'a folder'} ${code.status ?? ''}` : 'back to the author'
}

function setPath(code: number, path: string) {
  const found = follows(code)
  if (found) found.path = path || undefined
}

const target = (code: number) => props.choices.folders.find((f) => f.id === follows(code)?.folder)
/** The status codes that go with the state of the folder chosen for a decision code; the one that is set stays to be seen. */
function fitting(code: number) {
  const state = target(code)?.state
  return (session.project?.statusCodes ?? []).filter((s) => s.states.length === 0 || !state || s.states.includes(state) || s.code === follows(code)?.status)
}

function setStatus(code: number, status: string) {
  const found = follows(code)
  if (found) found.status = status
}

const value = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <form class="editor" @submit.prevent="emit('save', form)" @keydown.esc="emit('cancel')">
    <fieldset class="where">
      <legend>Rule</legend>
      <label class="field"><span>Name</span><input v-model="form.name" class="text" required maxlength="200" autofocus data-test="rule-name"></label>
      <div class="field"><span id="where">Stands on</span><FolderChoice v-model="form.places" :folders="choices.folders" labelled-by="where" /></div>
    </fieldset>
    <fieldset class="which">
      <legend>Which</legend>
      <div class="field"><span>File formats (none: every)</span>
        <label v-for="f in FORMATS" :key="f.format" class="tick"><input v-model="form.formats" type="checkbox" :value="f.format"> {{ f.word }}</label>
      </div>
      <div class="field"><span>From firms (none: every)</span><MultiSelect v-model="form.firms" :options="choices.people.firms" option-label="name" option-value="id" placeholder="every firm" filter aria-label="From firms" /></div>
      <div class="field"><span>or from people</span><MultiSelect v-model="form.people" :options="choices.people.people" option-label="name" option-value="id" placeholder="nobody in particular" filter aria-label="From people" /></div>
    </fieldset>
    <fieldset>
      <legend>Identify and Number</legend>
      <IdentifyPart v-model="form" :choices="choices" />
      <label class="field"><span>Number scheme</span>
        <select v-model="form.scheme" class="text" data-test="scheme"><option :value="undefined">choose one</option><option v-for="s in choices.schemes" :key="s.key" :value="s.key">{{ s.form.name }}</option></select>
        <small class="mono">{{ choices.schemes.find((s) => s.key === form.scheme)?.form.pattern }}</small></label>
      <label class="field"><span>Review on route</span>
        <select v-model="form.route" class="text" data-test="route"><option :value="undefined">choose one</option><option v-for="r in choices.routes" :key="r.key" :value="r.key">{{ r.name }}</option></select></label>
      <ol v-if="route" class="steps"><li v-for="s in route.steps" :key="s.name"><strong>{{ s.name }}</strong> {{ s.who }}<span v-if="s.people.length" class="quiet"> ({{ s.people.join(', ') }})</span>, {{ s.workingDays }} working days; begun now, due {{ day(s.dueIfBegunNow) }}</li></ol>
      <p v-for="r in route?.remarks ?? []" :key="r.sentence" class="error">{{ r.sentence }}</p>
    </fieldset>
    <fieldset>
      <legend>Issue</legend>
      <div v-for="code in codes" :key="code.digit" class="code">
        <span><span class="key">{{ code.digit }}</span> {{ code.name }}</span>
        <select class="text" :aria-label="`Where ${code.digit} goes`" :value="follows(code.digit)?.asProject ? 'project' : follows(code.digit)?.back ? 'back' : (follows(code.digit)?.folder ?? '')" :data-test="`target-${code.digit}`" @change="setTarget(code.digit, value($event))">
          <option value="">say what follows</option><option value="project">as the project says ({{ asProject(code) }})</option><option value="back">back to the author</option><option v-for="f in targets" :key="f.id" :value="f.id">{{ f.path }}</option>
        </select>
        <select v-if="follows(code.digit)?.folder" class="text status" :aria-label="`Status code for ${code.digit}`" :value="follows(code.digit)?.status" :data-test="`status-${code.digit}`" @change="setStatus(code.digit, value($event))">
          <option v-for="s in fitting(code.digit)" :key="s.code" :value="s.code">{{ s.code }} {{ s.meaning }}</option>
        </select>
        <PathField v-if="follows(code.digit)?.folder" :model-value="follows(code.digit)?.path ?? ''" :label="`Path below the folder for ${code.digit}`" :folder="target(code.digit)?.path ?? ''" @update:model-value="(path) => setPath(code.digit, path)" />
      </div>
      <label class="field"><span>Placed files are called</span><input v-model="form.placedName" class="text mono" required maxlength="500"></label>
    </fieldset>
    <fieldset>
      <legend>Tell</legend>
      <div v-for="t in TOLD" :key="t.key" class="field"><span>{{ t.word }}</span>
        <MultiSelect :model-value="told(t.key)" :options="WHOM" option-label="word" option-value="value" placeholder="nobody" filter :aria-label="t.word" @update:model-value="(v: string[]) => tell(t.key, v)" /></div>
      <p class="quiet">Those who decide are told of their step, and controllers of a stop, in any case.</p>
    </fieldset>
    <footer>
      <button class="act first" type="submit" :disabled="busy" data-test="save-draft">Save as draft</button>
      <button class="act" type="button" @click="emit('cancel')">Leave it as it was</button>
      <span class="quiet">Nothing changes for arriving files until the draft is put in force.</span>
    </footer>
  </form>
</template>

<style scoped>
.editor { display: grid; grid-template-columns: 1.3fr 0.8fr 1.15fr 1.2fr 0.85fr; background: var(--sheet); }
.field { min-width: 0; }
small, small .mono, small.mono { white-space: normal; overflow-wrap: anywhere; }
:deep(.p-multiselect) { width: 100%; min-width: 0; }
fieldset { border: 0; border-right: 1px solid var(--line); padding: 8px 10px; margin: 0; display: grid; gap: 9px; align-content: start; min-width: 0; }
.which { border-right: 4px double var(--line-strong); }
legend { font-weight: 600; padding: 6px 0 0; }
.tick { display: flex; gap: 6px; align-items: center; }
.code { display: grid; gap: 3px; } .status { margin-left: 18px; width: calc(100% - 18px); }
.steps { display: grid; gap: 3px; padding-left: 8px; border-left: 2px solid var(--line-strong); font-size: 12px; }
footer { grid-column: 1 / -1; border-top: 1px solid var(--line); padding: 8px 10px; display: flex; gap: 10px; align-items: center; background: var(--shade); }
@media (max-width: 1150px) { .editor { grid-template-columns: 1fr 1fr; } }
</style>
