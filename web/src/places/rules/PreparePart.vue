<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Folder, Schemas } from '../../api/client'

/** What a rule says at Prepare: whether a readable copy is made, where it lies, and what is waited for. */
const form = defineModel<Schemas['PrepareForm']>({ required: true })
const props = defineProps<{ folders: Folder[] }>()
const COPY: { key: Schemas['PrepareForm']['copy']; word: string }[] = [
  { key: 'WANTED', word: 'is made; what none can be made of goes on without' },
  { key: 'NEEDED', word: 'is made; what none can be made of is stopped' },
  { key: 'NONE', word: 'is not made' },
]
const MOST_DAYS = 60
const value = (event: Event) => (event.target as HTMLSelectElement).value
const patch = (change: Partial<Schemas['PrepareForm']>) => (form.value = { ...form.value, ...change })
const keeping = computed(() => form.value.keeping)
/** Where PDFs may lie: only what was issued lies in Shared and Published folders. */
const roots = computed(() => props.folders.filter((f) => f.path && (f.state === 'WORK_IN_PROGRESS' || f.id === keeping.value?.root)))
function lies(place: string) {
  const goesWithIt = keeping.value?.goesWithIt ?? true
  if (place === 'WITH_IT') patch({ keeping: undefined })
  else if (place === 'BESIDE') patch({ keeping: { place, goesWithIt } })
  else patch({ keeping: { place: 'MIRRORED', root: keeping.value?.root, goesWithIt } })
}
const companion = computed(() => form.value.companion)
const waits = (change: Partial<Schemas['CompanionForm']>) =>
  patch({ companion: { endings: ['pdf'], workingDays: 3, then: 'STOP', ...companion.value, ...change } })

/** As it is written; what it says is taken over while that is possible. */
const endings = ref(companion.value?.endings.join(', ') ?? '')
watch(companion, (now) => {
  if (now && now.endings.join() !== said(endings.value).join()) endings.value = now.endings.join(', ')
})
const said = (text: string) => [
  ...new Set(
    text
      .toLowerCase()
      .split(/[\s,.]+/)
      .filter(Boolean),
  ),
]
function write(text: string) {
  endings.value = text
  if (said(text).length) waits({ endings: said(text) })
}
</script>

<template>
  <div class="prepare">
    <div class="copy">
      <label class="field"
        ><span>Where no PDF comes, a readable copy</span>
        <select class="text" :value="form.copy" data-test="copy" @change="patch({ copy: value($event) as Schemas['PrepareForm']['copy'] })">
          <option v-for="c in COPY" :key="c.key" :value="c.key">{{ c.word }}</option>
        </select>
        <small
          >a PDF that is read and marked instead of the file; pictures, text and drawings in SVG always, office files where they can
          be</small
        >
      </label>
      <label class="field"
        ><span>The PDF that is read lies</span>
        <select class="text" :value="keeping?.place ?? 'WITH_IT'" data-test="lies" @change="lies(value($event))">
          <option value="WITH_IT">with its file, as one revision</option>
          <option value="BESIDE">beside its file as well, in the same folder</option>
          <option value="MIRRORED">in a tree of the same folders as well</option>
        </select></label
      >
      <label v-if="keeping?.place === 'MIRRORED'" class="field"
        ><span>Tree below the folder</span>
        <select
          class="text"
          :value="keeping.root ?? ''"
          required
          data-test="root"
          @change="patch({ keeping: { ...keeping, root: Number(value($event)) } })"
        >
          <option v-if="!roots.some((f) => f.id === keeping?.root)" value="" disabled>choose a folder</option>
          <option v-for="f in roots" :key="f.id" :value="f.id">{{ f.path }}</option>
        </select>
        <small v-if="!keeping.root" class="attention" role="status">Choose the folder below which the PDFs lie.</small
        ><small v-else>folders are made as needed, and follow when those of the files get other names or places</small></label
      >
      <label v-if="keeping" class="check"
        ><input
          type="checkbox"
          :checked="keeping.goesWithIt"
          data-test="goes-with-it"
          @change="patch({ keeping: { ...keeping, goesWithIt: !keeping.goesWithIt } })"
        />
        Taken out when its file leaves</label
      >
    </div>
    <div class="waits">
      <label class="check"
        ><input
          type="checkbox"
          :checked="!!companion"
          data-test="waits"
          @change="companion ? patch({ companion: undefined }) : (waits({}), (endings = 'pdf'))"
        />
        Waits for files of the same name</label
      >
      <template v-if="companion">
        <label class="field"
          ><span>with the endings</span
          ><input
            class="text mono"
            :value="endings"
            maxlength="60"
            required
            placeholder="pdf"
            data-test="endings"
            @input="write(($event.target as HTMLInputElement).value)"
          /><small>each of them has to be there</small></label
        >
        <label class="field"
          ><span>for at most, in working days</span
          ><input
            class="text"
            type="number"
            min="1"
            :max="MOST_DAYS"
            required
            :value="companion.workingDays"
            data-test="wait-days"
            @change="waits({ workingDays: Math.min(MOST_DAYS, Math.max(1, Math.round(Number(value($event))) || 1)) })"
        /></label>
        <label class="field"
          ><span>If it does not come, the file</span>
          <select
            class="text"
            :value="companion.then"
            data-test="wait-then"
            @change="waits({ then: value($event) as Schemas['CompanionForm']['then'] })"
          >
            <option value="STOP">is stopped</option>
            <option value="GO_ON">goes on without</option>
          </select></label
        >
      </template>
    </div>
  </div>
</template>

<style scoped>
.prepare {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 8px 24px;
  align-items: start;
}
.copy {
  display: grid;
  gap: 6px;
  min-width: 0;
}
.waits {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 3fr) minmax(0, 3fr);
  gap: 6px 14px;
  align-items: start;
}
.check {
  grid-column: 1 / -1;
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}
small {
  white-space: normal;
}
.attention {
  color: var(--attention);
}
@media (max-width: 900px) {
  .prepare,
  .waits {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
