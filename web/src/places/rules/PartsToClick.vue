<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../../session'
import type { Insertable } from './example'

/** What can be put into a pattern by pointing at it: parts of the example first, then what else there is. */
const props = defineProps<{ parts: Insertable[]; numbered: boolean; beside?: boolean }>()
const emit = defineEmits<{ put: [text: string] }>()
const session = useSession()
const always = computed(() =>
  [...(props.numbered ? ['number', 'revision', 'status'] : []), 'title', 'name', ...(props.beside ? ['folder', 'below'] : [])].filter(
    (key) => !props.parts.some((p) => p.text === `{${key}}`),
  ),
)
const rest = computed(() => {
  const there = new Set([...props.parts.map((p) => p.text), ...always.value.map((k) => `{${k}}`)])
  return (session.project?.fields ?? []).filter((f) => !there.has(`{${f.key}}`))
})
function choose(event: Event) {
  const select = event.target as HTMLSelectElement
  if (select.value) emit('put', `{${select.value}}`)
  select.value = ''
}
</script>

<template>
  <span class="parts" aria-label="Parts to put in" role="group">
    <button v-for="p in parts" :key="p.text" class="act own" type="button" :title="`Puts in ${p.text}`" @click="emit('put', p.text)">
      {{ p.word }}
    </button>
    <button v-for="k in always" :key="k" class="act" type="button" :title="`Puts in {${k}}`" @click="emit('put', `{${k}}`)">
      {{ k }}
    </button>
    <select v-if="rest.length" class="text" aria-label="Another field to put in" @change="choose">
      <option value="">another field …</option>
      <option v-for="f in rest" :key="f.key" :value="f.key">{{ f.label }}</option>
    </select>
  </span>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}
.act {
  min-height: 24px;
  padding: 0 6px;
  font-size: 12px;
}
.own {
  border-color: var(--main);
  color: var(--main);
}
select {
  width: auto;
  min-height: 24px;
  font-size: 12px;
  padding: 0 4px;
}
</style>
