<script setup lang="ts">
import { connected } from '../live'
import { useSession } from '../session'
import Find from './Find.vue'
import SignOut from './SignOut.vue'

const session = useSession()

function choose(event: Event) {
  session.choose(Number((event.target as HTMLSelectElement).value))
}
</script>

<template>
  <header>
    <span v-if="session.project" class="project clip">
      <select v-if="session.projects.length > 1" class="text" aria-label="Project" :value="session.project.id" @change="choose">
        <option v-for="p in session.projects" :key="p.id" :value="p.id">{{ p.code }} {{ p.name }}</option>
      </select>
      <template v-else
        ><span class="mono">{{ session.project.code }}</span> {{ session.project.name }}</template
      >
    </span>
    <Find v-if="session.project" />
    <span v-if="!connected" class="lost" role="status">Not connected: what you see may be old. Trying again.</span>
    <RouterLink class="me clip" to="/account" title="My account: password, second steps, sessions">{{ session.me?.name }}</RouterLink>
    <SignOut />
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line-strong);
  background: var(--sheet);
}
.project {
  max-width: 34%;
}
.lost {
  color: var(--stop);
}
.me {
  margin-left: auto;
  font-weight: 560;
  color: inherit;
}
select {
  width: auto;
}
@media (max-width: 700px) {
  .project {
    display: none;
  }
  header {
    padding: 4px 8px;
    gap: 8px;
  }
}
</style>
