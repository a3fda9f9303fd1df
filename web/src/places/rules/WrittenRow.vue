<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { COLUMNS, type Column } from './columns'
import type { Finding, Rule } from './choices'

/** A row while it is written: what it says by now; each cell opens its station below. */
const props = defineProps<{
  form: Rule
  id?: number
  words?: Schemas['Sentences']
  open: string
  findings: Finding[]
  /** Whether all that there is to say stands open at once. */
  all: boolean
}>()
const emit = defineEmits<{ open: [column: Column] }>()
const watching = computed(() => props.form.kind === 'WATCHING')
const says = (key: Column) => !watching.value || key === 'issue' || key === 'tell'
const lines = (key: Column) => (key === 'where' ? [] : (props.words?.[key] ?? []))
const fault = (...keys: string[]) => props.findings.some((f) => f.error && keys.includes(f.column))
</script>

<template>
  <tr :id="id ? `rule-${id}` : undefined" class="written" aria-label="The rule as it is written">
    <td class="quiet">{{ watching ? 'watches' : 'draft' }}</td>
    <td class="name">
      <strong>{{ form.name || 'a new rule' }}</strong><span v-if="form.description" class="quiet clip" :title="form.description">{{
        form.description
      }}</span>
    </td>
    <td class="left-end" :class="{ open: open === 'where' && !all, fault: fault('where', 'which') }">
      <button type="button" class="cell" data-test="open-where" :aria-expanded="open === 'where' || all" @click="emit('open', 'where')">
        <span class="hidden-text">Where and which: </span><span class="line">{{ words?.where || 'choose a folder' }}</span
        ><span v-for="line in lines('which')" :key="line" class="line quiet">{{ line }}</span>
      </button>
    </td>
    <td v-for="c in COLUMNS.slice(2)" :key="c.key" :data-is="c.word" :class="{ open: open === c.key && !all, fault: fault(c.key) }">
      <span v-if="!says(c.key)" class="quiet">–</span>
      <button
        v-else
        type="button"
        class="cell"
        :data-test="`open-${c.key}`"
        :aria-expanded="open === c.key || all"
        @click="emit('open', c.key)"
      >
        <span class="hidden-text">{{ c.word }}: </span
        ><span v-if="!lines(c.key).length" class="line quiet">{{ watching ? 'nothing' : 'as project' }}</span
        ><span v-for="line in lines(c.key)" v-else :key="line" class="line">{{ line }}</span>
      </button>
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: top;
  padding: 0;
  border: 1px solid var(--line);
  border-top: 2px solid var(--main);
  font-size: 12.5px;
  overflow-wrap: anywhere;
  background: var(--sheet);
}
td.name,
td.quiet,
td > .quiet {
  padding: 4px 7px;
}
td > .quiet {
  display: block;
}
.name > span {
  display: block;
}
.left-end {
  border-right: 4px double var(--line-strong);
}
.cell {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  width: 100%;
  min-height: 44px;
  text-align: left;
  background: none;
  border: 0;
  padding: 4px 7px;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.cell:hover {
  background: var(--main-soft);
}
.line {
  display: block;
}
.open {
  box-shadow: inset 0 -4px 0 var(--main);
}
td.open {
  background: var(--main-soft);
}
.fault {
  box-shadow: inset 3px 0 0 var(--stop);
}
.fault.open {
  box-shadow:
    inset 3px 0 0 var(--stop),
    inset 0 -4px 0 var(--main);
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
}
</style>
