<script setup lang="ts">
import { type Choices, type Stations } from './choices'
import Meanwhile from './Meanwhile.vue'
import StationsEdit from './StationsEdit.vue'
import { useWriting } from './writing'
import { vEscape } from '../../parts/escape'

/** Writing what the project says of stations that rows leave to it. */
const props = defineProps<{ stations: Stations; writing: string; by?: string; choices: Choices; busy: boolean; drafted: boolean }>()
const emit = defineEmits<{ save: [stations: Stations]; cancel: []; leave: [written: Stations]; drop: [] }>()
const { form, restored, changedMeanwhile, takeTheirs, keepMine } = useWriting(props.writing, () => props.stations)
</script>

<template>
  <form v-escape="() => emit('cancel')" class="project-editor" @submit.prevent="emit('save', form)">
    <p v-if="restored && !changedMeanwhile" class="restored quiet">What you were writing is here again.</p>
    <StationsEdit v-model="form" :choices="choices" :project="stations" of-project />
    <footer>
      <Meanwhile v-if="changedMeanwhile" :by="by" @theirs="takeTheirs" @mine="keepMine" />
      <button class="act first" type="submit" :disabled="busy || changedMeanwhile">Save as draft</button
      ><button class="act" type="button" @click="emit('leave', form)">Leave it as it was</button
      ><button v-if="drafted" class="act" type="button" @click="emit('drop')">Drop the draft</button>
      <span class="quiet"
        >A draft too: it counts for every row that says “as project” once it is put in force, for files that arrive from then on.</span
      >
    </footer>
  </form>
</template>

<style scoped>
.project-editor {
  display: grid;
  grid-template-columns: 1.2fr 0.8fr 1fr 1.3fr 1.1fr;
  background: var(--sheet);
}
.restored {
  grid-column: 1 / -1;
  padding: 5px 10px 0;
}
footer {
  grid-column: 1 / -1;
  border-top: 1px solid var(--line);
  padding: 8px 10px;
  display: flex;
  gap: 8px 10px;
  align-items: center;
  flex-wrap: wrap;
  background: var(--shade);
  position: sticky;
  bottom: 0;
}
@media (max-width: 1150px) {
  .project-editor {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
