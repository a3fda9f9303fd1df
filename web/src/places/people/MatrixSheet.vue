<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import ListUpload from '../../parts/ListUpload.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { cellAt, DUTIES, setCell, type Cell, type Duty } from './matrix'
import { must } from '../../parts/must'

/** The distribution matrix as a sheet: types down, disciplines across, for each duty the roles that have it. */
const props = defineProps<{ roles: Schemas['RoleView'][] }>()
const session = useSession()
const project = must(session.project)
const path = { params: { path: { project: project.id } } }
const matrix = useLoaded(() => data(api.GET('/api/projects/{project}/matrix', path)))
const cells = ref<Cell[]>([])
const duty = ref<Duty>('reviews')
const at = ref<{ type: string; discipline: string }>()
const taking = ref(false)
const { busy, problem, act } = useAct()
onMounted(matrix.load)
whenChanged(['PEOPLE'], () => (changed.value ? undefined : matrix.load()))
watch(matrix.value, (v) => (cells.value = JSON.parse(JSON.stringify(v?.cells ?? [])) as Cell[]))
const changed = computed(() => JSON.stringify(cells.value) !== JSON.stringify(matrix.value.value?.cells ?? []))
const codes = (key?: string) => [
  { code: '', meaning: 'any' },
  ...(project.fields.find((f) => f.key === key)?.codes.filter((c) => !c.retired) ?? []),
]
const types = computed(() => codes(matrix.value.value?.typeField))
const disciplines = computed(() => codes(matrix.value.value?.disciplineField))
const roleName = (id: number) => props.roles.find((r) => r.id === id)?.name ?? 'gone'
/** What stands in a cell, or else what it takes over from the column or row for any. */
function shown(type: string, discipline: string): { own: boolean; names: string[] } {
  const places = [
    [type, discipline],
    [type, ''],
    ['', discipline],
    ['', ''],
  ] as const
  for (const [i, [t, d]] of places.entries()) {
    const roles = cellAt(cells.value, t, d)[duty.value]
    if (roles.length) return { own: i === 0, names: roles.map(roleName) }
  }
  return { own: true, names: [] }
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/matrix', { ...path, body: { version: must(matrix.value.value).version, cells: cells.value } }),
    )
    await matrix.load()
  })
</script>

<template>
  <section class="sheet">
    <div class="row">
      <div class="row" role="group" aria-label="Duty">
        <button v-for="d in DUTIES" :key="d.duty" class="act" type="button" :aria-pressed="duty === d.duty" @click="duty = d.duty">
          {{ d.word }}
        </button>
      </div>
      <span class="quiet">A cell that says nothing takes over what stands for any. Routes and rules can say “by the matrix”.</span>
      <span class="row end"
        ><a class="act" :href="`/api/projects/${project.id}/matrix/table?format=XLSX`">XLSX</a
        ><a class="act" :href="`/api/projects/${project.id}/matrix/table?format=CSV`">CSV</a>
        <button v-if="session.controls" class="act" type="button" :aria-expanded="taking" :disabled="changed" @click="taking = !taking">
          Take over a sheet
        </button></span
      >
    </div>
    <ListUpload
      v-if="taking"
      :path="`/api/projects/${project.id}/matrix/table?`"
      columns="Type, Discipline, Reviews, Approves, Is told"
      what="A distribution matrix, in the place of the one that stands; several roles with ; between them"
      :summary="(a: Schemas['MatrixTaken']) => `${a.cells} cells say something.`"
      @taken="matrix.load"
      @cancel="taking = false"
    />
    <Trouble :problem="matrix.problem.value ?? problem" :again="matrix.load" />
    <p v-if="!matrix.value.value && !matrix.problem.value" class="quiet" role="status">Asking for the matrix …</p>
    <div v-if="matrix.value.value" class="scroll">
      <table class="dense grid">
        <thead>
          <tr>
            <th class="corner">Type \ Discipline</th>
            <th v-for="d in disciplines" :key="d.code" :title="d.meaning">
              {{ d.code || 'any' }} <span v-if="d.code" class="quiet">{{ d.meaning }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in types" :key="t.code">
            <th scope="row">
              {{ t.code || 'any' }} <span v-if="t.code" class="quiet">{{ t.meaning }}</span>
            </th>
            <td v-for="d in disciplines" :key="d.code" :class="{ open: at?.type === t.code && at.discipline === d.code }">
              <MultiSelect
                v-if="at?.type === t.code && at.discipline === d.code"
                :model-value="cellAt(cells, t.code, d.code)[duty]"
                :options="roles"
                option-label="name"
                option-value="id"
                filter
                :aria-label="`Who ${duty} ${t.code || 'any type'}, ${d.code || 'any discipline'}`"
                placeholder="nobody said"
                @update:model-value="(v: number[]) => (cells = setCell(cells, t.code, d.code, duty, v))"
              />
              <button
                v-else
                type="button"
                :disabled="!session.controls"
                :class="{ taken: !shown(t.code, d.code).own }"
                :title="shown(t.code, d.code).names.join(', ')"
                :aria-label="`${t.code || 'any type'}, ${d.code || 'any discipline'}: ${shown(t.code, d.code).names.join(', ') || 'none'}`"
                @click="at = { type: t.code, discipline: d.code }"
              >
                {{ shown(t.code, d.code).names.join(', ') || '·' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="session.controls" class="row">
      <button class="act first" type="button" :disabled="busy || !changed" data-test="save-matrix" @click="save">Save the matrix</button>
      <button class="act" type="button" :disabled="!changed" @click="matrix.load">Leave it as it was</button
      ><span class="quiet">{{ changed ? 'Not saved yet.' : 'Everything is saved.' }} It counts for steps that begin from then on.</span>
    </div>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 8px;
  align-content: start;
}
.end {
  margin-left: auto;
}
[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
.scroll {
  overflow: auto;
  max-height: 66vh;
}
.grid {
  width: auto;
}
.grid td {
  border: 1px solid var(--line);
  padding: 0;
  min-width: 96px;
  max-width: 126px;
}
.grid td.open {
  min-width: 230px;
}
.grid th[scope='row'] {
  position: sticky;
  left: 0;
  top: auto;
  white-space: nowrap;
}
.corner {
  left: 0;
  z-index: 2;
}
td button {
  width: 100%;
  min-height: 30px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  padding: 2px 6px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
td button:hover:not(:disabled) {
  background: var(--main-soft);
}
td button:disabled {
  color: inherit;
  cursor: default;
}
.taken {
  color: var(--quiet);
  font-style: italic;
}
:deep(.p-multiselect) {
  width: 100%;
}
</style>
