<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { api, data } from '../api/client'
import { useAct } from '../act'
import { useLoaded } from '../load'
import NumberSample from './NumberSample.vue'
import { entryOf, written, type Entry, type Offered } from './startingSet'
import Trouble from './Trouble.vue'

/** What a project begins with: one of the sets that come with Pervius, or a file; and what is otherwise, with the number drawn. */
const entry = defineModel<Entry>({ required: true })
const props = defineProps<{ project: string; firm: string; files?: boolean }>()
const offered = useLoaded(() => data(api.GET('/api/entrance/starting-sets')))
const ofFile = ref<Offered>()
const file = ref<string>()
const chosen = ref('')
const texts = reactive<Record<string, string>>({})
const pattern = ref('')
/** How names of files are read, once somebody says so; until then by what the numbers need. */
const names = ref('')
const { problem, act } = useAct()
const sets = computed(() => [...(offered.value.value ?? []), ...(ofFile.value?.name ? [ofFile.value] : [])])
const set = computed(() => sets.value.find((s) => s.key === chosen.value))
const looked = useLoaded(() => {
  const body = { set: entry.value, project: props.project || 'KWR', firm: props.firm || 'KWB' }
  return data(
    entry.value.file === undefined
      ? api.POST('/api/entrance/starting-sets/looks', { body })
      : api.POST('/api/starting-sets/looks', { body }),
  )
})
/** What would come of it; nothing while something of it is refused. */
const drawn = computed(() => (looked.problem.value ? undefined : looked.value.value))
onMounted(async () => {
  await offered.load()
  chosen.value = offered.value.value?.[0]?.key ?? ''
})
watch(set, (now) => {
  for (const key of Object.keys(texts)) delete texts[key]
  for (const c of now?.codes ?? []) texts[c.field] = written(c.codes)
  pattern.value = now?.pattern ?? ''
  names.value = ''
})
let pause: ReturnType<typeof setTimeout> | undefined
watch([set, texts, pattern, names, () => props.project, () => props.firm], () => {
  if (!set.value) return
  entry.value = entryOf(set.value, set.value === ofFile.value ? file.value : undefined, texts, pattern.value, names.value)
  clearTimeout(pause)
  pause = setTimeout(() => void looked.load(), 200)
})

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const picked = input.files?.[0]
  input.value = ''
  if (picked)
    void act(async () => {
      const text = await picked.text()
      const read = await data(api.POST('/api/starting-sets/files', { body: { file: text } }))
      ofFile.value = read
      if (read.faults.length) return
      file.value = text
      chosen.value = ''
    })
}
</script>

<template>
  <fieldset class="panel sets">
    <legend>What it begins with</legend>
    <Trouble :problem="offered.problem.value ?? problem" :again="offered.problem.value ? offered.load : undefined" />
    <div class="offered">
      <label v-for="s in sets" :key="s.key" class="set"
        ><input v-model="chosen" type="radio" name="starting-set" :value="s.key" /><span
          ><strong>{{ s.name }}</strong> <span class="quiet">{{ s.about }}</span></span
        ></label
      >
    </div>
    <p v-if="files">
      <label class="act"
        >A set as a file<input type="file" class="hidden-text" accept=".yaml,.yml" data-test="set-file" @change="pick"
      /></label>
      <span class="quiet"> such as one written out of another project, under Project</span>
    </p>
    <ul v-if="ofFile?.faults.length" class="error" role="alert">
      <li v-for="(f, i) in ofFile.faults" :key="i">Line {{ f.line }}: {{ f.reason }}</li>
    </ul>
    <template v-if="set">
      <div v-if="set.pattern !== undefined" class="numbers">
        <label class="field"
          ><span>How documents are numbered</span
          ><input v-model="pattern" class="text mono" maxlength="500" spellcheck="false" data-test="set-pattern"
        /></label>
        <NumberSample v-if="drawn?.number.length" :pieces="drawn.number" of="the first number" />
        <p v-if="drawn?.fault" class="error" role="alert">{{ drawn.fault }}</p>
      </div>
      <p v-else class="quiet">Nothing gets a number; files keep their names.</p>
      <label v-if="set.names !== undefined" class="field"
        ><span>How names of files are read</span
        ><input
          class="text mono"
          maxlength="500"
          spellcheck="false"
          data-test="set-names"
          :value="names || (looked.value.value?.names ?? set.names)"
          @input="names = ($event.target as HTMLInputElement).value"
        /><span v-if="drawn?.example" class="quiet"
          >such as <span class="mono">{{ drawn.example }}.pdf</span>; what does not fit is stopped, for you to say what it is</span
        ></label
      >
      <p v-if="looked.problem.value" class="error" role="alert">{{ looked.problem.value.message }}</p>
      <details v-if="set.codes.length">
        <summary>Its codes: {{ set.codes.map((c) => c.label.toLowerCase()).join(', ') }}</summary>
        <div class="codes">
          <label v-for="c in set.codes" :key="c.field" class="field"
            ><span>{{ c.label }}, one a line: the code, then what it means</span
            ><textarea
              v-model="texts[c.field]"
              class="text mono"
              rows="8"
              spellcheck="false"
              :data-test="`set-codes-${c.field}`"
            ></textarea>
          </label>
        </div>
      </details>
    </template>
  </fieldset>
</template>

<style scoped>
.sets {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px;
  margin: 0;
  width: 100%;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 0 6px;
}
.offered {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
  gap: 8px 14px;
}
.set {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
  align-items: start;
}
.numbers {
  display: grid;
  gap: 6px;
  max-width: 640px;
}
.codes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 12px;
  padding-top: 8px;
}
</style>
