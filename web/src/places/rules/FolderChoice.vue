<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Folder, type RuleForm } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { foundFolders, grow, stateWord, visible } from '../folders/tree'
import type { Choices } from './choices'
import { must } from '../../parts/must'

/** The folders a rule stands on: found by words or picked from the tree, and who may hand in to those that are chosen. */
const props = defineProps<{ folders: Folder[]; kept?: Set<number>; labelledBy: string; people: Choices['people']; takes: boolean }>()
const places = defineModel<RuleForm['places']>({ required: true })
const session = useSession()
/** From so many folders on they are searched instead of scrolled through. */
const MANY = 20
const MOST = 100
const text = ref('')
const place = (id: number) => places.value.find((p) => p.folder === id)
const able = computed(() => (props.kept ? props.folders.filter((f) => must(props.kept).has(f.id) || !!place(f.id)) : props.folders))
const chosen = computed(() => places.value.map((p) => ({ ...p, its: props.folders.find((f) => f.id === p.folder) })))
const found = computed(() => foundFolders(able.value, text.value, Number.MAX_SAFE_INTEGER))
const rows = computed(() =>
  text.value.trim()
    ? found.value.map((folder) => ({ folder, depth: 0, name: folder.path || folder.name }))
    : visible(grow(able.value), new Set()).map((r) => ({ folder: r.folder, depth: r.depth, name: r.folder.name })),
)

const handIns = useLoaded(() =>
  data(api.GET('/api/projects/{project}/hand-ins', { params: { path: { project: must(session.project).id } } })),
)
const { busy, problem, act } = useAct(handIns.load)
onMounted(handIns.load)
whenChanged(['FOLDER', 'PEOPLE'], handIns.load, 500)
const nameOf = (kind: 'firms' | 'roles', id: number) => props.people[kind].find((x) => x.id === id)?.name ?? '…'
const who = (folder: number) => {
  const its = handIns.value.value?.find((h) => h.folder === folder)
  return its && [...its.firms.map((f) => nameOf('firms', f)), ...its.roles.map((r) => nameOf('roles', r))]
}

function turn(id: number) {
  places.value = place(id) ? places.value.filter((p) => p.folder !== id) : [...places.value, { folder: id, withBelow: true }]
}

function turnBelow(id: number) {
  places.value = places.value.map((p) => (p.folder === id ? { ...p, withBelow: !p.withBelow } : p))
}

/** Opens a folder to a firm or a role, so that its people may hand in there. */
const open = (folder: number, event: Event) =>
  act(async () => {
    const select = event.target as HTMLSelectElement
    const [kind, id] = select.value.split(' ')
    select.value = ''
    const at = { params: { path: { id: folder } } }
    const now = await data(api.GET('/api/folders/{id}/access', at))
    const same = (g: { role?: number; firm?: number }) => (kind === 'role' ? g.role : g.firm) === Number(id)
    const grants = [...now.grants.filter((g) => !same(g)), { [kind as 'role' | 'firm']: Number(id), mayDrop: true }]
    await data(
      api.PUT('/api/folders/{id}/access', {
        ...at,
        body: { version: now.version, restricted: now.restricted, grants, keepers: now.keepers },
      }),
    )
  })
</script>

<template>
  <ul v-if="chosen.length" class="chosen" data-help="Stands on" aria-label="Chosen folders">
    <li v-for="c in chosen" :key="c.folder">
      <span class="row"
        ><strong class="clip grow" :title="c.its?.path">{{ c.its ? c.its.path || c.its.name : 'a folder that is gone' }}</strong>
        <label class="below"
          ><input type="checkbox" :checked="c.withBelow" :aria-label="`With what is below ${c.its?.name}`" @change="turnBelow(c.folder)" />
          and below</label
        >
        <button type="button" class="act bare" :aria-label="`leave out ${c.its?.name}`" @click="turn(c.folder)">leave out</button></span
      >
      <span v-if="takes && who(c.folder)" class="hand-in" :class="{ nobody: !must(who(c.folder)).length }">
        {{ must(who(c.folder)).length ? `Handed in by ${must(who(c.folder)).join(', ')}` : 'Nobody but document control may hand in here' }}
        <select
          v-if="session.controls && !must(who(c.folder)).length"
          class="text"
          :disabled="busy"
          :aria-label="`Who may hand in to ${c.its?.name}`"
          data-help="hand in"
          @change="open(c.folder, $event)"
        >
          <option value="">let hand in …</option>
          <optgroup label="Firms">
            <option v-for="f in people.firms" :key="f.id" :value="`firm ${f.id}`">{{ f.name }}</option>
          </optgroup>
          <optgroup label="Roles">
            <option v-for="r in people.roles.filter((x) => !x.may.controls)" :key="r.id" :value="`role ${r.id}`">{{ r.name }}</option>
          </optgroup>
        </select>
      </span>
    </li>
  </ul>
  <Trouble :problem="problem" />
  <input
    v-if="able.length > MANY"
    v-model="text"
    class="text"
    type="search"
    placeholder="find a folder by its words"
    aria-label="Find a folder"
    data-test="find-folder"
    @keydown.enter.prevent="found.length === 1 && turn(must(found[0]).id)"
  />
  <div role="group" class="folders" data-help="Stands on" :aria-labelledby="labelledBy">
    <div v-for="row in rows.slice(0, MOST)" :key="row.folder.id" class="line" :style="{ paddingLeft: `${4 + row.depth * 12}px` }">
      <label class="clip grow" :title="row.folder.path"
        ><input type="checkbox" :checked="!!place(row.folder.id)" @change="turn(row.folder.id)" /> {{ row.name }}</label
      >
      <span class="quiet mono">{{ stateWord(row.folder.state) }}</span>
    </div>
    <p v-if="rows.length > MOST" class="quiet">and {{ rows.length - MOST }} more; words above find them</p>
    <p v-else-if="!rows.length" class="quiet">No folder has these words in its path.</p>
  </div>
</template>

<style scoped>
.folders {
  border: 1px solid var(--line-strong);
  max-height: 210px;
  overflow: auto;
  padding: 3px 6px;
}
.line {
  display: flex;
  gap: 6px;
  align-items: center;
  height: 23px;
}
.chosen {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
}
.chosen .row {
  flex-wrap: wrap;
  gap: 0 8px;
}
.chosen strong {
  flex: 1 1 150px;
  white-space: normal;
  overflow-wrap: anywhere;
}
.chosen li {
  border-left: 3px solid var(--main);
  padding-left: 6px;
}
.hand-in {
  display: block;
  font-size: 12px;
  color: var(--quiet);
  overflow-wrap: anywhere;
}
.hand-in.nobody {
  color: var(--attention);
}
.hand-in select {
  width: auto;
  max-width: 100%;
  min-height: 24px;
}
.below {
  white-space: nowrap;
  color: var(--main);
  font-size: 12px;
}
</style>
