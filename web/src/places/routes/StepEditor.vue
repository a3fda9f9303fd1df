<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { useSession } from '../../session'
import { whoOf, whoValue, type RouteForm, type StepForm } from './route'
import { must } from '../../parts/must'

/** One step of a route: who, how many, what their decisions lead to, and what happens when nobody answers. */
const props = defineProps<{ route: RouteForm; at: number; people: Schemas['EverybodyView'] }>()
const step = defineModel<StepForm>({ required: true })
const session = useSession()
const project = must(session.project)
const last = computed(() => props.at === props.route.steps.length - 1)
const several = computed(() => step.value.who.length > 1 || step.value.who.some((w) => w.kind !== 'PERSON'))
const WHO = computed(() =>
  [
    {
      label: 'By the distribution matrix',
      items: [
        { value: 'MATRIX REVIEWS', word: 'who reviews by the matrix' },
        { value: 'MATRIX APPROVES', word: 'who approves by the matrix' },
      ],
    },
    { label: 'Roles', items: props.people.roles.map((r) => ({ value: `ROLE ${r.id}`, word: r.name })) },
    { label: 'People', items: props.people.people.map((p) => ({ value: `PERSON ${p.id}`, word: p.name })) },
    {
      label: 'Who stands in a field',
      items: project.fields
        .filter((f) => f.kind === 'TEXT' && f.key !== 'project')
        .map((f) => ({ value: `FIELD ${f.key}`, word: f.label })),
    },
  ].filter((g) => g.items.length),
)
const roles = computed(() => props.people.roles.map((r) => ({ value: r.id, word: r.name })))
const field = computed(() => project.fields.find((f) => f.key === step.value.when?.field))

function patch(change: Partial<StepForm>) {
  step.value = { ...step.value, ...change }
}

const chase = (change: Partial<StepForm['chase']>) => patch({ chase: { ...step.value.chase, ...change } })

function lead(code: number): string {
  const found = step.value.leads.find((l) => l.code === code)
  return !found ? 'ON' : found.kind === 'TO_STEP' ? `TO_STEP ${found.step}` : found.kind
}

function setLead(code: number, value: string) {
  const others = step.value.leads.filter((l) => l.code !== code)
  const [kind, to] = value.split(' ')
  patch({ leads: kind === 'ON' ? others : [...others, { code, kind: kind as 'END' | 'BACK' | 'TO_STEP', step: Number(to ?? 0) }] })
}

function setWhen(kind: string) {
  patch({
    when:
      kind === ''
        ? undefined
        : {
            kind: kind as 'IS' | 'IS_NOT' | 'FROM_CYCLE',
            field: kind === 'FROM_CYCLE' ? '' : step.value.when?.field || 'discipline',
            values: step.value.when?.values ?? [],
            cycle: 2,
          },
  })
}

