<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { meaning, patternOf, taken, type NamePart } from './example'

/** How many names are read beside the pattern. */
const SHOWN = 4
const PAUSE = 250

/** A pattern for names, written, or made by pointing at the parts of an example. */
const pattern = defineModel<string>({ required: true })
/** @prop names real names to read with it; @prop parts the example, taken apart. */
const props = defineProps<{ names: string[]; parts: NamePart[] }>()
const session = useSession()
const project = computed(() => session.project?.id ?? 0)
const fields = computed(() => session.project?.fields ?? [])
/** The parts as they are said here; the example's own until something is said. */
const said = ref<NamePart[]>()
const parts = computed(() => said.value ?? props.parts)
watch(
  () => props.parts,
  () => (said.value = undefined),
)
const tried = useLoaded(() =>
  data(
    api.POST('/api/projects/{project}/patterns/trials', {
      params: { path: { project: project.value } },
      body: { pattern: pattern.value, names: sample.value },
    }),
  ),
)
const sample = computed(() => [...new Set(props.names.filter((n) => n.trim()))].slice(0, SHOWN))
const faults = computed(() => tried.value.value?.faults ?? [])
const proposed = computed(() => patternOf(parts.value))

let pause: ReturnType<typeof setTimeout> | undefined
watch(
  [pattern, sample],
  ([now]) => {
    clearTimeout(pause)
    if (now.trim()) pause = setTimeout(() => void tried.load(), PAUSE)
  },
  { immediate: true },
)

function say(i: number, as: string) {
  said.value = parts.value.map((p, k) => (k === i ? taken(p, as) : p))
  pattern.value = patternOf(said.value)
}
</script>

<template>
  <div class="pattern">
    <label class="field"
      ><span>Names are read as (may stay empty)</span
      ><input v-model="pattern" class="text mono" placeholder="{type}-{discipline}[_{title}]" maxlength="500" data-test="name-pattern"
    /></label>
    <div v-if="parts.length" class="pointing">
      <ol aria-label="The parts of the example" data-help="parts of a name">
        <template v-for="(part, i) in parts" :key="i">
          <li v-if="part.as === 'BETWEEN'" class="mono between">{{ part.text }}</li>
          <li v-else>
            <span class="mono clip" :title="part.text">{{ part.text }}</span>
            <select
              class="text"
              :aria-label="`What ${part.text} is`"
              :value="meaning(part)"
              @change="say(i, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">always so</option>
              <option v-for="f in part.forms" :key="f" :value="`day ${f}`">date {{ f }}</option>
              <option v-for="f in fields" :key="f.key" :value="`field ${f.key}`">{{ f.label }}</option>
              <option value="field title">Title</option>
              <option value="*">read over</option>
            </select>
          </li>
        </template>
      </ol>
      <button v-if="proposed !== pattern" type="button" class="act" data-test="take-pattern" @click="pattern = proposed">
        Read names as <span class="mono">{{ proposed }}</span>
      </button>
    </div>
    <Trouble :problem="tried.problem.value" />
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
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  min-width: 0;
}
.pointing {
  display: grid;
  gap: 5px;
  padding: 4px 8px;
  border-left: 2px solid var(--main);
  min-width: 0;
}
.pointing > button {
  justify-self: start;
  white-space: normal;
  text-align: left;
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  min-width: 0;
  align-items: end;
}
ol li {
  display: grid;
  gap: 2px;
  max-width: 170px;
}
ol .between {
  padding-bottom: 5px;
}
ol select {
  width: auto;
  max-width: 170px;
  min-height: 24px;
  font-size: 12px;
  padding: 0 4px;
}
ul {
  display: grid;
  gap: 4px;
  min-width: 0;
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
