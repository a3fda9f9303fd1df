<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem } from '../../api/client'
import { COLUMNS } from './columns'
import { cells, type Sample } from './sample'
import type { Rule } from './choices'

/** The sample that runs along under a row: which arrival it is, and in each column what comes of it. */
const name = defineModel<string>({ required: true })
const props = defineProps<{
  names: string[]
  sample?: Sample
  problem?: Problem
  rule: Pick<Rule, 'kind' | 'name'>
  folder: boolean
  stale: boolean
}>()
const emit = defineEmits<{ take: [file: File] }>()
const over = ref(false)
const found = computed(() => (props.sample && name.value.trim() && props.folder ? cells(props.sample, props.rule) : {}))
const shown = COLUMNS.slice(2)
function drop(event: DragEvent) {
  over.value = false
  const file = event.dataTransfer?.files[0]
  if (file) emit('take', file)
}
function pick(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) emit('take', file)
}
</script>

<template>
  <tr
    class="sample"
    :class="{ over, stale }"
    :aria-busy="stale"
    aria-label="Sample"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent.stop="drop"
  >
    <td colspan="2">
      <span class="quiet">sample</span>
      <input
        v-model="name"
        class="text mono sampled"
        :title="name"
        list="sample-names"
        maxlength="255"
        :placeholder="folder ? 'the name of a file' : 'choose a folder first'"
        aria-label="A file to try it on"
        data-test="sample-name"
      /><datalist id="sample-names"><option v-for="n in names" :key="n" :value="n" /></datalist>
      <label class="act bare"
        >or a file of mine<input type="file" class="hidden-text" aria-label="A file of mine to try it on, which is not sent" @change="pick"
      /></label>
    </td>
    <td class="left-end" data-is="Where and which" :class="{ bad: found.which?.bad }">
      <template v-if="problem">{{ problem.message }}</template><template v-else-if="found.which">{{ found.which.text }}</template
      ><span v-else class="quiet">what comes of it stands here</span>
    </td>
    <td v-for="c in shown" :key="c.key" :data-is="c.word" :class="{ bad: found[c.key]?.bad }" :data-test="`sample-${c.key}`">
      {{ found[c.key]?.text ?? (found.which ? '–' : '') }}
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: top;
  padding: 4px 7px;
  border: 1px solid var(--line);
  border-bottom: 1px solid var(--line-strong);
  font-size: 12px;
  overflow-wrap: anywhere;
  background: var(--main-soft);
}
.sampled {
  font-size: 11.5px;
  padding-inline: 5px;
}
.stale [data-is] {
  color: var(--quiet);
}
.over td {
  outline: 2px dashed var(--main);
  outline-offset: -2px;
}
.left-end {
  border-right: 4px double var(--line-strong);
}
.bad {
  color: var(--stop);
}
.act {
  padding: 0;
  font-size: 12px;
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
}
</style>
