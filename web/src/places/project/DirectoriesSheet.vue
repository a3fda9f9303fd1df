<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'
import { useSession } from '../../session'

/** Every directory of the server from which files are taken into this project, and how it stands; each is set in its folder. */
const session = useSession()
const path = { project: must(session.project).id }
const all = useLoaded(() => data(api.GET('/api/projects/{project}/directories', { params: { path } })))
onMounted(all.load)
</script>

<template>
  <section class="panel directories">
    <p class="quiet">
      Files that are put into these directories of the server come into folders by themselves. They are set in their folder, with “From a
      directory”.
    </p>
    <Trouble :problem="all.problem.value" :again="all.load" />
    <table v-if="all.value.value?.directories.length" class="dense">
      <thead>
        <tr>
          <th>Directory</th>
          <th>Leads into</th>
          <th>Whose files</th>
          <th>Looked at</th>
          <th>Taken</th>
          <th>Not complete yet</th>
          <th>Stay there</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in all.value.value.directories" :key="d.id">
          <td class="mono path">{{ d.form.path }}</td>
          <td>
            <RouterLink :to="`/folders/${d.form.folder}`">{{ d.folderPath }}</RouterLink>
          </td>
          <td>{{ d.authorName ?? 'by subdirectory' }}</td>
          <td>
            <span v-if="!d.form.switchedOn" class="quiet">switched off</span>
            <span v-else-if="d.fault" class="error">{{ d.fault }}</span>
            <span v-else-if="d.lastLooked" :title="exact(d.lastLooked)">{{ ago(d.lastLooked) }}</span>
            <span v-else class="quiet">not yet</span>
          </td>
          <td class="mono">{{ d.taken }}</td>
          <td class="mono">{{ d.waiting }}</td>
          <td class="mono" :class="{ warning: d.leftInAll }">{{ d.leftInAll }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="all.value.value" class="quiet">None yet.</p>
  </section>
</template>

<style scoped>
.directories {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.path {
  overflow-wrap: anywhere;
}
.warning {
  color: var(--attention);
}
</style>
