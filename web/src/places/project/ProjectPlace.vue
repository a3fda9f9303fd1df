<script setup lang="ts">
import { ref } from 'vue'
import { useSession } from '../../session'
import Connections from './Connections.vue'
import DecisionCodes from './DecisionCodes.vue'
import DirectoriesSheet from './DirectoriesSheet.vue'
import FieldsSheet from './FieldsSheet.vue'
import SignInSheet from './SignInSheet.vue'
import SequencesSheet from './SequencesSheet.vue'
import StatusCodes from './StatusCodes.vue'
import WorkingDaysSheet from './WorkingDaysSheet.vue'

const session = useSession()
const parts = [
  { key: 'fields', word: 'Fields and codes' },
  { key: 'status', word: 'Status codes' },
  { key: 'revisions', word: 'Revision sequences' },
  { key: 'decisions', word: 'Decision codes' },
  { key: 'days', word: 'Working days' },
  { key: 'sign-in', word: 'Sign-in' },
  ...(session.controls ? [{ key: 'directories', word: 'Directories' }] : []),
  ...(session.me?.administrator ? [{ key: 'connections', word: 'Connections' }] : []),
] as const
const at = ref<string>('fields')
</script>

<template>
  <div class="place">
    <header>
      <h1>Project</h1>
      <span class="mono">{{ session.project?.code }}</span> <span>{{ session.project?.name }}</span>
      <span class="quiet">{{ session.project?.zone }}</span>
      <nav aria-label="Settings">
        <button v-for="p in parts" :key="p.key" type="button" class="act bare" :aria-pressed="at === p.key" @click="at = p.key">
          {{ p.word }}
        </button>
        <RouterLink class="act bare" to="/devices">Devices</RouterLink>
        <a
          v-if="session.controls"
          class="act"
          :href="`/api/projects/${session.project?.id}/starting-set`"
          download
          title="Fields, codes, numbers, roles, routes, folders and rules, without its firms and people; other projects can begin with it"
          >As a starting set</a
        >
      </nav>
    </header>
    <FieldsSheet v-if="at === 'fields'" :key="session.project?.version" />
    <StatusCodes v-else-if="at === 'status'" :key="session.project?.version" />
    <SequencesSheet v-else-if="at === 'revisions'" />
    <DecisionCodes v-else-if="at === 'decisions'" :key="session.project?.version" />
    <WorkingDaysSheet v-else-if="at === 'days'" :key="session.project?.version" />
    <SignInSheet v-else-if="at === 'sign-in'" :key="session.project?.version" />
    <DirectoriesSheet v-else-if="at === 'directories'" />
    <Connections v-else />
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 12px;
  align-content: start;
  max-width: 1300px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
nav {
  margin-left: auto;
  display: flex;
  gap: 4px;
}
nav button {
  border-radius: 0;
  color: var(--ink-2);
}
nav button[aria-pressed='true'] {
  border-bottom: 2px solid var(--main);
  color: var(--ink);
  font-weight: 600;
}
</style>
