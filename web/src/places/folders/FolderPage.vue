<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Folder } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { usePaged } from '../../load'
import FollowButton from '../../parts/FollowButton.vue'
import Num from '../../parts/Num.vue'
import StationStrip from '../../parts/StationStrip.vue'
import Trouble from '../../parts/Trouble.vue'
import { day, exact, size } from '../../say'
import { useSession } from '../../session'
import ChangeFolder from './ChangeFolder.vue'
import FolderAccess from './FolderAccess.vue'
import DirectoriesHere from './DirectoriesHere.vue'
import HappensHere from './HappensHere.vue'
import DropPanel from './DropPanel.vue'
import MoveFiles from './MoveFiles.vue'
import NewFolder from './NewFolder.vue'
import NumberFiles from './NumberFiles.vue'
import RulesHere from './RulesHere.vue'
import { onDemand } from '../../parts/onDemand'
import ReleaseForm from '../devices/ReleaseForm.vue'
import ShelfMark from '../../tray/ShelfMark.vue'

const SendFiles = onDemand(() => import('./SendFiles.vue'))

/** @prop inPlace new folders are gone to where the page stands, instead of under Folders */
const props = defineProps<{ id: number; folders: Folder[]; inPlace?: boolean }>()
const emit = defineEmits<{ changed: []; made: [folder: number] }>()
const session = useSession()
const router = useRouter()
const {
  first: here,
  rows: files,
  hasMore,
  problem,
  load,
  more,
} = usePaged(
  (after) => data(api.GET('/api/folders/{id}', { params: { path: { id: props.id }, query: { after } } })),
  (answer) => answer.files,
)
const over = ref(false)
const dropped = shallowRef<File[]>([])
/** Each drop has a panel of its own, also the second one of the same name. */
const drops = ref(0)
const making = ref(false)
const changing = ref(false)
const numbering = ref(false)
const sending = ref(false)
const moving = ref(false)
const releasing = ref(false)
const ruling = ref(false)
const opening = ref(false)
const watching = ref(false)

onMounted(load)
/** This folder and those it lies in, whose names stand in its path. */
const ways = computed(() => {
  const all = new Set([props.id])
  for (let f = props.folders.find((x) => x.id === props.id); f?.parent; f = props.folders.find((x) => x.id === f?.parent)) all.add(f.parent)
  return all
})
whenChanged(['FOLDER', 'PASSAGE', 'RULES', 'PEOPLE'], load, 120, (c) =>
  c.topic === 'FOLDER' ? ways.value.has(c.id) : c.topic !== 'PASSAGE' || !c.folder || c.folder === props.id || shown(c.id),
)
/** Whether a file of a submission lies here, wherever it came in. */
const shown = (submission: number) => files.value.some((f) => f.passage?.from.submission === submission)
if (session.controls) {
  useKeys([
    { key: 'n', says: 'New folder here', does: () => (making.value = true) },
    { key: 'e', says: 'Change this folder: name, place', does: () => (changing.value = true) },
  ])
}

const intake = computed(() => here.value?.rules.some((r) => !r.watches) ?? false)
/** Whether files here are documents, which then lead to them. */
const numbered = computed(() => files.value.some((f) => f.document))
const allTraces = ref(false)
const traces = computed(() => (allTraces.value ? here.value?.traces : here.value?.traces.slice(0, 3)) ?? [])

function goTo(folder: number) {
  making.value = false
  emit('changed')
  if (props.inPlace) emit('made', folder)
  else void router.push(`/folders/${folder}`)
}

function drop(event: DragEvent) {
  over.value = false
  take([...(event.dataTransfer?.files ?? [])])
}

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  take([...(input.files ?? [])])
  input.value = ''
}

