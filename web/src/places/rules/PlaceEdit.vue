<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../../session'
import IntoEdit from './IntoEdit.vue'
import { USUAL_NAME, WHEN_TAKEN, type Choices, type Place } from './choices'
import type { Insertable } from './example'

/** Where files are placed: folder, path and name, status code, and what else happens there. */
const place = defineModel<Place>({ required: true })
const props = defineProps<{ choices: Choices; label: string; numbered: boolean; parts: Insertable[]; wide?: boolean }>()
const emit = defineEmits<{ put: [text: string] }>()
const session = useSession()
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const patch = (change: Partial<Place>) => (place.value = { ...place.value, ...change })
const folder = computed(() => props.choices.folders.find((f) => f.id === place.value.into.folder))
const guarded = computed(() => folder.value?.state === 'SHARED' || folder.value?.state === 'PUBLISHED')
/** The status codes that go with the state of the folder; the one that is set stays to be seen. */
const fitting = computed(() =>
  (session.project?.statusCodes ?? []).filter(
    (s) => s.states.length === 0 || !folder.value || s.states.includes(folder.value.state) || s.code === place.value.status,
  ),
)
const targets = computed(() => props.choices.folders.filter((f) => f.state !== 'ARCHIVE'))
const folderPath = (id: number) => props.choices.folders.find((f) => f.id === id)?.path ?? 'a folder that is gone'
const copy = (i: number, change: Partial<Place['into']>) =>
  patch({ copies: place.value.copies.map((c, k) => (k === i ? { ...c, ...change } : c)) })
const set = (i: number, change: Partial<Place['sets'][number]>) =>
  patch({ sets: place.value.sets.map((s, k) => (k === i ? { ...s, ...change } : s)) })
const more = computed(
  () => place.value.manner !== 'COPY' || place.value.whenTaken !== 'STOP' || place.value.sets.length > 0 || place.value.copies.length > 0,
)
</script>

<template>
  <div class="place" :class="{ wide }">
    <select
      class="text"
      :value="place.status"
      :aria-label="`Status code for ${label}`"
      :data-test="`status-${label}`"
      @change="patch({ status: text($event) })"
    >
      <option value="">no status code</option>
      <option v-for="s in fitting" :key="s.code" :value="s.code">{{ s.code }} {{ s.meaning }}</option>
    </select>
    <IntoEdit
      :model-value="place.into"
      :label="label"
      :folder="folderPath(place.into.folder)"
      :status="place.status"
      :numbered="numbered"
      :parts="parts"
      @put="(part) => emit('put', part)"
      @update:model-value="(into) => patch({ into })"
    />
    <details :open="more || wide">
      <summary>moved, taken names, fields, copies</summary>
      <label class="field"
        ><span>Files are</span
        ><select
          class="text"
          :value="place.manner"
          :data-test="`manner-${label}`"
          @change="patch({ manner: text($event) as Place['manner'] })"
        >
          <option value="COPY">copied; what came in stays</option>
          <option value="MOVE">moved; what came in leaves a trace</option>
        </select></label
      >
      <label class="field"
        ><span>A name that is taken</span
        ><select
          class="text"
          :value="place.whenTaken"
          :data-test="`when-taken-${label}`"
          @change="patch({ whenTaken: text($event) as Place['whenTaken'] })"
        >
          <option
            v-for="w in WHEN_TAKEN"
            :key="w.key"
            :value="w.key"
            :disabled="guarded && (w.key === 'NEXT_VERSION' || w.key === 'REPLACE')"
          >
            {{ w.word }}
          </option>
        </select>
        <small v-if="guarded">In Shared and Published folders nothing is replaced.</small></label
      >
      <div v-for="(s, i) in place.sets" :key="i" class="row">
        <select class="text" :value="s.field" aria-label="Field that is set" @change="set(i, { field: text($event) })">
          <option v-for="f in session.project?.fields" :key="f.key" :value="f.key">{{ f.label }}</option>
        </select>
        <input class="text" :value="s.value" maxlength="200" aria-label="Its value" @input="set(i, { value: text($event) })" /><button
          class="act bare"
          type="button"
          :aria-label="`Leave out: ${s.field}`"
          @click="patch({ sets: place.sets.filter((_, k) => k !== i) })"
        >
          Leave out
        </button>
      </div>
      <div v-for="(c, i) in place.copies" :key="`c${i}`" class="copy">
        <select class="text" :value="c.folder" aria-label="Copied to" @change="copy(i, { folder: Number(text($event)) })">
          <option v-for="f in targets" :key="f.id" :value="f.id">{{ f.path }}</option>
        </select>
        <IntoEdit
          :model-value="c"
          :label="`copy ${i + 1} for ${label}`"
          :folder="folderPath(c.folder)"
          :status="place.status"
          :numbered="numbered"
          :parts="parts"
          @put="(part) => emit('put', part)"
          @update:model-value="(into) => copy(i, into)"
        /><button class="act bare" type="button" @click="patch({ copies: place.copies.filter((_, k) => k !== i) })">
          Leave the copy out
        </button>
      </div>
      <span class="row"
        ><button
          class="act bare"
          type="button"
          @click="patch({ sets: [...place.sets, { field: session.project?.fields[0]?.key ?? '', value: '' }] })"
        >
          Set a field
        </button>
        <button
          class="act bare"
          type="button"
          @click="patch({ copies: [...place.copies, { folder: place.into.folder, path: '', name: USUAL_NAME }] })"
        >
          Copy elsewhere too
        </button></span
      >
    </details>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  min-width: 0;
  align-content: start;
}
.wide {
  grid-template-columns: minmax(0, 1fr) minmax(0, 2fr) minmax(0, 2fr);
  gap: 4px 16px;
}
.wide > select {
  align-self: start;
}
@media (max-width: 900px) {
  .wide {
    grid-template-columns: minmax(0, 1fr);
  }
}
details > * + * {
  margin-top: 5px;
}
summary {
  cursor: pointer;
  color: var(--main);
  font-size: 12px;
}
.copy {
  display: grid;
  gap: 3px;
  border-left: 2px solid var(--line);
  padding-left: 6px;
}
</style>
