<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import FolderPage from '../folders/FolderPage.vue'
import FolderTree from '../folders/FolderTree.vue'
import { grow } from '../folders/tree'
import { must } from '../../parts/must'

const session = useSession()
const route = useRoute()
const id = computed(() => Number(route.params.id))
const one = useLoaded(() => data(api.GET('/api/packages/{id}', { params: { path: { id: id.value } } })))
const folders = useLoaded(() =>
  data(api.GET('/api/projects/{project}/folders', { params: { path: { project: must(session.project).id } } })),
)
const { busy, problem, act } = useAct(load)
const at = ref<number>()
const closed = ref(new Set<number>())
const text = ref('')
const found = useLoaded(() =>
  data(
    api.GET('/api/folders/{id}/found', {
      params: { path: { id: must(must(one.value.value).folder) }, query: { text: text.value.trim() } },
    }),
  ),
)

function load() {
  return Promise.all([one.load(), folders.load()])
}
onMounted(load)
watch(id, () => {
  at.value = undefined
  void load()
})
whenChanged(['FOLDER'], load, 500)
let pause: ReturnType<typeof setTimeout> | undefined
watch(text, () => {
  clearTimeout(pause)
  if (text.value.trim()) pause = setTimeout(() => void found.load(), 200)
})

const pack = computed(() => one.value.value)
/** Its own folder and those below it. */
const own = computed(() => {
  const top = folders.value.value?.find((f) => f.id === pack.value?.folder)
  return top
    ? must(folders.value.value)
        .filter((f) => f.path === top.path || f.path.startsWith(`${top.path} / `))
        .map((f) => (f.id === top.id ? { ...f, parent: undefined } : f))
    : []
})
const shown = computed(() => at.value ?? pack.value?.folder)
const parent = computed(() => {
  const its = folders.value.value?.find((f) => f.id === pack.value?.parent)
  return its && (its.path || its.name)
})
const again = () => act(() => data(api.POST('/api/packages/{id}/folders', { params: { path: { id: id.value } } })))
</script>

<template>
  <div v-if="pack" class="package">
    <header>
      <h1>
        <span class="mono">{{ pack.code }}</span> {{ pack.title }}
      </h1>
      <span v-if="pack.firm">{{ pack.firm }}</span><span class="quiet"
        ><template v-if="parent">under {{ parent }}, </template>from {{ pack.template.name
        }}{{ pack.template.edition ? ` edition ${pack.template.edition}` : '' }}</span
      >
      <span v-if="pack.template.behind" class="attention"
        >The template is newer; <RouterLink to="/packages">see what would change</RouterLink>.</span
      >
      <span class="grow" />
      <RouterLink
        v-if="pack.folder"
        class="act"
        :to="{ path: '/comments', query: { folder: pack.folder, of: `${pack.code} ${pack.title}` } }"
        >Comments</RouterLink
      >
      <input
        v-if="pack.folder"
        v-model="text"
        class="text find"
        type="search"
        placeholder="Find a file in it"
        aria-label="Find a file in the package"
      />
    </header>
    <Trouble :problem="problem ?? one.problem.value" />
    <div v-if="pack.failed" class="note bad">
      <p><strong>Its folders could not be made; none was.</strong> {{ pack.failed }}</p>
      <button v-if="session.controls" class="act" type="button" :disabled="busy" @click="again">
        {{ busy ? 'Trying …' : 'Try again' }}
      </button>
    </div>
    <div v-if="text.trim() && found.value.value" class="panel">
      <table v-if="found.value.value.length" class="dense">
        <tbody>
          <tr v-for="f in found.value.value" :key="f.id">
            <td>
              <a class="plain" :href="`/api/files/${f.id}/content`" target="_blank" rel="noopener">{{ f.name }}</a>
            </td>
            <td>
              <button class="act bare" type="button" @click="((at = f.folder), (text = ''))">{{ f.path }}</button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet pad">No file in this package has “{{ text }}” in its name.</p>
    </div>
    <div v-if="pack.folder" class="folders">
      <section class="panel side" aria-label="Folders of the package">
        <FolderTree :top="grow(own)" :at="shown" :closed="closed" @open="(f) => (at = f)" @close="(now) => (closed = now)" />
      </section>
      <FolderPage
        v-if="shown"
        :id="shown"
        :key="shown"
        :folders="folders.value.value ?? []"
        in-place
        @made="(f) => ((at = f), load())"
        @changed="load"
      />
    </div>
  </div>
  <Trouble v-else-if="one.problem.value" :problem="one.problem.value" :again="load" />
  <p v-else class="quiet" role="status">Asking for the package …</p>
</template>

<style scoped>
.package {
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.find {
  max-width: 240px;
}
.folders {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 12px;
  flex: 1;
  min-height: 0;
}
.side {
  overflow: auto;
  padding: 6px 0;
}
.attention {
  color: var(--attention);
}
.pad {
  padding: 8px 10px;
}
</style>