function take(files: File[]) {
  if (!files.length) return
  dropped.value = files
  drops.value++
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a button does the same by keyboard -->
  <section
    class="page"
    :class="{ over }"
    @dragover.prevent="over = here?.mayDrop ?? false"
    @dragleave.self="over = false"
    @drop.prevent="here?.mayDrop && drop($event)"
  >
    <Trouble :problem="problem" :again="load" />
    <template v-if="here">
      <header>
        <h1 class="clip">{{ here.folder.path || here.folder.name }}</h1>
        <div class="acts">
          <FollowButton kind="FOLDER" :thing="here.folder.id" what="this folder and what is below it" />
          <button v-if="session.controls" class="act" type="button" :aria-expanded="changing" @click="changing = !changing">
            Change folder
          </button>
          <button v-if="session.controls" class="act" type="button" :aria-expanded="opening" @click="opening = !opening">
            Who sees it
          </button>
          <button v-if="session.controls" class="act" type="button" @click="making = !making">New folder</button>
          <button
            v-if="session.controls && here.mayDrop"
            class="act"
            type="button"
            :aria-expanded="watching"
            data-test="from-directory"
            @click="watching = !watching"
          >
            From a directory
          </button>
          <button v-if="here.mayDrop && files.length" class="act" type="button" :aria-expanded="numbering" @click="numbering = !numbering">
            Number files
          </button>
          <button
            v-if="files.length && here.maySend"
            class="act"
            type="button"
            :aria-expanded="sending"
            data-test="send-by-hand"
            @click="sending = !sending"
          >
            Send on a route
          </button>
          <button v-if="files.length" class="act" type="button" :aria-expanded="moving" data-test="move-files" @click="moving = !moving">
            Move or copy
          </button>
          <button
            v-if="files.length"
            class="act"
            type="button"
            :aria-expanded="releasing"
            title="Print them on a printer or plotter"
            data-test="release-files"
            @click="releasing = !releasing"
          >
            To a device
          </button>
          <label v-if="here.mayDrop" class="act first"
            >Choose files to send<input type="file" multiple class="hidden-text" data-test="files" @change="pick"
          /></label>
        </div>
      </header>
      <ChangeFolder
        v-if="changing"
        :key="here.folder.version"
        :folder="here.folder"
        :folders="folders"
        @changed="(load(), emit('changed'))"
        @deleted="goTo(here.folder.parent ?? 0)"
        @cancel="changing = false"
      />
      <FolderAccess
        v-if="opening"
        :key="`access ${here.folder.version}`"
        :folder="here.folder"
        @changed="(load(), emit('changed'))"
        @cancel="opening = false"
      />
      <NewFolder v-if="making" :parent="here.folder" @made="goTo" @cancel="making = false" />

      <NumberFiles v-if="numbering" :folder="id" @done="load" @cancel="numbering = false" />

      <RulesHere v-if="ruling" :key="id" :folder="here.folder" @cancel="ruling = false" />

      <MoveFiles
        v-if="moving"
        :folder="here.folder"
        :files="files"
        :folders="folders"
        @done="((moving = false), load())"
        @cancel="moving = false"
      />

      <ReleaseForm v-if="releasing" what="files" :files="files.map((f) => f.file)" @done="releasing = false" @cancel="releasing = false" />

      <SendFiles v-if="sending" :folder="id" :files="files" @sent="((sending = false), load())" @cancel="sending = false" />

      <HappensHere
        v-if="here.rules.length"
        :rules="here.rules"
        :untaken="here.untaken"
        :folder="id"
        :ruling="ruling"
        @ruling="ruling = !ruling"
      />
      <p v-else class="quiet">
        No rule stands on this folder: files put here are kept, and nothing else happens.
        <button v-if="session.controls" class="act bare" type="button" :aria-expanded="ruling" @click="ruling = !ruling">
          Have rules stand here
        </button>
      </p>

      <DirectoriesHere
        v-if="session.controls && here.mayDrop"
        :key="`directories ${id}`"
        :folder="here.folder"
        :setting="watching"
        @done="watching = false"
        @taken="load"
      />

      <DropPanel
        v-if="dropped.length"
        :key="drops"
        :folder="here.folder"
        :files="dropped"
        :asks="here.asks"
        :intake="intake"
        @done="dropped = []"
        @changed="load"
      />
      <p v-else-if="here.mayDrop" class="target">Drag files onto this page: one drop is one submission.</p>
      <p v-if="here.handIn && !here.mayDrop" class="note">
        You may not hand in here.
        {{ here.handIn.who.length ? `Who may: ${here.handIn.who.join(', ')}, and document control.` : 'Only document control may.' }} It is
        changed by {{ here.handIn.ask.join(' or ') || 'document control' }}.
      </p>
      <p v-else-if="here.handIn && session.controls && intake && !here.handIn.who.length" class="note">
        Rules take files here, but nobody except document control may hand in.
        <button class="act" type="button" @click="opening = true">Say who may hand in here</button>
      </p>

      <div class="scroll">
        <table v-if="files.length" class="dense">
          <thead>
            <tr>
              <th>File</th>
              <th>Number</th>
              <th v-if="numbered">Title</th>
              <th v-if="numbered">Status</th>
              <th>Where</th>
              <th>With</th>
              <th class="put">Put here</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in files" :key="row.file.id">
              <td class="name" :title="`${row.file.name}, ${size(row.file.size)}, put here ${exact(row.file.addedAt)}, ${row.addedBy}`">
                <ShelfMark v-if="row.passage" :passage="row.passage.id" /><a
                  class="plain"
                  :href="`/api/files/${row.file.id}/content`"
                  target="_blank"
                  rel="noopener"
                  >{{ row.file.name }}</a
                >
                <span v-if="row.file.version > 1" class="quiet"> version {{ row.file.version }}</span>
                <span v-if="row.copyOf" class="quiet"> the PDF of {{ row.copyOf }}</span>
              </td>
              <td>
                <Num v-if="row.document" :number="row.document.number" :revision="row.document.revision" /><Num
                  v-else-if="row.passage?.names.number"
                  :number="row.passage.names.number"
                  :revision="row.passage.names.revision"
                />
              </td>
              <td v-if="numbered" class="title clip" :title="row.document?.title">
                <RouterLink v-if="row.document" class="plain" :to="`/documents/${row.document.document}`">{{
                  row.document.title
                }}</RouterLink>
              </td>
              <td v-if="numbered" class="mono">{{ row.document?.status }}</td>
              <td>
                <RouterLink v-if="row.passage" class="plain" :to="`/passages/${row.passage.id}`"
                  ><StationStrip :passage="row.passage" words
                /></RouterLink>
              </td>
              <td class="with" :title="row.passage?.at.heldBy">{{ row.passage?.at.heldBy }}</td>
              <td class="nowrap put" :title="`${exact(row.file.addedAt)}, ${row.addedBy}`">{{ day(row.file.addedAt) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="empty">
          <strong>This folder is empty.</strong>
          <template v-if="here.mayDrop"
            >Files you drop here appear {{ intake ? 'with their number and where they are on their way' : 'in a list' }}.</template
          >
          <template v-else>What is placed here appears by itself.</template>
        </p>
        <button v-if="hasMore" class="act" type="button" @click="more">Show more files</button>
        <section v-if="traces.length" class="traces quiet" aria-label="What left this folder">
          <p v-for="(t, i) in traces" :key="i">
            {{ t.name }} went to <RouterLink v-if="t.folder" :to="`/folders/${t.folder}`">{{ t.path }}</RouterLink><template v-else
              >a folder you do not see</template
            >, <span :title="exact(t.at)">{{ day(t.at) }}</span>, {{ t.by }}
          </p>
          <button v-if="!allTraces && here.traces.length > 3" class="act bare" type="button" @click="allTraces = true">
            {{ here.traces.length - 3 }} more left this folder
          </button>
        </section>
      </div>
    </template>
    <p v-else-if="!problem" class="quiet" role="status">Asking what lies here …</p>
  </section>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
  height: 100%;
  padding: 2px;
}
.page.over {
  outline: 3px dashed var(--main);
  outline-offset: -2px;
  background: var(--main-soft);
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
h1 {
  flex: 1 1 max-content;
  max-width: 100%;
}
/* Where they do not all fit beside the folder's name, they go below it together. */
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.target {
  border: 1px dashed var(--line-strong);
  padding: 5px 12px;
  color: var(--ink-2);
}
.scroll {
  --stick: 0px;
  overflow: auto;
  flex: 1;
  min-height: 200px;
}
.name {
  max-width: 225px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.title {
  max-width: 220px;
}
.with {
  max-width: 118px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
/* In a window of 1280, so that all of a line is seen, beside the page's own bar to scroll with. */
@media (max-width: 1439px) {
  .name {
    max-width: 138px;
  }
  .title {
    max-width: 114px;
  }
  .with {
    max-width: 84px;
  }
  .put {
    display: none;
  }
}
.traces {
  padding: 6px 8px;
  font-size: 12.5px;
  overflow-wrap: anywhere;
}
label.act {
  cursor: pointer;
}
label.act:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
</style>