const patchWhen = (change: Partial<NonNullable<StepForm['when']>>) => patch({ when: { ...must(step.value.when), ...change } })
const v = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const n = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <div class="step">
    <fieldset>
      <legend>Step {{ at + 1 }}</legend>
      <label class="field"
        ><span>Name</span
        ><input class="text" required maxlength="120" :value="step.name" data-test="step-name" @input="patch({ name: v($event) })"
      /></label>
      <label class="field"
        ><span>Kind</span
        ><select class="text" :value="step.kind" @change="patch({ kind: v($event) as StepForm['kind'] })">
          <option value="REVIEW">review: prepares the decision</option>
          <option value="APPROVAL">approval: takes it</option></select
        ><small v-if="last">the last step decides</small></label
      >
      <label class="field"
        ><span>Working days</span
        ><input
          class="text few"
          type="number"
          min="1"
          max="250"
          required
          :value="step.workingDays"
          data-test="step-days"
          @input="patch({ workingDays: n($event) })"
        /><small>counted from when it begins</small></label
      >
      <div class="field">
        <span :id="`when-${at}`">Taken</span>
        <select class="text" :value="step.when?.kind ?? ''" :disabled="last" :aria-labelledby="`when-${at}`" @change="setWhen(v($event))">
          <option value="">always</option>
          <option value="IS">only if a field is …</option>
          <option value="IS_NOT">only if a field is not …</option>
          <option value="FROM_CYCLE">only from a cycle on</option>
        </select>
        <template v-if="step.when && step.when.kind !== 'FROM_CYCLE'">
          <select class="text" :value="step.when.field" aria-label="Field" @change="patchWhen({ field: v($event), values: [] })">
            <option v-for="f in project.fields" :key="f.key" :value="f.key">{{ f.label }}</option>
          </select>
          <MultiSelect
            v-if="field?.kind === 'CODES'"
            :model-value="step.when.values"
            :options="field.codes"
            option-label="meaning"
            option-value="code"
            filter
            placeholder="choose values"
            aria-label="Values"
            @update:model-value="(values: string[]) => patchWhen({ values })"
          />
          <input
            v-else
            class="text"
            :value="step.when.values[0] ?? ''"
            aria-label="Value"
            maxlength="200"
            @input="patchWhen({ values: v($event) ? [v($event)] : [] })"
          />
        </template>
        <label v-else-if="step.when" class="row"
          >cycle <input class="text few" type="number" min="2" max="100" :value="step.when.cycle" @input="patchWhen({ cycle: n($event) })"
        /></label>
      </div>
    </fieldset>
    <fieldset>
      <legend>Who</legend>
      <div class="field">
        <span :id="`who-${at}`">They sit in it</span>
        <MultiSelect
          :model-value="step.who.map(whoValue)"
          :options="WHO"
          option-group-label="label"
          option-group-children="items"
          option-label="word"
          option-value="value"
          filter
          placeholder="choose who"
          :max-selected-labels="3"
          :aria-labelledby="`who-${at}`"
          data-test="step-who"
          @update:model-value="(values: string[]) => patch({ who: values.map(whoOf) })"
        />
      </div>
      <label class="field"
        ><span>Answers needed for each file</span
        ><select class="text" :value="step.needs" @change="patch({ needs: v($event) as StepForm['needs'] })">
          <option value="ANY">any one of them</option>
          <option value="ALL">all of them</option>
          <option value="AT_LEAST">at least so many</option>
        </select></label
      >
      <label v-if="step.needs === 'AT_LEAST'" class="field"
        ><span>At least</span
        ><input class="text few" type="number" min="1" max="100" :value="step.atLeast" @input="patch({ atLeast: n($event) })"
      /></label>
      <label v-if="several" class="field"
        ><span>Several answers become one</span
        ><select class="text" :value="step.drawing" @change="patch({ drawing: v($event) as StepForm['drawing'] })">
          <option value="WORST">the worst counts</option>
          <option value="MAJORITY">the majority counts, the worse of a tie</option>
          <option value="LEAD">the first of them leads and draws them together</option>
        </select></label
      >
      <p class="quiet">Nobody decides on the work of the own firm{{ route.ownFirmDecides ? ', but this route allows it' : '' }}.</p>
    </fieldset>
    <fieldset>
      <legend>What a decision leads to</legend>
      <label v-for="code in project.decisionCodes" :key="code.digit" class="lead"
        ><span
          ><span class="key">{{ code.digit }}</span> {{ code.name }}</span
        >
        <select class="text" :value="lead(code.digit)" :aria-label="`What ${code.digit} leads to`" @change="setLead(code.digit, v($event))">
          <option value="ON">{{ last ? 'it is decided' : 'on to the next step' }}</option>
          <option v-if="!last" value="END">the review ends with it</option>
          <option value="BACK">back to the author</option>
          <option v-for="(s, i) in route.steps.slice(0, at)" :key="i" :value="`TO_STEP ${i}`">
            back to step {{ i + 1 }}, {{ s.name }}
          </option>
        </select></label
      >
    </fieldset>
    <fieldset>
      <legend>When nobody answers</legend>
      <label class="row"
        >Remind
        <input
          class="text few"
          type="number"
          min="0"
          max="250"
          :value="step.chase.remindBefore"
          aria-label="Days before on which they are reminded"
          @input="chase({ remindBefore: n($event) })"
        />
        days before and
        <input
          class="text few"
          type="number"
          min="0"
          max="250"
          :value="step.chase.remindAfter"
          aria-label="Days after on which they are reminded again"
          @input="chase({ remindAfter: n($event) })"
        />
        after</label
      >
      <label class="row"
        >After
        <input
          class="text few"
          type="number"
          min="0"
          max="250"
          :value="step.chase.escalateAfter"
          aria-label="Days after which others are told"
          @input="chase({ escalateAfter: n($event) })"
        />
        days tell</label
      >
      <MultiSelect
        v-if="step.chase.escalateAfter > 0"
        :model-value="step.chase.escalateTo"
        :options="roles"
        option-label="word"
        option-value="value"
        placeholder="choose roles"
        aria-label="Roles that are told"
        @update:model-value="(values: number[]) => chase({ escalateTo: values })"
      />
      <label class="field"
        ><span>In the end</span
        ><select
          class="text"
          :value="step.chase.silence.kind"
          @change="chase({ silence: { ...step.chase.silence, kind: v($event) as 'WAIT' | 'COUNTS' | 'SKIP' } })"
        >
          <option value="WAIT">it waits</option>
          <option value="COUNTS">silence counts as a code</option>
          <option v-if="!last" value="SKIP">the step is skipped</option>
        </select></label
      >
      <div v-if="step.chase.silence.kind !== 'WAIT'" class="row">
        <select
          v-if="step.chase.silence.kind === 'COUNTS'"
          class="text"
          :value="step.chase.silence.code"
          aria-label="Silence counts as"
          @change="chase({ silence: { ...step.chase.silence, code: n($event) } })"
        >
          <option v-for="c in project.decisionCodes" :key="c.digit" :value="c.digit">{{ c.digit }} {{ c.name }}</option>
        </select>
        <input
          class="text few"
          type="number"
          min="0"
          max="250"
          :value="step.chase.silence.daysAfter"
          aria-label="Working days after the due date"
          @input="chase({ silence: { ...step.chase.silence, daysAfter: n($event) } })"
        />
        days after the date
      </div>
      <p class="quiet">0 leaves it out. Days are working days.</p>
    </fieldset>
  </div>
</template>

<style scoped>
.step {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  border: 1px solid var(--line);
  background: var(--sheet);
}
fieldset {
  border: 0;
  border-right: 1px solid var(--line);
  padding: 6px 10px 10px;
  margin: 0;
  display: grid;
  gap: 7px;
  align-content: start;
  min-width: 0;
}
fieldset:last-child {
  border-right: 0;
}
legend {
  font-weight: 600;
  padding-top: 6px;
}
.few {
  width: 62px;
}
input.few {
  width: 62px;
}
.lead {
  display: grid;
  gap: 2px;
}
:deep(.p-multiselect) {
  width: 100%;
  min-width: 0;
}
.row {
  flex-wrap: wrap;
  gap: 5px;
}
@media (max-width: 1100px) {
  .step {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
