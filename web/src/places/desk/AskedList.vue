<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count, day, thisMoment } from '../../say'

/** What one is asked in comments and has not answered. */
const emit = defineEmits<{ some: [many: number] }>()
const asked = useLoaded(() => data(api.GET('/api/desk/comments')))
onMounted(asked.load)
whenChanged(['COMMENT', 'PASSAGE', 'TRAY'], asked.load)
watch(asked.value, (now) => emit('some', now?.length ?? 0))
const late = (due?: string) => !!due && due < thisMoment().toLocaleDateString('sv')
</script>

<template>
  <Trouble :problem="asked.problem.value" :again="asked.load" />
  <section v-if="asked.value.value?.length" aria-label="Asked of you">
    <h1>{{ count(asked.value.value.length, 'comment asks', 'comments ask') }} for your answer</h1>
    <ul class="panel asked">
      <li v-for="a in asked.value.value" :key="a.comment">
        <RouterLink class="plain clip" :to="`/read/${a.passage}?comment=${a.comment}`">{{ a.what }}</RouterLink>
        <span class="clip grow">{{ a.by }}: {{ a.text }}</span>
        <span v-if="a.due" :class="{ error: late(a.due) }">{{ late(a.due) ? 'was due' : 'by' }} {{ day(a.due) }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.asked {
  margin-top: 8px;
}
.asked li {
  display: flex;
  gap: 12px;
  padding: 3px 8px;
}
.asked .plain {
  max-width: 40%;
}
</style>
