<script setup lang="ts">
import { computed } from 'vue'
import type { Folder, RuleForm } from '../../api/client'
import { grow, stateWord, visible } from '../folders/tree'

const props = defineProps<{ folders: Folder[]; kept?: Set<number>; labelledBy: string }>()
const places = defineModel<RuleForm['places']>({ required: true })
const rows = computed(() => visible(grow(props.folders), new Set()).filter((r) => !props.kept || props.kept.has(r.folder.id) || !!place(r.folder.id)))
const place = (id: number) => places.value.find((p) => p.folder === id)

function turn(id: number) {
  places.value = place(id) ? places.value.filter((p) => p.folder !== id) : [...places.value, { folder: id, withBelow: true }]
}

function turnBelow(id: number) {
  places.value = places.value.map((p) => (p.folder === id ? { ...p, withBelow: !p.withBelow } : p))
}
</script>

<template>
  <div role="group" class="folders" :aria-labelledby="labelledBy">
    <div v-for="row in rows" :key="row.folder.id" class="line" :style="{ paddingLeft: `${4 + row.depth * 12}px` }">
      <label class="clip grow"><input type="checkbox" :checked="!!place(row.folder.id)" @change="turn(row.folder.id)"> {{ row.folder.name }}</label>
      <label v-if="place(row.folder.id)" class="below"><input type="checkbox" :checked="place(row.folder.id)?.withBelow" :aria-label="`With what is below ${row.folder.name}`" @change="turnBelow(row.folder.id)"> and below</label>
      <span v-else class="quiet mono">{{ stateWord(row.folder.state) }}</span>
    </div>
  </div>
</template>

<style scoped>
.folders { border: 1px solid var(--line-strong); max-height: 250px; overflow: auto; padding: 3px 6px; }
.line { display: flex; gap: 6px; align-items: center; height: 23px; }
.below { white-space: nowrap; color: var(--main); }
</style>
