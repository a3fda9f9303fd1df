<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useLoaded } from '../../load'
import { find } from '../../parts/finding'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'

/** Chooses any other revision of the project to compare with. */
const props = defineProps<{ project: number; but: number }>()
const emit = defineEmits<{ chosen: [passage: number]; left: [] }>()
const MOST = 20
const text = ref('')
const found = useLoaded(() => find(props.project, text.value.trim(), MOST))
/** What is shown was found for this. */
const answered = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
onMounted(() => field.value?.focus())
let pause: ReturnType<typeof setTimeout> | undefined
onBeforeUnmount(() => clearTimeout(pause))
watch(text, (now) => {
  clearTimeout(pause)
  pause = setTimeout(async () => {
    if (now.trim()) await found.load()
    if (now === text.value) answered.value = now.trim()
  }, 150)
})
const revisions = computed(() =>
  (found.value.value ?? [])
    .filter((g) => g.kind === 'PASSAGE')
    .flatMap((g) => g.hits)
    .map((h) => ({ ...h, id: Number(h.place?.match(/^\/passages\/(\d+)/)?.[1]) }))
    .filter((h) => h.id && h.id !== props.but),
)
function first() {
  const [only] = revisions.value
  if (only && answered.value === text.value.trim()) emit('chosen', only.id)
}
</script>

<template>
  <form class="panel another" role="search" @submit.prevent="first">
    <label class="field"
      ><span>Compare with a revision of this project</span>
      <input ref="field" v-model="text" class="text" placeholder="its number, title or file name" @keydown.esc.stop="emit('left')"
    /></label>
    <Trouble :problem="found.problem.value" :again="found.load" />
    <ul v-if="answered && revisions.length" aria-label="Revisions found">
      <li v-for="h in revisions" :key="h.id">
        <button type="button" class="act bare" @click="emit('chosen', h.id)">
          <Num :number="h.number" :revision="h.revision" /><span class="clip">{{ h.what }}</span
          ><span class="quiet clip">{{ h.more }}</span>
        </button>
      </li>
    </ul>
    <p v-else-if="answered && !found.loading.value" class="quiet" role="status">No other revision of this project has that.</p>
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
