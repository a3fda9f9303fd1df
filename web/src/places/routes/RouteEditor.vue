<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import DayRuler from '../../parts/DayRuler.vue'
import FieldInputs from '../../parts/FieldInputs.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import StepEditor from './StepEditor.vue'
import { moveStep, newStep, whoOf, whoValue, withoutStep, type RouteForm, type StepForm } from './route'
import { must } from '../../parts/must'

/** A route being edited: what it would be if it began now is drawn while one works; nothing changes until it is put in force. */
const props = defineProps<{ routeKey: string; edition: number; form: RouteForm; people: Schemas['EverybodyView'] }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const session = useSession()
const project = must(session.project)
const form = ref<RouteForm>(JSON.parse(JSON.stringify(props.form)) as RouteForm)
const at = ref(0)
const look = useLoaded(() =>
  data(api.POST('/api/projects/{project}/routes/looks', { params: { path: { project: project.id } }, body: form.value })),
)
const { busy, problem, act } = useAct()
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  form,
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void look.load(), 250)
  },
  { deep: true },
)
onMounted(look.load)
const faults = computed(() => look.value.value?.remarks.filter((r) => r.fault) ?? [])
const warnings = computed(() => look.value.value?.remarks.filter((r) => !r.fault) ?? [])
const changed = computed(() => JSON.stringify(form.value) !== JSON.stringify(props.form))
const WHO = computed(() => [
  ...props.people.roles.map((r) => ({ value: `ROLE ${r.id}`, word: r.name })),
  ...props.people.people.map((p) => ({ value: `PERSON ${p.id}`, word: p.name })),
  { value: 'MATRIX REVIEWS', word: 'who reviews by the matrix' },
])
const codeFields = computed(() => project.fields.filter((f) => f.key !== 'project' && f.key !== 'originator').map((f) => f.key))
const step = computed({
  get: () => must(form.value.steps[at.value]),
  set: (value: StepForm) => form.value.steps.splice(at.value, 1, value),
})

function add() {
  const names = new Set(form.value.steps.map((s) => s.name))
  let name = 'Review'
  for (let i = 2; names.has(name); i++) name = `Review ${i}`
  form.value.steps = moveStep([...form.value.steps, newStep(name)], form.value.steps.length, at.value)
}

function move(by: number) {
  form.value.steps = moveStep(form.value.steps, at.value, at.value + by)
  at.value += by
}

function remove() {
  form.value.steps = withoutStep(form.value.steps, at.value)
  at.value = Math.min(at.value, form.value.steps.length - 1)
}

function setStatus(code: number, status: string) {
  form.value.statusCodes = [...form.value.statusCodes.filter((s) => s.code !== code), ...(status ? [{ code, status }] : [])]
}

async function putInForce() {
  if (
    await act(() =>
      data(
        api.PUT('/api/projects/{project}/routes/{key}', {
          params: { path: { project: project.id, key: props.routeKey } },
          body: { edition: props.edition, form: form.value },
        }),
      ),
    )
  )
    emit('done')
}
</script>

