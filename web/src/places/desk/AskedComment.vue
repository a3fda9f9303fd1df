<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { count } from '../../say'
import CommentForm from './CommentForm.vue'
import { bringIntoView } from './inView'

/** The comment a code needs, asked for under the last of the files it is given to. */
defineProps<{
  asking: { code: number; passages: number[] }
  /** What the code is called. */
  called: string
  columns: number
  busy: boolean
}>()
const comment = defineModel<string>({ required: true })
const emit = defineEmits<{ say: []; notNow: [] }>()
const row = useTemplateRef<HTMLElement>('row')
</script>

<template>
  <tr ref="row" class="asked">
    <td :colspan="columns">
      <CommentForm
        v-model="comment"
        class="beside"
        :asking="asking"
        :label="`${asking.code}, ${called}: what is to be done (${count(asking.passages.length, 'file')})`"
        :busy="busy"
        @say="emit('say')"
        @not-now="emit('notNow')"
        @shown="bringIntoView(row)"
      />
    </td>
  </tr>
</template>

<style scoped>
.asked td {
  padding: 0;
  height: auto;
}
.beside {
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
  .beside {
    flex-wrap: wrap;
  }
}
</style>
