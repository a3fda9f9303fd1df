<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'

/** What the project lacks before work goes through it by itself, in the order in which it is needed, each with where it is mended. */
const emit = defineEmits<{ some: [many: number] }>()
const session = useSession()
const path = computed(() => ({ params: { path: { project: session.project?.id ?? 0 } } }))
const lacking = useLoaded(() => data(api.GET('/api/projects/{project}/lacking', path.value)))

async function load() {
  await lacking.load()
  emit('some', lacking.value.value?.length ?? 0)
}
onMounted(load)
whenChanged(['PEOPLE', 'RULES'], () => load(), 500)
// Folders change with every file that arrives; what of them is missing can wait.
whenChanged(['FOLDER'], () => load(), 5000)
const WORDS: Record<NonNullable<typeof lacking.value.value>[number]['what'], string> = {
  MAIL: 'Mail',
  BACKUP: 'Backups',
  PEOPLE: 'Take or add people',
  HANDING_IN: 'Give a role',
  FIRM_FOLDER: 'Make a folder',
  ROUTE: 'See the route',
  RULE: 'Write a rule',
  INVITATION: 'Invite',
}
</script>

<template>
  <Trouble :problem="lacking.problem.value" :again="load" />
  <section v-if="lacking.value.value?.length" class="missing">
    <h1>{{ count(lacking.value.value.length, 'thing') }} still missing</h1>
    <ol>
      <li v-for="(l, i) in lacking.value.value" :key="i">
        <span>{{ l.sentence }}</span>
        <RouterLink v-if="l.what !== 'BACKUP' || session.me?.administrator" class="act bare" :to="l.place">{{ WORDS[l.what] }}</RouterLink>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  max-width: 1100px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 14px;
  align-items: baseline;
  border-top: 1px solid var(--line);
  padding: 2px 0;
}
</style>
