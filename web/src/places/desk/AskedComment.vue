<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue'
import { count } from '../../say'
import { bringIntoView } from './inView'

/** The comment a code needs, asked for under the last of the files it is given to. */
const props = defineProps<{
  asking: { code: number; passages: number[] }
  /** What the code is called. */
  called: string
  columns: number
  busy: boolean
}>()
const comment = defineModel<string>({ required: true })
const emit = defineEmits<{ say: []; notNow: [] }>()
const field = useTemplateRef<HTMLTextAreaElement>('field')

watch(
  () => props.asking,
  async () => {
    await nextTick()
    field.value?.focus()
    bringIntoView(field.value?.closest('tr'))
  },
  { immediate: true },
)
</script>

<template>
  <tr class="asked">
    <td :colspan="columns">
      <form @submit.prevent="emit('say')">
        <label class="field grow">
          <span>{{ asking.code }}, {{ called }}: what is to be done ({{ count(asking.passages.length, 'file') }})</span>
          <textarea
            ref="field"
            v-model="comment"
            class="text"
            required
            maxlength="20000"
            @keydown.enter.ctrl.prevent="emit('say')"
            @keydown.esc="emit('notNow')"
          />
        </label>
        <button class="act first" type="submit" :disabled="busy || !comment.trim()">Give {{ asking.code }}</button>
        <button class="act" type="button" title="What you have typed is kept in this browser" @click="emit('notNow')">Not now</button>
      </form>
    </td>
  </tr>
</template>

<style scoped>
.asked td {
  padding: 0;
  height: auto;
}
form {
  display: flex;
  align-items: end;
  gap: 8px;
  padding: 8px 10px;
  background: var(--attention-soft);
}
@media (max-width: 900px) {
  tr {
    display: grid;
    border-bottom: 1px solid var(--line);
  }
  .asked td {
    border: 0;
  }
  form {
    flex-wrap: wrap;
  }
}
</style>
