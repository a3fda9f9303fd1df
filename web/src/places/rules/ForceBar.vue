<script setup lang="ts">
import { count } from '../../say'

/** How many drafts there are, which are chosen, and putting those in force together. */
const order = defineModel<boolean>('order', { required: true })
const project = defineModel<boolean>('project', { required: true })
defineProps<{
  drafts: number
  chosen: number
  faulty: number
  reordered: boolean
  projectDrafted: boolean
  controls: boolean
  busy: boolean
  ready: boolean
}>()
const emit = defineEmits<{ all: []; force: [] }>()
</script>

<template>
  <div class="note force-bar">
    <span
      ><strong>{{ count(drafts, 'draft') }}</strong
      ><template v-if="drafts">, {{ chosen }} chosen</template></span
    >
    <button v-if="drafts && chosen < drafts" class="act bare" type="button" @click="emit('all')">choose all</button>
    <label v-if="reordered && controls" class="tick"><input v-model="order" type="checkbox" /> the order as shown</label>
    <label v-if="projectDrafted && controls" class="tick"><input v-model="project" type="checkbox" /> what the project says</label>
    <span class="grow" />
    <span v-if="faulty" class="error">{{ count(faulty, 'chosen row has', 'chosen rows have') }} errors.</span>
    <button class="act first" type="button" :disabled="busy || !ready || faulty > 0" data-test="put-in-force" @click="emit('force')">
      Put what is chosen in force
    </button>
  </div>
</template>

<style scoped>
.force-bar {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 5px 10px;
}
.tick {
  display: flex;
  gap: 5px;
}
@media (max-width: 700px) {
  .force-bar {
    flex-wrap: wrap;
  }
}
</style>
