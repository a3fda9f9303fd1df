<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { guess, pieces, written, type Meaning } from './pieces'

/** How many names are read beside the pattern. */
const SHOWN = 4
const PAUSE = 250

const pattern = defineModel<string>({ required: true })
const session = useSession()
const project = computed(() => session.project?.id ?? 0)
const fields = computed(() => session.project?.fields ?? [])
const names = useLoaded(() => data(api.GET('/api/projects/{project}/names-arrived', { params: { path: { project: project.value } } })))
/** The name whose parts are pointed at. */
const pointedAt = ref<string>()
const meanings = ref<Meaning[]>([])
const parts = computed(() => pieces(pointedAt.value ?? ''))
const tried = useLoaded(() =>
  data(
    api.POST('/api/projects/{project}/patterns/trials', {
      params: { path: { project: project.value } },
      body: { pattern: pattern.value, names: sample.value },
    }),
  ),
)
const sample = computed(() =>
  [...new Set([...(pointedAt.value?.trim() ? [pointedAt.value] : []), ...(names.value.value ?? [])])].slice(0, SHOWN),
)
const faults = computed(() => tried.value.value?.faults ?? [])

onMounted(names.load)
let pause: ReturnType<typeof setTimeout> | undefined
watch(
  [pattern, sample],
  ([now]) => {
    clearTimeout(pause)
    if (now.trim()) pause = setTimeout(() => void tried.load(), PAUSE)
  },
  { immediate: true },
)

function point() {
  pointedAt.value = names.value.value?.[0] ?? 'DR-H_Inlet screen.pdf'
  takeApart()
}

function takeApart() {
  meanings.value = guess(parts.value, fields.value)
  pattern.value = written(parts.value, meanings.value)
}

const said = (i: number) => {
  const meaning = meanings.value[i]
  return meaning?.as === 'field' ? meaning.key : meaning?.as === 'over' ? '*' : ''
}

function say(i: number, value: string) {
  meanings.value[i] = value === '' ? { as: 'itself' } : value === '*' ? { as: 'over' } : { as: 'field', key: value }
  pattern.value = written(parts.value, meanings.value)
}
</script>

<template>
  <div class="pattern">
    <label class="field"
      ><span>Names are read as (may stay empty)</span
      ><input v-model="pattern" class="text mono" placeholder="{type}-{discipline}[_{title}]" maxlength="500"
    /></label>
    <button v-if="pointedAt === undefined" type="button" class="act" @click="point">Point at the parts of a name</button>
    <div v-else class="pointing">
      <label class="field"
        ><span>Its parts</span><input v-model="pointedAt" class="text mono" list="names-arrived" maxlength="255" @input="takeApart"
      /></label>
      <datalist id="names-arrived"><option v-for="name in names.value.value" :key="name" :value="name" /></datalist>
      <ol>
        <template v-for="(part, i) in parts" :key="i">
          <li v-if="!part.between">
            <span class="mono clip" :title="part.text">{{ part.text }}</span>
            <select
              class="text"
              :aria-label="`What ${part.text} is`"
              :value="said(i)"
              @change="say(i, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">always so</option>
              <option v-for="f in fields" :key="f.key" :value="f.key">{{ f.label }}</option>
              <option value="title">Title</option>
              <option value="*">read over</option>
            </select>
          </li>
        </template>
      </ol>
      <button type="button" class="act" @click="pointedAt = undefined">Done</button>
    </div>
    <Trouble :problem="tried.problem.value ?? names.problem.value" />
    <template v-if="pattern.trim() && tried.value.value">
      <p v-for="fault in faults" :key="fault.position + fault.message" class="error" role="alert">
        At character {{ fault.position + 1 }}: {{ fault.message }}.
      </p>
      <p v-if="tried.value.value.twoWays" class="attention">{{ tried.value.value.twoWays }}</p>
      <ul v-if="tried.value.value.names.length" aria-label="Read out of real names">
        <li v-for="name in tried.value.value.names" :key="name.name">
          <span class="mono clip" :title="name.name">{{ name.name }}</span>
          <span v-if="name.misfit" class="quiet"
            >does not fit: {{ name.misfit
            }}<template v-if="name.nearest"
              >; <span class="mono">{{ name.nearest }}</span> would</template
            ></span
          >
          <span v-else class="values"
            ><span v-for="value in name.values" :key="value.key"
              ><small>{{ value.label }}</small> <strong>{{ value.value }}</strong></span
            ></span
          >
        </li>
      </ul>
    </template>
    <small v-else class="quiet">Empty: only a number in the name is looked for.</small>
  </div>
</template>

<style scoped>
.pattern {
  display: grid;
  gap: 6px;
  min-width: 0;
}
.pattern > button {
  justify-self: start;
}
.pointing {
  display: grid;
  gap: 5px;
  padding: 6px 8px;
  border-left: 2px solid var(--main);
  min-width: 0;
}
.pointing > button {
  justify-self: start;
}
ol,
ul {
  display: grid;
  gap: 4px;
  min-width: 0;
}
ol li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 6px;
  align-items: center;
}
ul li {
  display: grid;
  font-size: 12px;
  border-top: 1px solid var(--line);
  padding-top: 3px;
  min-width: 0;
  overflow-wrap: anywhere;
}
.values {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
.attention {
  background: var(--attention-soft);
  padding: 4px 6px;
  font-size: 12px;
}
.error {
  color: var(--stop);
  font-size: 12px;
}
</style>
