<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { useSession } from '../session'
import { MERGE_FIELDS, put } from './mergeFields'

/** Words with merge fields, which are chosen from a list and go where the cursor is. */
const words = defineModel<string>({ required: true })
const props = defineProps<{
  name: string
  placeholder: string
  most: number
  /** One line where absent. */
  rows?: number
  /** What cannot be read, each with its place. */
  faults?: { at: number; message: string }[]
}>()
const session = useSession()
const box = ref<HTMLInputElement | HTMLTextAreaElement>()
async function insert(event: Event) {
  const select = event.target as HTMLSelectElement
  const [from, to] = [box.value?.selectionStart ?? words.value.length, box.value?.selectionEnd ?? words.value.length]
  const done = put(words.value, `{${select.value}}`, from, to, props.most)
  select.value = ''
  words.value = done.text
  await nextTick()
  box.value?.focus()
  box.value?.setSelectionRange(done.cursor, done.cursor)
}
const said = (event: Event) => (words.value = (event.target as HTMLInputElement).value)
</script>

<template>
  <div class="merge">
    <textarea
      v-if="rows"
      ref="box"
      class="text"
      :rows="rows"
      :maxlength="most"
      :value="words"
      :placeholder="placeholder"
      :aria-label="name"
      @input="said"
    />
    <input v-else ref="box" class="text" :maxlength="most" :value="words" :placeholder="placeholder" :aria-label="name" @input="said" />
    <select class="text" value="" :aria-label="`Put a field into: ${name}`" data-help="Put a field in" @change="insert">
      <option value="" disabled>put in …</option>
      <option v-for="f in MERGE_FIELDS" :key="f.key" :value="f.key">{{ f.word }}</option>
      <option v-for="f in session.project?.fields ?? []" :key="f.key" :value="f.key">{{ f.label }}</option>
    </select>
    <p v-for="f in faults" :key="f.at + f.message" class="error" role="status">At character {{ f.at }}: {{ f.message }}.</p>
  </div>
</template>

<style scoped>
.merge {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: 4px;
  align-items: start;
  min-width: 0;
}
.error {
  grid-column: 1 / -1;
}
</style>
