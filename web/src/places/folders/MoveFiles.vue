<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Folder, type Schemas } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Files of this folder moved or copied into another, where the rules that stand there take them as moved or copied in. */
const props = defineProps<{ folder: Folder; files: Schemas['FileRow'][]; folders: Folder[] }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const chosen = ref<number[]>([])
const into = ref<number>()
const targets = computed(() =>
  props.folders.filter((f) => f.id !== props.folder.id && f.state === 'WORK_IN_PROGRESS' && f.parent !== undefined),
)
const onItsWay = (row: Schemas['FileRow']) => !!row.passage && row.passage.at.state !== 'DONE'
const mayMove = computed(() => !props.files.some((f) => chosen.value.includes(f.file.id) && onItsWay(f)))
const { busy, problem, act } = useAct()

async function carry(how: 'MOVE' | 'COPY') {
  if (
    await act(() =>
      data(
        api.POST('/api/folders/{folder}/arrivals', { params: { path: { folder: must(into.value) } }, body: { files: chosen.value, how } }),
      ),
    )
  )
    emit('done')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel" aria-label="Move or copy files" @submit.prevent="carry('COPY')">
    <p class="lead">
      <strong>Move or copy files</strong>
      <button class="act bare" type="button" @click="chosen = chosen.length === files.length ? [] : files.map((f) => f.file.id)">
        {{ chosen.length === files.length ? 'choose none' : 'choose all shown' }}
      </button>
    </p>
    <ul>
      <li v-for="row in files" :key="row.file.id">
        <label
          ><input v-model="chosen" type="checkbox" :value="row.file.id" /> {{ row.file.name }}
          <span v-if="onItsWay(row)" class="quiet">on its way: can be copied, not moved</span></label
        >
      </li>
    </ul>
    <Trouble :problem="problem" />
    <p class="row foot">
      <label class="field"
        ><span>Into</span
        ><select v-model="into" class="text" required data-test="into">
          <option :value="undefined">choose a folder</option>
          <option v-for="f in targets" :key="f.id" :value="f.id">{{ f.path }}</option>
        </select></label
      >
      <button class="act first" type="button" :disabled="busy || !chosen.length || !into || !mayMove" @click="carry('MOVE')">
        Move {{ count(chosen.length, 'file') }}
      </button>
      <button class="act" type="submit" :disabled="busy || !chosen.length || !into">Copy</button
      ><button class="act" type="button" @click="emit('cancel')">Not now</button>
      <span class="quiet">What is moved leaves a trace here. Rules that stand there take it as moved or copied in.</span>
    </p>
  </form>
</template>

<style scoped>
.lead {
  padding: 6px 10px;
}
ul {
  max-height: 200px;
  overflow: auto;
  padding: 0 10px 6px;
}
.foot {
  padding: 6px 10px;
  border-top: 1px solid var(--line);
  align-items: end;
}
</style>
