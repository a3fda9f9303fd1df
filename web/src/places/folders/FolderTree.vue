<script setup lang="ts">
import { computed } from 'vue'
import { stateWord, visible, type Branch } from './tree'
import { must } from '../../parts/must'

const props = defineProps<{ top: Branch[]; at?: number; closed: Set<number> }>()
const emit = defineEmits<{ open: [id: number]; close: [closed: Set<number>] }>()
const rows = computed(() => visible(props.top, props.closed))

function turn(id: number, shut: boolean) {
  const now = new Set(props.closed)
  if (shut) now.add(id)
  else now.delete(id)
  emit('close', now)
}

function key(event: KeyboardEvent, i: number) {
  const row = must(rows.value[i])
  const go = (to: number) => (document.getElementById(`folder-${rows.value[to]?.folder.id}`)?.focus(), event.preventDefault())
  if (event.key === 'ArrowDown') go(i + 1)
  if (event.key === 'ArrowUp') go(i - 1)
  if (event.key === 'ArrowLeft') turn(row.folder.id, true)
  if (event.key === 'ArrowRight') turn(row.folder.id, false)
  if (event.key === 'Enter' || event.key === ' ') {
    emit('open', row.folder.id)
    event.preventDefault()
  }
}
</script>

<template>
  <ul role="tree" aria-label="Folders">
    <!-- eslint-disable-next-line vuejs-accessibility/interactive-supports-focus -- it has a tabindex, a roving one -->
    <li
      v-for="(row, i) in rows"
      :id="`folder-${row.folder.id}`"
      :key="row.folder.id"
      role="treeitem"
      :aria-level="row.depth + 1"
      :aria-selected="row.folder.id === at"
      :aria-expanded="row.children.length ? !closed.has(row.folder.id) : undefined"
      :tabindex="row.folder.id === at || (at === undefined && i === 0) ? 0 : -1"
      :class="[row.folder.state.toLowerCase(), { at: row.folder.id === at }]"
      :style="{ paddingLeft: `${8 + row.depth * 13}px` }"
      @click="emit('open', row.folder.id)"
      @keydown="key($event, i)"
    >
      <span v-if="row.children.length" class="turn" aria-hidden="true" @click.stop="turn(row.folder.id, !closed.has(row.folder.id))">{{
        closed.has(row.folder.id) ? '+' : '–'
      }}</span>
      <span v-else class="turn" aria-hidden="true" />
      <span class="clip grow">{{ row.folder.name }}</span>
      <span class="band">{{ stateWord(row.folder.state) }}</span>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  gap: 4px;
  height: 25px;
  cursor: pointer;
  padding-right: 0;
  content-visibility: auto;
  contain-intrinsic-height: 25px;
}
li:hover {
  background: var(--shade);
}
li.at {
  background: var(--main-soft);
  font-weight: 600;
}
.turn {
  width: 14px;
  text-align: center;
  color: var(--quiet);
  font-family: var(--mono);
}
.band {
  align-self: stretch;
  width: 50px;
  display: grid;
  place-items: center;
  font: 10.5px var(--mono);
  color: var(--ink-2);
  border-left: 3px solid var(--line-strong);
  background: var(--shade);
}
.shared .band {
  border-left-color: var(--main);
}
.published .band {
  border-left-color: var(--done);
}
.archive .band {
  border-left-color: var(--quiet);
}
.work_in_progress .band {
  border-left-color: var(--attention);
}
</style>
