<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import FolderPage from './FolderPage.vue'
import FolderTree from './FolderTree.vue'
import { closedAtFirst, foundFolders, grow } from './tree'
import { must } from '../../parts/must'

const session = useSession()
const route = useRoute()
const router = useRouter()
const tree = useLoaded(() => data(api.GET('/api/projects/{project}/folders', { params: { path: { project: must(session.project).id } } })))
const at = computed(() => Number(route.params.id) || undefined)
const top = computed(() => grow(tree.value.value ?? []))
const closed = ref(new Set<number>())
const text = ref('')
const SEARCHED = 25
const matches = computed(() => (text.value.trim() ? foundFolders(tree.value.value ?? [], text.value) : undefined))
let first = true

onMounted(tree.load)
whenChanged(['FOLDER'], tree.load, 1000)

/** One's own first folder, so that an originator stands where files are dropped. */
watch(tree.value, (folders) => {
  if (!folders) return
  if (first) closed.value = closedAtFirst(folders, at.value)
  first = false
  if (at.value) return
  const leaf = (id: number) => !folders.some((f) => f.parent === id)
  const own =
    folders.find((f) => f.firm === session.membership?.firm && leaf(f.id)) ??
    folders.find((f) => f.firm && leaf(f.id)) ??
    folders.find((f) => leaf(f.id))
  if (own) void router.replace(`/folders/${own.id}`)
})
</script>

<template>
  <div class="folders">
    <section class="panel side" aria-label="Folder tree">
      <Trouble :problem="tree.problem.value" :again="tree.load" />
      <p v-if="tree.loading.value && !tree.value.value" class="quiet pad" role="status">Asking for the folders …</p>
      <input
        v-if="(tree.value.value?.length ?? 0) > SEARCHED"
        v-model="text"
        class="text find"
        type="search"
        placeholder="Find a folder"
        aria-label="Find a folder"
      />
      <ul v-if="matches" class="found">
        <li v-for="f in matches" :key="f.id">
          <button type="button" @click="((text = ''), router.push(`/folders/${f.id}`))">{{ f.path }}</button>
        </li>
        <li v-if="!matches.length" class="quiet pad">No folder has “{{ text }}” in its path.</li>
      </ul>
      <FolderTree
        v-else
        :top="top"
        :at="at"
        :closed="closed"
        @open="(id) => router.push(`/folders/${id}`)"
        @close="(now) => (closed = now)"
      />
    </section>
    <FolderPage v-if="at" :id="at" :key="at" :folders="tree.value.value ?? []" @changed="tree.load" />
    <p v-else-if="tree.value.value?.length === 0" class="empty">
      <strong>No folders yet.</strong>A document controller makes the folder tree.
    </p>
  </div>
</template>

<style scoped>
.folders {
  display: grid;
  grid-template-columns: 248px minmax(0, 1fr);
  gap: 12px;
  height: 100%;
}
.side {
  overflow: auto;
  padding: 6px 0;
}
.pad {
  padding: 8px;
}
.find {
  width: calc(100% - 12px);
  margin: 0 6px 6px;
}
.found button {
  width: 100%;
  border: 0;
  background: none;
  text-align: left;
  padding: 3px 8px;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.found button:hover {
  background: var(--main-soft);
}
@media (max-width: 700px) {
  .folders {
    grid-template-columns: 1fr;
    height: auto;
  }
  .side {
    max-height: 30vh;
  }
}
</style>
