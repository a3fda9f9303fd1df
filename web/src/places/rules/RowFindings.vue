<script setup lang="ts">
import type { Rule } from '../../api/client'
import type { Column } from './columns'

/** What stands under a row: what the check found on it, and putting its draft in force. */
defineProps<{ rule: Rule; busy: boolean; faulty: boolean; controls: boolean; nameOf: (id: number) => string }>()
const emit = defineEmits<{ show: [column: Column]; above: [rule: number]; force: []; drop: [] }>()
</script>

<template>
  <tr class="under">
    <td colspan="9">
      <p v-if="faulty">Before it can be put in force:</p>
      <ul v-if="rule.findings.length" class="findings">
        <li v-for="(f, k) in rule.findings" :key="k" :class="f.error ? 'error' : 'warning'">
          <button class="act bare column" type="button" @click="emit('show', f.column as Column)">
            {{ f.column.charAt(0).toUpperCase() + f.column.slice(1) }}
          </button>
          {{ f.sentence }} <span class="quiet">{{ f.mend }}</span>
          <button v-if="f.above && controls" class="act" type="button" :disabled="busy" @click="emit('above', f.above)">
            Move it above “{{ nameOf(f.above) }}”
          </button>
        </li>
      </ul>
      <span v-if="rule.draft" class="row">
        <button class="act first" type="button" :disabled="busy || faulty" @click="emit('force')">Put in force</button>
        <button class="act" type="button" :disabled="busy" @click="emit('drop')">
          {{ rule.editionInForce ? 'Drop the draft' : 'Drop the rule' }}
        </button>
      </span>
    </td>
  </tr>
</template>

<style scoped>
td {
  background: var(--attention-soft);
  padding: 3px 8px 6px;
  border: 1px solid var(--line);
  border-top: 0;
}
.findings {
  margin: 2px 0 5px;
  max-width: 1100px;
  font-size: 12.5px;
}
.column {
  padding: 0 2px;
  min-height: 0;
  font-weight: 600;
  color: inherit;
}
.warning {
  color: var(--attention);
}
</style>
