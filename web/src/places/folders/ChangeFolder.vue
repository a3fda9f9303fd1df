<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Folder } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ folder: Folder; folders: Folder[] }>()
const emit = defineEmits<{ changed: []; deleted: []; cancel: [] }>()
const name = ref(props.folder.name)
const parent = ref(props.folder.parent)
const sure = ref(false)
const { busy, problem, act } = useAct()

const below = (f: Folder) => f.path === props.folder.path || f.path.startsWith(`${props.folder.path} / `)
/** Where it may go: not below itself, and nowhere other people would see it. */
const targets = computed(() =>
  props.folders.filter(
    (f) => !below(f) && (!f.firm || f.firm === props.folder.firm) && (f.parent === undefined || f.state === props.folder.state),
  ),
)

async function carryOut(call: () => Promise<unknown>, done: () => void) {
  if (await act(call)) done()
  sure.value = false
}

const at = () => ({ path: { id: props.folder.id } })
const rename = () =>
  carryOut(
    () => data(api.PUT('/api/folders/{id}/name', { params: at(), body: { name: name.value, version: props.folder.version } })),
    () => emit('changed'),
  )
const move = () =>
  carryOut(
    () => data(api.PUT('/api/folders/{id}/parent', { params: at(), body: { parent: must(parent.value), version: props.folder.version } })),
    () => emit('changed'),
  )
/** Asked once more where rules would miss it; it then shows on the rules. */
const missed = computed(() => problem.value?.type === 'would-be-missed')
const remove = () =>
  carryOut(
    () =>
      data(api.DELETE('/api/folders/{id}', { params: { ...at(), query: { version: props.folder.version, allTheSame: missed.value } } })),
    () => emit('deleted'),
  )
</script>

<template>
  <div v-escape="() => emit('cancel')" class="panel change" role="group" :aria-label="`Change ${folder.name}`">
    <form class="row" @submit.prevent="rename">
      <label class="field grow"><span>Name</span><input v-model="name" class="text" required maxlength="200" autofocus /></label>
      <button class="act" type="submit" :disabled="busy || !name.trim() || name === folder.name">Rename</button>
    </form>
    <form v-if="folder.parent !== undefined" class="row" @submit.prevent="move">
      <label class="field grow"
        ><span>Lies in</span>
        <select v-model="parent" class="text">
          <option v-for="f in targets" :key="f.id" :value="f.id">{{ f.path || f.name }}</option>
        </select></label
      >
      <button class="act" type="submit" :disabled="busy || parent === folder.parent">Move</button>
    </form>
    <p class="quiet">
      Rules that stand on it go with it, links to it stay. Moved, it is also under the rules of the folders it then lies in.
    </p>
    <div class="row">
      <button v-if="folder.parent !== undefined && !sure" class="act" type="button" :disabled="busy" @click="sure = true">
        Delete the folder
      </button>
      <template v-else-if="sure"
        ><span>Delete “{{ folder.name }}”?</span
        ><button class="act first" type="button" :disabled="busy" @click="remove">
          {{ missed ? 'Delete it all the same' : 'Delete it' }}
        </button>
        <button class="act" type="button" @click="sure = false">Keep it</button></template
      >
      <button class="act end" type="button" @click="emit('cancel')">Done</button>
    </div>
    <Trouble :problem="problem" />
  </div>
</template>

<style scoped>
.change {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.end {
  margin-left: auto;
}
</style>
