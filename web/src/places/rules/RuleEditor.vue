<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import { useSession } from '../../session'
import ConditionEdit from './ConditionEdit.vue'
import FolderChoice from './FolderChoice.vue'
import Meanwhile from './Meanwhile.vue'
import StationsEdit from './StationsEdit.vue'
import { emptyCondition, type Choices, type Condition, type Finding, type Rule, type Stations } from './choices'
import { useWriting } from './writing'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/**
 * Writing a rule; `writing` is where it is kept until it is saved, `by` who saved the draft that is there, `findings` what was found on it.
 */
const props = defineProps<{
  id?: number
  form: Rule
  writing: string
  by?: string
  findings: Finding[]
  choices: Choices
  project: Stations
  busy: boolean
  column?: string
}>()
const emit = defineEmits<{ save: [form: Rule]; cancel: []; leave: [written: Rule] }>()
const { form, restored, changedMeanwhile, takeTheirs, keepMine } = useWriting(props.writing, () => props.form)
const watching = computed(() => form.value.kind === 'WATCHING')
const element = useTemplateRef<HTMLFormElement>('element')
const setCondition = (i: number, c: Condition) => (form.value.conditions = form.value.conditions.map((x, k) => (k === i ? c : x)))

/** The check runs while the rule is written, against the sheet as it is drafted. */
const session = useSession()
const PAUSE = 300
const found = computed(() => look.value.value ?? props.findings)
const look = useLoaded(() =>
  data(
    api.POST('/api/projects/{project}/rules/looks', {
      params: { path: { project: must(session.project).id } },
      body: { id: props.id, rule: form.value },
    }),
  ),
)
let pause: ReturnType<typeof setTimeout> | undefined
watch(
  form,
  () => {
    clearTimeout(pause)
    pause = setTimeout(() => void look.load(), PAUSE)
  },
  { deep: true, immediate: true },
)
onBeforeUnmount(() => clearTimeout(pause))

onMounted(() => {
  const first = element.value?.querySelector<HTMLElement>(
    props.column ? `.${props.column} :is(input, select, textarea)` : '[data-test=rule-name]',
  )
  first?.focus()
  element.value?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <form ref="element" v-escape="() => emit('cancel')" class="editor" :class="{ watching }" @submit.prevent="emit('save', form)">
    <p v-if="restored && !changedMeanwhile" class="restored quiet">What you were writing is here again.</p>
    <fieldset class="where">
      <legend>{{ watching ? 'Watching rule: only tells' : 'Handling rule: takes the file' }}</legend>
      <label class="field"
        ><span>Name</span><input v-model="form.name" class="text" required maxlength="200" data-test="rule-name"
      /></label>
      <label class="field"
        ><span>What it is for (may stay empty)</span><textarea v-model="form.description" class="text" rows="2" maxlength="2000" />
      </label>
      <div class="field">
        <span id="where">Stands on</span
        ><FolderChoice
          v-model="form.places"
          :folders="choices.folders"
          :kept="choices.kept"
          :people="choices.people"
          :takes="!watching"
          labelled-by="where"
        />
      </div>
    </fieldset>
    <fieldset class="which">
      <legend>Which</legend>
      <p v-if="form.conditions.length === 0" class="quiet">No condition: every file that arrives.</p>
      <ConditionEdit
        v-for="(c, i) in form.conditions"
        :key="i"
        :model-value="c"
        :choices="choices"
        :depth="0"
        @update:model-value="(x) => setCondition(i, x)"
        @remove="form.conditions = form.conditions.filter((_, k) => k !== i)"
      />
      <button
        class="act"
        type="button"
        data-test="add-condition"
        @click="form.conditions = [...form.conditions, emptyCondition(must(choices.kinds.conditions[0]))]"
      >
        Add a condition
      </button>
      <p v-if="form.conditions.length > 1" class="quiet">All of them have to be met.</p>
    </fieldset>
    <StationsEdit v-model="form.stations" :choices="choices" :project="project" :only="watching ? 'tell' : undefined" />
    <div class="foot">
      <ul class="findings" :class="{ some: found.length }" tabindex="0" aria-label="What the check finds" aria-live="polite">
        <li v-if="found.length === 0" class="quiet">The check finds nothing.</li>
        <li v-for="(f, i) in found" :key="i" :class="f.error ? 'error' : 'warning'">
          <strong>{{ f.column.charAt(0).toUpperCase() + f.column.slice(1) }}</strong> {{ f.sentence }}
          <span class="quiet">{{ f.mend }}</span>
        </li>
      </ul>
      <footer>
        <Meanwhile v-if="changedMeanwhile" :by="by" @theirs="takeTheirs" @mine="keepMine" />
        <button class="act first" type="submit" :disabled="busy || changedMeanwhile" data-test="save-draft">Save as draft</button>
        <button class="act" type="button" @click="emit('leave', form)">Leave it as it was</button>
        <span class="quiet">Nothing changes for arriving files until the draft is put in force.</span>
      </footer>
    </div>
  </form>
</template>

<style scoped>
form.editor {
  scroll-margin-top: calc(var(--stick) + 32px);
  display: grid;
  grid-template-columns: 1.15fr 0.95fr 1.1fr 0.75fr 0.85fr 1.15fr 1fr;
  background: var(--sheet);
}
form.editor.watching {
  grid-template-columns: 1.2fr 1fr 1.4fr;
}
fieldset {
  border: 0;
  border-right: 1px solid var(--line);
  padding: 0 10px 10px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 6px 0 0;
}
.field {
  min-width: 0;
}
fieldset > button {
  justify-self: start;
}
.restored {
  grid-column: 1 / -1;
  padding: 5px 10px 0;
}
.foot {
  grid-column: 1 / -1;
  grid-row: 20;
  position: sticky;
  bottom: var(--foot);
}
.findings {
  padding: 5px 10px;
  font-size: 12.5px;
  line-height: 18px;
  height: 48px;
  overflow: auto;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.findings.some {
  background: var(--attention-soft);
}
.warning {
  color: var(--attention);
}
footer {
  border-top: 1px solid var(--line);
  padding: 8px 10px;
  display: flex;
  gap: 8px 10px;
  align-items: center;
  flex-wrap: wrap;
  background: var(--shade);
}
@media (max-width: 1500px) and (min-width: 1151px) {
  form.editor:not(.watching) {
    grid-template-columns: 1.05fr 1.05fr 1.1fr 1fr;
    grid-template-rows: auto auto 1fr auto;
    grid-template-areas: 'note note note note' 'where identify number tell' 'where identify review tell' 'which identify issue tell';
  }
  form.editor:not(.watching) > .restored {
    grid-area: note;
  }
  form.editor:not(.watching) > .where {
    grid-area: where;
  }
  form.editor:not(.watching) > .which {
    grid-area: which;
  }
  form.editor:not(.watching) > :deep(fieldset.identify) {
    grid-area: identify;
  }
  form.editor:not(.watching) > :deep(fieldset.number) {
    grid-area: number;
  }
  form.editor:not(.watching) > :deep(fieldset.review) {
    grid-area: review;
  }
  form.editor:not(.watching) > :deep(fieldset.issue) {
    grid-area: issue;
  }
  form.editor:not(.watching) > :deep(fieldset.tell) {
    grid-area: tell;
    border-right: 0;
  }
}
@media (max-width: 1150px) {
  form.editor,
  form.editor.watching {
    grid-template-columns: 1fr 1fr;
  }
}
@media (max-width: 700px) {
  form.editor,
  form.editor.watching {
    grid-template-columns: 1fr;
  }
}
</style>
