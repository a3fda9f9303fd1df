<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import SchemeEditor from './SchemeEditor.vue'
import SchemePage from './SchemePage.vue'
import TakenList from './TakenList.vue'
import TakeNumber from './TakeNumber.vue'
import { must } from '../../parts/must'

const session = useSession()
const route = useRoute()
const router = useRouter()
const path = { params: { path: { project: must(session.project).id } } }
const schemes = useLoaded(() => data(api.GET('/api/projects/{project}/schemes', path)))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', path)))
const taking = ref(route.query.take !== undefined)
const editing = ref<'this' | 'new'>()

onMounted(() => {
  void schemes.load()
  void people.load()
})
whenChanged(['NUMBERS', 'PASSAGE'], schemes.load, 1000)
useKeys([{ key: 't', says: 'Take a number', does: () => (taking.value = true) }])

/** Those for documents first, since they are what most people come for. */
const all = computed(() =>
  [...(schemes.value.value ?? [])].sort((a, b) => Number(b.form.of === 'DOCUMENTS') - Number(a.form.of === 'DOCUMENTS')),
)
const at = computed(() => all.value.find((s) => s.key === route.params.scheme) ?? all.value[0])
async function edited(key: string) {
  editing.value = undefined
  await schemes.load()
  void router.push(`/numbers/${key}`)
}
</script>

<template>
  <div class="place">
    <header>
      <h1>Numbers</h1>
      <nav v-if="all.length > 1" aria-label="Schemes">
        <RouterLink v-for="s in all" :key="s.key" :to="`/numbers/${s.key}`" :class="{ here: s.key === at?.key }">{{
          s.form.name
        }}</RouterLink>
      </nav>
      <span class="grow" />
      <button v-if="session.controls" class="act" type="button" data-test="new-scheme" @click="editing = 'new'">New scheme</button>
      <button class="act first" type="button" :aria-expanded="taking" data-test="take-a-number" @click="taking = !taking">
        Take a number <span class="key" aria-hidden="true">t</span>
      </button>
    </header>
    <Trouble :problem="schemes.problem.value ?? people.problem.value" :again="schemes.load" />
    <p v-if="!schemes.value.value && !schemes.problem.value" class="quiet" role="status">Asking for the schemes …</p>
    <TakeNumber
      v-if="taking && all.length"
      :schemes="all"
      :firms="people.value.value?.firms"
      :begin="at?.key"
      @taken="schemes.load"
      @cancel="taking = false"
    />
    <SchemeEditor
      v-if="editing"
      :key="editing + at?.edition"
      :scheme="editing === 'this' ? at : undefined"
      @done="edited"
      @cancel="editing = undefined"
    />
    <TakenList v-if="!session.controls" />
    <SchemePage v-if="at" :scheme="at" :firms="people.value.value?.firms ?? []" @edit="editing = 'this'" @changed="schemes.load" />
    <p v-else-if="schemes.value.value" class="empty">
      <strong>No scheme yet.</strong>A scheme says how controlled numbers are built. Begin with “New scheme”.
    </p>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  max-width: 1400px;
  align-content: start;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
}
nav {
  display: flex;
  gap: 2px;
}
nav a {
  padding: 3px 10px;
  text-decoration: none;
  color: var(--ink-2);
  border-bottom: 2px solid transparent;
}
nav a.here {
  color: var(--ink);
  border-color: var(--main);
  font-weight: 600;
}
</style>
