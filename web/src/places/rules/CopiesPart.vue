<script setup lang="ts">
import type { Schemas } from '../../api/client'
import IntoEdit from './IntoEdit.vue'
import { WHEN_TAKEN, type Choices } from './choices'
import type { Insertable } from './example'

/** The further copies a watching rule puts. */
type Copying = Schemas['CopyingForm']
const copies = defineModel<Copying[]>({ required: true })
const props = defineProps<{ choices: Choices; parts: Insertable[] }>()
const emit = defineEmits<{ put: [text: string] }>()
const text = (event: Event) => (event.target as HTMLSelectElement).value
const patch = (i: number, change: Partial<Copying>) => (copies.value = copies.value.map((c, k) => (k === i ? { ...c, ...change } : c)))
const state = (id: number) => props.choices.folders.find((f) => f.id === id)?.state
/** Only what was issued is copied where people build from. */
const targets = (c: Copying) =>
  props.choices.folders.filter(
    (f) => f.state !== 'ARCHIVE' && (c.occasion === 'ISSUED' || f.state === 'WORK_IN_PROGRESS' || f.id === c.into.folder),
  )
const guarded = (c: Copying) => ['SHARED', 'PUBLISHED'].includes(state(c.into.folder) ?? '')
const add = () => {
  const folder = props.choices.folders.find((f) => f.state === 'WORK_IN_PROGRESS' && f.path)
  copies.value = [
    ...copies.value,
    { occasion: 'ARRIVED', into: { folder: folder?.id ?? 0, path: '', name: '{name}' }, whenTaken: 'KEEP_BOTH' },
  ]
}
</script>

<template>
  <div class="copies">
    <div v-for="(c, i) in copies" :key="i" class="copy">
      <span class="row"
        ><select
          class="text"
          :value="c.occasion"
          aria-label="When it is copied"
          @change="patch(i, { occasion: text($event) as Copying['occasion'] })"
        >
          <option v-for="o in choices.kinds.occasions.filter((k) => k.copies)" :key="o.occasion" :value="o.occasion">{{ o.word }}</option>
        </select>
        <button class="act bare" type="button" @click="copies = copies.filter((_, k) => k !== i)">Leave the copy out</button></span
      >
      <label class="field"
        ><span>Copied to</span>
        <select
          class="text"
          :value="c.into.folder"
          data-test="copied-to"
          @change="patch(i, { into: { ...c.into, folder: Number(text($event)) } })"
        >
          <option v-for="f in targets(c)" :key="f.id" :value="f.id">{{ f.path || f.name }}</option>
        </select></label
      >
      <IntoEdit
        :model-value="c.into"
        :label="`copy ${i + 1}`"
        :folder="choices.folders.find((f) => f.id === c.into.folder)?.path ?? ''"
        status=""
        :numbered="c.occasion === 'ISSUED'"
        :parts="parts"
        beside
        @put="(part) => emit('put', part)"
        @update:model-value="(into) => patch(i, { into })"
      />
      <label class="field"
        ><span>A name that is taken</span
        ><select class="text" :value="c.whenTaken" @change="patch(i, { whenTaken: text($event) as Copying['whenTaken'] })">
          <option
            v-for="w in WHEN_TAKEN"
            :key="w.key"
            :value="w.key"
            :disabled="guarded(c) && (w.key === 'NEXT_VERSION' || w.key === 'REPLACE')"
          >
            {{ w.key === 'STOP' ? 'puts no copy, and says so' : w.word }}
          </option>
        </select></label
      >
    </div>
    <button class="act" type="button" data-test="add-copy" @click="add">
      {{ copies.length ? 'Another copy' : 'Put a copy somewhere' }}
    </button>
  </div>
</template>

<style scoped>
.copies,
.copy {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  min-width: 0;
  align-content: start;
}
.copy {
  border-left: 2px solid var(--line-strong);
  padding-left: 7px;
}
.row select {
  width: auto;
}
.copies > button {
  justify-self: start;
}
</style>
