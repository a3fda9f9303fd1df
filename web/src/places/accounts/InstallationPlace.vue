<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import AccountsSheet from './AccountsSheet.vue'
import BackupsSheet from './BackupsSheet.vue'
import NewProject from './NewProject.vue'
import ProvidersSheet from './ProvidersSheet.vue'
import SecondStepSheet from './SecondStepSheet.vue'

/** What administrators look after: accounts, how one signs in, backups, projects. */
const PARTS = [
  { key: 'accounts', word: 'Accounts' },
  { key: 'sign-in', word: 'How one signs in' },
  { key: 'backups', word: 'Backups' },
  { key: 'projects', word: 'New project' },
] as const
const route = useRoute()
const router = useRouter()
const part = computed(() => PARTS.find((p) => p.key === route.query.part)?.key ?? 'accounts')
</script>

<template>
  <div class="place">
    <header>
      <h1>Installation</h1>
      <nav aria-label="Parts">
        <button
          v-for="p in PARTS"
          :key="p.key"
          type="button"
          class="act bare"
          :aria-pressed="part === p.key"
          @click="router.replace({ query: { part: p.key } })"
        >
          {{ p.word }}
        </button>
      </nav>
    </header>
    <AccountsSheet v-if="part === 'accounts'" />
    <template v-else-if="part === 'sign-in'"><SecondStepSheet /><ProvidersSheet /></template>
    <BackupsSheet v-else-if="part === 'backups'" />
    <NewProject v-else />
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  max-width: 1300px;
  align-content: start;
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
nav {
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
