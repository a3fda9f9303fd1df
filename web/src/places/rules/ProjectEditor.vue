<script setup lang="ts">
import { ref } from 'vue'
import { vEscape } from '../../parts/escape'
import { type Choices, type Station, type Stations } from './choices'
import Meanwhile from './Meanwhile.vue'
import StationPart from './StationPart.vue'
import UntakenPart from './UntakenPart.vue'
import { useWriting } from './writing'

/** Writing what the project says of stations that rows leave to it, one at a time, and of what no rule takes. */
const props = defineProps<{
  stations: Stations
  writing: string
  by?: string
  choices: Choices
  busy: boolean
  drafted: boolean
  station?: Station | 'untaken'
}>()
const emit = defineEmits<{ save: [stations: Stations]; cancel: []; leave: [written: Stations]; drop: [] }>()
const { form, restored, changedMeanwhile, takeTheirs, keepMine } = useWriting(props.writing, () => props.stations)
const PLACES: { key: Station | 'untaken'; word: string }[] = [
  { key: 'identify', word: 'Identify' },
  { key: 'number', word: 'Number' },
  { key: 'prepare', word: 'Prepare' },
  { key: 'review', word: 'Review' },
  { key: 'issue', word: 'Issue' },
  { key: 'tell', word: 'Tell' },
  { key: 'untaken', word: 'Anything else' },
]
const open = ref(props.station ?? 'identify')
</script>

<template>
  <form v-escape="() => emit('cancel')" class="project-editor" @submit.prevent="emit('save', form)">
    <p v-if="restored && !changedMeanwhile" class="restored quiet">What you were writing is here again.</p>
    <div class="which" role="group" aria-label="What it says of">
      <button
        v-for="p in PLACES"
        :key="p.key"
        class="act"
        type="button"
        :aria-pressed="open === p.key"
        :data-test="`project-${p.key}`"
        @click="open = p.key"
      >
        {{ p.word }}
      </button>
    </div>
    <div class="opened">
      <UntakenPart
        v-if="open === 'untaken'"
        :model-value="form.untaken ?? { usual: 'STOP', folders: [] }"
        :choices="choices"
        @update:model-value="(untaken) => (form = { ...form, untaken })"
      />
      <StationPart
        v-else
        :key="open"
        v-model="form"
        :station="open"
        :choices="choices"
        :project="stations"
        of-project
        :names="[]"
        :parts="[]"
      />
    </div>
    <footer>
      <Meanwhile v-if="changedMeanwhile" :by="by" @theirs="takeTheirs" @mine="keepMine" />
      <button class="act first" type="submit" :disabled="busy || changedMeanwhile" data-test="save-project">Save as draft</button
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
  background: var(--sheet);
}
.which {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 7px 12px 0;
}
.which [aria-pressed='true'] {
  border-color: var(--main);
  color: var(--main);
  font-weight: 600;
}
.opened {
  padding: 8px 12px 12px;
}
.restored {
  padding: 5px 12px 0;
}
footer {
  border-top: 1px solid var(--line);
  padding: 8px 12px;
  display: flex;
  gap: 8px 10px;
  align-items: center;
  flex-wrap: wrap;
  background: var(--shade);
  position: sticky;
  bottom: 0;
}
</style>
