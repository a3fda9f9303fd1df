<script setup lang="ts">
import { computed, onMounted, reactive } from 'vue'
import { useAct } from '../../act'
import { api, data, type Folder, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'

/** Setting a directory of the server from which files are taken into a folder. */
const props = defineProps<{ folder: Folder; directory?: Schemas['DirectoryView']; below: string[] }>()
const emit = defineEmits<{ saved: []; cancel: [] }>()
const session = useSession()
const project = must(session.project).id
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project } } })))
onMounted(people.load)
const before = props.directory?.form
const form = reactive({
  path: before?.path ?? (props.below[0] ? `${props.below[0]}/` : ''),
  everySeconds: before?.everySeconds ?? 10,
  complete: before?.marker ? 'marker' : 'rest',
  restSeconds: before && !before.marker ? before.restSeconds : 5,
  marker: before?.marker ?? 'done',
  afterwards: before && !before.moveTo ? 'delete' : 'move',
  moveTo: before?.moveTo ?? '',
  whose: before && before.author === undefined ? 'subdirectory' : 'one',
  author: before?.author,
  authors: before?.authors.map((a) => ({ ...a })) ?? ([] as { subdirectory: string; person?: number }[]),
  quietSeconds: before?.quietSeconds ?? 30,
})
if (!form.authors.length) form.authors.push({ subdirectory: '', person: undefined })
const everybody = computed(() => people.value.value?.people.filter((p) => p.active) ?? [])
const { busy, problem, act } = useAct(() => undefined)
async function save() {
  const body: Schemas['DirectoryForm'] = {
    folder: props.folder.id,
    path: form.path.trim(),
    everySeconds: form.everySeconds,
    restSeconds: form.restSeconds,
    marker: form.complete === 'marker' ? form.marker.trim() : undefined,
    moveTo: form.afterwards === 'move' ? form.moveTo.trim() : undefined,
    author: form.whose === 'one' ? form.author : undefined,
    authors:
      form.whose === 'one'
        ? []
        : form.authors.flatMap((a) =>
            a.subdirectory.trim() && a.person ? [{ subdirectory: a.subdirectory.trim(), person: a.person }] : [],
          ),
    quietSeconds: form.quietSeconds,
    switchedOn: before?.switchedOn ?? true,
    version: before?.version ?? 0,
  }
  const done = await act(() =>
    props.directory
      ? data(api.PUT('/api/directories/{id}', { params: { path: { id: props.directory.id } }, body }))
      : data(api.POST('/api/projects/{project}/directories', { params: { path: { project } }, body })),
  )
  if (done) emit('saved')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="directory" aria-label="A directory of the server" @submit.prevent="save">
    <p v-if="!below.length" class="warning">
      No directory of this machine was allowed when Pervius was started. Start it with
      <span class="mono">--directories-below /srv/in</span> first.
    </p>
    <p v-else class="quiet">
      Files that are put into a directory of the server come into this folder as if they had been dropped here. It lies below
      <span v-for="(b, i) in below" :key="b"
        >{{ i ? ' or ' : '' }}<span class="mono">{{ b }}</span></span
      >.
    </p>
    <Trouble :problem="problem" />
    <div class="fields">
      <label class="field wide"
        ><span>Directory on the server</span
        ><input v-model="form.path" class="text mono" required maxlength="1000" placeholder="/srv/in/site" data-test="directory-path"
      /></label>
      <label class="field"
        ><span>Looked at every … seconds</span
        ><input v-model.number="form.everySeconds" class="text" type="number" min="1" max="86400" required /><small
          >at once where the file system says that something came</small
        ></label
      >
      <label class="field"
        ><span>A file is complete</span>
        <select v-model="form.complete" class="text" data-test="directory-complete">
          <option value="rest">when it has not changed for a while</option>
          <option value="marker">when a marker lies beside it</option>
        </select></label
      >
      <label v-if="form.complete === 'rest'" class="field"
        ><span>Unchanged for … seconds</span
        ><input v-model.number="form.restSeconds" class="text" type="number" min="0" max="3600" required
      /></label>
      <label v-else class="field"
        ><span>Ending of the marker</span
        ><input v-model="form.marker" class="text mono" required maxlength="20" pattern="[A-Za-z0-9]{1,20}" /><small
          >plan.pdf is complete once plan.pdf.{{ form.marker || 'done' }} is there</small
        ></label
      >
      <label class="field"
        ><span>Then the file is</span>
        <select v-model="form.afterwards" class="text" data-test="directory-afterwards">
          <option value="move">moved to another directory</option>
          <option value="delete">deleted there</option>
        </select></label
      >
      <label v-if="form.afterwards === 'move'" class="field wide"
        ><span>Moved to</span><input v-model="form.moveTo" class="text mono" required maxlength="1000" placeholder="/srv/in/taken"
      /></label>
      <label class="field"
        ><span>Whose the files are</span>
        <select v-model="form.whose" class="text" data-test="directory-whose">
          <option value="one">always the same person’s</option>
          <option value="subdirectory">said by the subdirectory</option>
        </select></label
      >
      <label v-if="form.whose === 'one'" class="field"
        ><span>Author</span>
        <select v-model="form.author" class="text" required data-test="directory-author">
          <option :value="undefined" disabled>choose a person</option>
          <option v-for="p in everybody" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select></label
      >
      <label class="field"
        ><span>Handed in after … quiet seconds</span
        ><input v-model.number="form.quietSeconds" class="text" type="number" min="1" max="540" required /><small
          >what comes within that time is one submission</small
        ></label
      >
    </div>
    <fieldset v-if="form.whose === 'subdirectory'">
      <legend>Author of each subdirectory</legend>
      <div v-for="(a, i) in form.authors" :key="i" class="row">
        <input v-model="a.subdirectory" class="text mono" maxlength="255" :aria-label="`Subdirectory ${i + 1}`" placeholder="name" />
        <select v-model="a.person" class="text" :aria-label="`Author of subdirectory ${i + 1}`">
          <option :value="undefined" disabled>choose a person</option>
          <option v-for="p in everybody" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select>
        <button class="act bare" type="button" @click="form.authors.splice(i, 1)">Leave it out</button>
      </div>
      <button class="act" type="button" @click="form.authors.push({ subdirectory: '', person: undefined })">Another subdirectory</button>
    </fieldset>
    <p class="row">
      <button class="act first" type="submit" :disabled="busy || !below.length" data-test="directory-save">
        {{ directory ? 'Save' : 'Take files from it' }}</button><button class="act" type="button" @click="emit('cancel')">Leave it</button>
    </p>
  </form>
</template>

<style scoped>
.directory {
  display: grid;
  gap: 8px;
  padding: 6px 0;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 8px 14px;
  align-items: start;
}
.wide {
  grid-column: span 2;
}
.warning {
  color: var(--attention);
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  justify-items: start;
}
legend {
  font-size: 12px;
  color: var(--ink-2);
}
small {
  white-space: normal;
}
@media (max-width: 700px) {
  .wide {
    grid-column: auto;
  }
}
</style>
