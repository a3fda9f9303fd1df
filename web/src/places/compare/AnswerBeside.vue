<script setup lang="ts">
import { computed, watch } from 'vue'
import Trouble from '../../parts/Trouble.vue'
import CommentCard from '../read/comments/CommentCard.vue'
import { colours, useComments } from '../read/comments/comments'

/** A comment of the earlier revision and what was answered, beside what has changed since; closed or answered here. */
const props = defineProps<{ passage: number; comment: number }>()
const emit = defineEmits<{ page: [page: number | undefined]; read: [] }>()
const comments = useComments(() => props.passage)
const one = computed(() => comments.find(props.comment))
const colour = computed(() => colours(comments.all.value).get(one.value?.by.person ?? 0) ?? 'var(--main)')
watch(
  () => [one.value?.id, comments.loaded.value.value] as const,
  ([id, loaded], was) => {
    if (loaded && id !== was?.[0]) emit('page', one.value?.on.place?.page)
  },
)
</script>

<template>
  <aside aria-label="What was asked">
    <Trouble :problem="comments.loaded.problem.value" :again="comments.loaded.load" />
    <Trouble :problem="comments.problem.value" />
    <ul v-if="one">
      <CommentCard
        :comment="one"
        :colour="colour"
        selected
        :comments="comments"
        @select="emit('read')"
        @rewrite="emit('read')"
        @replace="emit('read')"
      />
    </ul>
    <p v-else-if="comments.loaded.value.value" class="quiet">This comment is closed, or not there any more.</p>
  </aside>
</template>

<style scoped>
aside {
  width: 320px;
  flex: none;
  overflow: auto;
  padding: 8px;
  background: var(--shade);
  border-left: 1px solid var(--line);
}
@media (max-width: 900px) {
  aside {
    width: auto;
    max-height: 30vh;
    border-left: 0;
    border-top: 1px solid var(--line);
  }
}
</style>
