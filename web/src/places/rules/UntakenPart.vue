<script setup lang="ts">
import type { Schemas } from '../../api/client'
import type { Choices } from './choices'

/** What becomes of what no rule takes in an intake folder: as the project says, and folders that say otherwise. */
type Untaken = Schemas['UntakenForm']
type Then = Untaken['usual']
const untaken = defineModel<Untaken>({ required: true })
const props = defineProps<{ choices: Choices }>()
const THEN: { key: Then; word: string }[] = [
  { key: 'STOP', word: 'stopped at Arrive, for the document controller' },
  { key: 'LEAVE', word: 'left where it lies' },
  { key: 'LEAVE_AND_TELL', word: 'left where it lies, and the document controller is told' },
]
const text = (event: Event) => (event.target as HTMLSelectElement).value
const path = (id: number) => props.choices.folders.find((f) => f.id === id)?.path ?? 'a folder that is gone'
const set = (folder: number, then: Then) =>
  (untaken.value = { ...untaken.value, folders: untaken.value.folders.map((f) => (f.folder === folder ? { folder, then } : f)) })
function add(event: Event) {
  const select = event.target as HTMLSelectElement
  const then: Then = untaken.value.usual === 'STOP' ? 'LEAVE' : 'STOP'
  if (select.value) untaken.value = { ...untaken.value, folders: [...untaken.value.folders, { folder: Number(select.value), then }] }
  select.value = ''
}
</script>

<template>
  <div class="untaken">
    <label class="field"
      ><span>What no rule takes in an intake folder is</span>
      <select class="text" :value="untaken.usual" data-test="untaken" @change="untaken = { ...untaken, usual: text($event) as Then }">
        <option v-for="t in THEN" :key="t.key" :value="t.key">{{ t.word }}</option>
      </select></label
    >
    <div class="field">
      <span>Folders that say otherwise, for what is below them too</span>
      <div v-for="f in untaken.folders" :key="f.folder" class="row" data-help="What no rule takes in a folder">
        <strong class="clip" :title="path(f.folder)">{{ path(f.folder) }}</strong>
        <select
          class="text"
          :value="f.then"
          :aria-label="`What no rule takes in ${path(f.folder)}`"
          @change="set(f.folder, text($event) as Then)"
        >
          <option v-for="t in THEN" :key="t.key" :value="t.key">{{ t.word }}</option>
        </select>
        <button
          class="act bare"
          type="button"
          :aria-label="`Leave out ${path(f.folder)}`"
          @click="untaken = { ...untaken, folders: untaken.folders.filter((x) => x.folder !== f.folder) }"
        >
          leave out
        </button>
      </div>
      <select class="text add" aria-label="Another folder that says otherwise" data-test="untaken-folder" @change="add">
        <option value="">another folder …</option>
        <option
          v-for="f in choices.folders.filter((x) => !untaken.folders.some((u) => u.folder === x.id) && x.path)"
          :key="f.id"
          :value="f.id"
        >
          {{ f.path }}
        </option>
      </select>
    </div>
  </div>
</template>

<style scoped>
.untaken {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 8px 20px;
}
.field {
  grid-template-columns: minmax(0, 1fr);
}
.row strong {
  flex: 1 1 0;
  min-width: 0;
}
.row select {
  flex: 1 1 0;
  min-width: 0;
  width: auto;
}
.add {
  width: auto;
  justify-self: start;
  max-width: 100%;
}
@media (max-width: 800px) {
  .untaken {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