<template>
  <form class="editor" @submit.prevent="putInForce">
    <div class="row top">
      <label class="field"
        ><span>Route</span><input v-model="form.name" class="text" required maxlength="120" autofocus data-test="route-name"
      /></label>
      <label class="row"><input v-model="form.filesGoAlone" type="checkbox" /> decided files need not wait for the others</label>
      <label class="row"><input v-model="form.ownFirmDecides" type="checkbox" /> the author’s own firm may decide too</label>
      <div class="field">
        <span id="lead">Comments are drawn together and released by</span
        ><select
          class="text"
          aria-labelledby="lead"
          :value="form.lead ? whoValue(form.lead) : ''"
          @change="form.lead = ($event.target as HTMLSelectElement).value ? whoOf(($event.target as HTMLSelectElement).value) : undefined"
        >
          <option value="">whoever closes the last step</option>
          <option v-for="w in WHO" :key="w.value" :value="w.value">{{ w.word }}</option>
        </select>
      </div>
      <div class="field">
        <span id="senders">May send on it by hand, beside controllers: roles</span
        ><MultiSelect
          v-model="form.senders"
          :options="people.roles"
          option-label="name"
          option-value="id"
          display="comma"
          placeholder="none"
          aria-labelledby="senders"
        />
      </div>
      <div class="field">
        <span id="sender-firms">… everybody of a firm</span
        ><MultiSelect
          v-model="form.senderFirms"
          :options="people.firms"
          option-label="name"
          option-value="id"
          display="comma"
          placeholder="none"
          aria-labelledby="sender-firms"
        />
      </div>
      <div class="field">
        <span id="sender-people">… people</span
        ><MultiSelect
          v-model="form.senderPeople"
          :options="people.people"
          option-label="name"
          option-value="id"
          display="comma"
          filter
          placeholder="none"
          aria-labelledby="sender-people"
        />
      </div>
    </div>
    <DayRuler v-if="look.value.value?.steps.length" :steps="look.value.value.steps" :at="at" @step="(i) => (at = i)" />
    <div class="row tabs" role="tablist" aria-label="Steps">
      <button
        v-for="(s, i) in form.steps"
        :key="i"
        type="button"
        class="act"
        role="tab"
        :aria-selected="i === at"
        :class="{ bad: faults.some((f) => f.step === i) }"
        @click="at = i"
      >
        {{ i + 1 }} {{ s.name || 'without a name' }}
      </button>
      <button class="act bare" type="button" :disabled="form.steps.length >= 20" data-test="add-step" @click="add">
        Add a step before this one
      </button>
      <button class="act bare" type="button" :disabled="at === 0" @click="move(-1)">Earlier</button
      ><button class="act bare" type="button" :disabled="at >= form.steps.length - 1" @click="move(1)">Later</button>
      <button class="act bare" type="button" :disabled="form.steps.length === 1" @click="remove">Remove this step</button>
    </div>
    <StepEditor v-if="form.steps[at]" :key="at" v-model="step" :route="form" :at="at" :people="people" />
    <details class="more">
      <summary>What is set when the review ends</summary>
      <div class="row wrap">
        <FieldInputs v-model="form.values" :keys="codeFields" optional />
        <label v-for="c in project.decisionCodes" :key="c.digit" class="field" data-help="status code at the end"
          ><span>{{ c.digit }} {{ c.name }}: issued with</span
          ><select
            class="text"
            :value="form.statusCodes.find((s) => s.code === c.digit)?.status ?? ''"
            @change="setStatus(c.digit, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">the status the rule says</option>
            <option v-for="s in project.statusCodes" :key="s.code" :value="s.code">{{ s.code }} {{ s.meaning }}</option>
          </select></label
        >
      </div>
    </details>
    <ul v-if="faults.length || warnings.length" class="remarks">
      <li v-for="f in faults" :key="f.sentence" class="error">
        <button v-if="f.step !== undefined" class="act bare" type="button" @click="at = must(f.step)">Step {{ must(f.step) + 1 }}</button>
        {{ f.sentence }}
      </li>
      <li v-for="w in warnings" :key="w.sentence">
        <button v-if="w.step !== undefined" class="act bare" type="button" @click="at = must(w.step)">Step {{ must(w.step) + 1 }}</button>
        {{ w.sentence }}
      </li>
    </ul>
    <Trouble :problem="problem ?? look.problem.value" />
    <footer class="row">
      <button class="act first" type="submit" :disabled="busy || !changed || faults.length > 0" data-test="put-route">
        Put in force as {{ edition ? `edition ${edition + 1}` : 'a new route' }}
      </button>
      <button class="act" type="button" @click="emit('cancel')">Leave it as it was</button>
      <span class="quiet">{{
        faults.length ? 'What is wrong stands above.' : 'Reviews under way finish on the edition they began with.'
      }}</span>
    </footer>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.top {
  align-items: end;
  flex-wrap: wrap;
  gap: 10px 16px;
}
.tabs {
  flex-wrap: wrap;
  gap: 4px;
}
.tabs [aria-selected='true'] {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
.tabs .bad {
  border-color: var(--stop);
  border-width: 2px;
}
.wrap {
  flex-wrap: wrap;
  align-items: end;
  padding: 8px 0;
}
.more summary {
  cursor: pointer;
}
.remarks {
  display: grid;
  gap: 2px;
}
</style>
