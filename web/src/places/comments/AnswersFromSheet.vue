<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import ListUpload from '../../parts/ListUpload.vue'
import { count } from '../../say'

/** Answers that were written into a comment sheet: looked at first, then taken over. */
defineProps<{ sheet: string }>()
const emit = defineEmits<{ taken: []; cancel: [] }>()
/** Comments whose rows are left out. */
const without = ref<number[]>([])
const left = computed(() => without.value.map((id) => `without=${id}&`).join(''))

function answered({ answers, closed, known }: Schemas['CommentSheetTaken'], done: boolean) {
  const parts = [count(answers, 'answer'), closed && `${closed} closed`, known && `${known} there already`].filter(Boolean)
  return `${done ? 'Taken over: ' : ''}${parts.join(', ')}.`
}
const toggle = (id: number) => (without.value = without.value.includes(id) ? without.value.filter((w) => w !== id) : [...without.value, id])
</script>

<template>
  <ListUpload
    :path="`${sheet}?${left}`"
    columns="Comment, Changes, State, Done, Answer"
    what="Only Answer, Done (yes or no) and “closed” in State are read"
    :summary="answered"
    @taken="emit('taken')"
    @cancel="emit('cancel')"
  >
    <template #looked="{ answer }: { answer: Schemas['CommentSheetTaken'] }">
      <template v-if="answer.changed.length">
        <p class="note">
          {{ count(answer.changed.length, 'comment has', 'comments have') }} changed since the sheet was taken away. What is ticked is
          answered all the same.
        </p>
        <table class="dense">
          <thead>
            <tr>
              <th><span class="hidden-text">Take</span></th>
              <th>Said</th>
              <th>Since</th>
              <th>Yours</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in answer.changed" :key="c.comment">
              <td>
                <input
                  type="checkbox"
                  :aria-label="`Take row ${c.row}`"
                  :checked="!without.includes(c.comment)"
                  @change="toggle(c.comment)"
                />
              </td>
              <td class="words">{{ c.what }}</td>
              <td class="words">{{ c.since }}</td>
              <td class="words">{{ c.yours }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
  </ListUpload>
</template>

<style scoped>
.words {
  white-space: pre-line;
  overflow-wrap: anywhere;
  max-width: 180px;
}
</style>
