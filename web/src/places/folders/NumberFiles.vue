<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Numbers for files that lie in a folder already: what each would get, then doing it. */
const props = defineProps<{ folder: number }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const session = useSession()
const schemes = useLoaded(async () =>
  (await data(api.GET('/api/projects/{project}/schemes', { params: { path: { project: must(session.project).id } } }))).filter(
    (s) => s.form.of === 'DOCUMENTS',
  ),
)
const scheme = ref('')
const values = ref<Record<string, string>>({})
const chosen = ref<Set<number>>()
const numbered = ref<Schemas['FileNumbered'][]>()
const { busy, problem, act } = useAct()
const body = (files: number[]) => ({
  scheme: scheme.value,
  files,
  values: Object.fromEntries(Object.entries(values.value).filter(([, v]) => v)),
})
const preview = useLoaded(() =>
  data(api.POST('/api/folders/{id}/numbering/preview', { params: { path: { id: props.folder } }, body: body([]) })),
)

onMounted(async () => {
  await schemes.load()
  scheme.value = schemes.value.value?.[0]?.key ?? ''
})
watch([scheme, values], () => scheme.value && void preview.load())
const rows = computed(() => numbered.value ?? preview.value.value ?? [])
const able = computed(() => rows.value.filter((r) => r.newName))
const picked = computed(() => able.value.filter((r) => chosen.value?.has(r.file) ?? true))
const needs = computed(() => schemes.value.value?.find((s) => s.key === scheme.value)?.needs ?? [])

function turn(file: number) {
  const now = new Set(chosen.value ?? able.value.map((r) => r.file))
  if (!now.delete(file)) now.add(file)
  chosen.value = now
}

const number = () =>
  act(async () => {
    numbered.value = await data(
      api.POST('/api/folders/{id}/numbering', { params: { path: { id: props.folder } }, body: body(picked.value.map((r) => r.file)) }),
    )
    emit('done')
  })
</script>

<template>
  <div v-escape="() => emit('cancel')" class="panel numbering" role="group" aria-label="Number the files here">
    <p>
      Each document gets a number in front of its name, so that it is recognised when it is sent. What has a number keeps it; the old name
      is kept in the history and found by search.
    </p>
    <div class="row">
      <label v-if="(schemes.value.value?.length ?? 0) > 1" class="field"
        ><span>Scheme</span
        ><select v-model="scheme" class="text">
          <option v-for="s in schemes.value.value" :key="s.key" :value="s.key">{{ s.form.name }}</option>
        </select></label
      >
      <FieldInputs v-model="values" :keys="needs" optional />
      <button class="act" type="button" @click="emit('cancel')">Close</button>
    </div>
    <Trouble :problem="problem ?? preview.problem.value ?? schemes.problem.value" />
    <p v-if="preview.loading.value" class="quiet" role="status">Looking what each would get …</p>
    <div v-if="rows.length" class="scroll">
      <table class="dense">
        <thead>
          <tr>
            <th />
            <th>File</th>
            <th>Number</th>
            <th>Called afterwards</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.file">
            <td>
              <input
                v-if="r.newName && !numbered"
                type="checkbox"
                :checked="chosen?.has(r.file) ?? true"
                :aria-label="`Number ${r.name}`"
                @change="turn(r.file)"
              />
            </td>
            <td class="clip" :title="r.name">{{ r.name }}</td>
            <td><Num v-if="r.number" :number="r.number" /></td>
            <td class="clip" :title="r.newName ?? r.why">
              <span v-if="r.newName" class="mono">{{ r.newName }}</span><span v-else class="quiet">{{ r.why }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="preview.value.value" class="quiet">No file lies here.</p>
    <p v-if="numbered" class="note good" role="status">
      Done: {{ able.length }} {{ able.length === 1 ? 'file has' : 'files have' }} a number.
    </p>
    <div v-else class="row">
      <button class="act first" type="button" :disabled="busy || !picked.length" data-test="number-files" @click="number">
        {{
          picked.length === 0
            ? 'No file here can be numbered'
            : picked.length === 1
              ? 'Number this file'
              : `Number these ${picked.length} files`
        }}
      </button>
      <span class="quiet">Shown, not promised; given numbers cannot be taken back, only voided.</span>
    </div>
  </div>
</template>

<style scoped>
.numbering {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.row {
  align-items: end;
  flex-wrap: wrap;
}
.scroll {
  max-height: 300px;
  overflow: auto;
}
.clip {
  max-width: 320px;
}
</style>
