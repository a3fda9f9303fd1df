<script setup lang="ts">
import { computed, onMounted, useTemplateRef } from 'vue'
import { howMany, useFinding } from '../../parts/finding'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'

/** Chooses any other revision of the project to compare with. */
const props = defineProps<{ project: number; but: number }>()
const emit = defineEmits<{ chosen: [passage: number]; left: [] }>()
const MOST = 20
const { text, answered, found, ask } = useFinding(() => props.project, MOST)
const field = useTemplateRef<HTMLInputElement>('field')
onMounted(() => field.value?.focus())
const group = computed(() => found.value.value?.find((g) => g.kind === 'PASSAGE'))
const revisions = computed(() =>
  (group.value?.hits ?? [])
    .map((h) => ({ ...h, id: Number(h.place?.match(/^\/passages\/(\d+)/)?.[1]) }))
    .filter((h) => h.id && h.id !== props.but),
)
async function first() {
  if (answered.value !== text.value) await ask()
  const [only] = revisions.value
  if (only && answered.value === text.value) emit('chosen', only.id)
}
</script>

<template>
  <form class="panel another" role="search" @submit.prevent="first">
    <label class="field"
      ><span>Compare with a revision of this project</span>
      <input ref="field" v-model="text" class="text" placeholder="its number, title or file name" @keydown.esc.stop="emit('left')"
    /></label>
    <Trouble :problem="found.problem.value" :again="found.load" />
    <ul v-if="answered.trim() && text.trim() && revisions.length" aria-label="Revisions found">
      <li v-for="h in revisions" :key="h.id">
        <button type="button" class="act bare" @click="emit('chosen', h.id)">
          <Num :number="h.number" :revision="h.revision" /><span class="clip">{{ h.what }}</span
          ><span class="quiet clip">{{ h.more }}</span>
        </button>
      </li>
    </ul>
    <p v-if="group && group.count > group.hits.length" class="quiet">
      {{ group.hits.length }} of {{ howMany(group) }} are shown; write more of it to see others.
    </p>
    <p v-if="answered.trim() && answered === text && !revisions.length" class="quiet" role="status">
      No other revision of this project has that.
    </p>
  </form>
</template>

<style scoped>
.another {
  margin: 12px;
  padding: 10px;
  display: grid;
  gap: 8px;
  max-width: 720px;
}
ul {
  max-height: 50vh;
  overflow: auto;
}
li button {
  display: flex;
  gap: 10px;
  width: 100%;
  text-align: left;
}
</style>
