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
import { grow } from './tree'

const session = useSession()
const route = useRoute()
const router = useRouter()
const tree = useLoaded(() => data(api.GET('/api/projects/{project}/folders', { params: { path: { project: session.project!.id } } })))
const at = computed(() => Number(route.params.id) || undefined)
const top = computed(() => grow(tree.value.value ?? []))
const closed = ref(new Set<number>())

onMounted(tree.load)
whenChanged(['FOLDER'], tree.load, 1000)

/** One's own first folder, so that an originator stands where files are dropped. */
watch(tree.value, (folders) => {
  if (at.value || !folders) return
  const leaf = (id: number) => !folders.some((f) => f.parent === id)
  const own = folders.find((f) => f.firm === session.me?.firm && leaf(f.id)) ?? folders.find((f) => f.firm && leaf(f.id)) ?? folders.find((f) => leaf(f.id))
  if (own) void router.replace(`/folders/${own.id}`)
})
</script>

<template>
  <div class="folders">
    <section class="panel side" aria-label="Folder tree">
      <Trouble :problem="tree.problem.value" :again="tree.load" />
      <p v-if="tree.loading.value && !tree.value.value" class="quiet pad" role="status">Asking for the folders …</p>
      <FolderTree :top="top" :at="at" :closed="closed" @open="(id) => router.push(`/folders/${id}`)" @close="(now) => (closed = now)" />
    </section>
    <FolderPage v-if="at" :id="at" :key="at" :folders="tree.value.value ?? []" @changed="tree.load" />
    <p v-else-if="tree.value.value?.length === 0" class="empty"><strong>No folders yet.</strong>A document controller makes the folder tree.</p>
  </div>
</template>

<style scoped>
.folders { display: grid; grid-template-columns: 248px minmax(0, 1fr); gap: 12px; height: 100%; }
.side { overflow: auto; padding: 6px 0; }
.pad { padding: 8px; }
@media (max-width: 700px) { .folders { grid-template-columns: 1fr; height: auto; } .side { max-height: 30vh; } }
</style>
