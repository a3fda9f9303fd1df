<script setup lang="ts">
import { ref, watch } from 'vue'
import { proof, problemOf, Problem, type Schemas } from '../api/client'
import { useAct } from '../act'
import Trouble from './Trouble.vue'
import { vEscape } from './escape'

/**
 * A list, CSV or XLSX or pasted from a sheet, that is looked at first and taken only when nothing is wrong with it. `path` ends where its
 * last parameter goes; when it changes, what was chosen is looked at again.
 */
const props = defineProps<{
  path: string
  /** The names of its columns; absent for what is no table. */
  columns?: string
  /** The endings of the files that are offered; tables where absent. */
  accept?: string
  what: string
  summary: (answer: never, done: boolean) => string
  take?: string
  pasted?: boolean
}>()
const emit = defineEmits<{ taken: [answer: never]; cancel: [] }>()
defineSlots<{ options?(): unknown; looked?(props: { answer: never }): unknown }>()
const file = ref<Blob & { name?: string }>()
const text = ref('')
const looked = ref<{ faults: Schemas['TableFault'][] }>()
const done = ref('')
const { busy, problem, act } = useAct()

async function send(list: Blob | undefined, look: boolean) {
  const answer = await fetch(`${props.path}look=${look}`, {
    method: 'POST',
    body: list,
    headers: { 'Content-Type': 'application/octet-stream', ...proof() },
  }).catch(() => {
    throw new Problem(0, 'no-connection', 'The server cannot be reached. Nothing was taken; try again in a moment.')
  })
  const body = (await answer.json()) as unknown
  if (!answer.ok) throw problemOf(answer.status, body)
  return body as { faults: Schemas['TableFault'][] }
}

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0]
  input.value = ''
  text.value = ''
  look()
}

function look() {
  looked.value = undefined
  done.value = ''
  const list = file.value
  if (list)
    void act(async () => {
      const answer = await send(list, true)
      // Of one that was changed meanwhile this says nothing.
      if (file.value === list) looked.value = answer
    })
}

let pause: ReturnType<typeof setTimeout> | undefined
watch(text, (now) => {
  clearTimeout(pause)
  if (!now.trim() && (file.value?.name || done.value)) return
  looked.value = undefined
  done.value = ''
  file.value = now.trim() ? new Blob([now]) : undefined
  if (file.value) pause = setTimeout(look, 300)
})
watch(
  () => props.path,
  () => looked.value && look(),
)

const takeIt = () =>
  act(async () => {
    const answer = await send(file.value, false)
    looked.value = undefined
    if (answer.faults.length) {
      looked.value = answer
      return
    }
    done.value = props.summary(answer as never, true)
    text.value = ''
    file.value = undefined
    emit('taken', answer as never)
  })
</script>

<template>
  <div v-escape="() => emit('cancel')" class="panel list" role="group" :aria-label="what">
    <p>
      {{ what }}.
      <template v-if="columns"
        >CSV (UTF-8) or XLSX; the first row names the columns: <span class="mono">{{ columns }}</span>.</template
      >
      It is looked at first; nothing is taken while anything is wrong with it.
    </p>
    <slot name="options" />
    <label v-if="pasted" class="field"
      ><span>Copied from a sheet, with the names of the columns</span
      ><textarea v-model="text" class="text mono" rows="6" spellcheck="false" data-test="pasted"></textarea>
    </label>
    <div class="row">
      <label class="act" :class="{ first: !text.trim() && !looked }"
        >{{ pasted ? 'Or choose a file' : columns ? 'Choose the list' : 'Choose the file'
        }}<input type="file" class="hidden-text" :accept="accept ?? '.csv,.xlsx,text/csv'" data-test="list" @change="pick"
      /></label>
      <span v-if="file?.name" class="mono">{{ file.name }}</span>
      <span v-if="busy" role="status">{{ looked ? 'Taking it …' : 'Looking at it …' }}</span>
      <button class="act end" type="button" @click="emit('cancel')">Close</button>
    </div>
    <Trouble :problem="problem" />
    <p v-if="done" class="note good" role="status">{{ done }}</p>
    <template v-if="looked">
      <template v-if="looked.faults.length">
        <p class="note bad" role="alert">
          Nothing was taken: {{ looked.faults.length === 1 ? 'one thing is' : `${looked.faults.length} things are` }} wrong with it. Put it
          right in the {{ text ? 'text' : 'file and choose it again' }}.
        </p>
        <table class="dense">
          <thead>
            <tr>
              <th>{{ columns ? 'Row' : 'Element' }}</th>
              <th>{{ columns ? 'Column' : 'Kind' }}</th>
              <th>What is wrong</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(f, i) in looked.faults" :key="i">
              <td class="mono">{{ f.row }}</td>
              <td>{{ f.column }}</td>
              <td>{{ f.sentence }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <template v-else>
        <slot name="looked" :answer="looked as never" />
        <div class="row">
          <span>{{ summary(looked as never, false) }} Nothing is wrong with it.</span
          ><button class="act first" type="button" :disabled="busy" data-test="take-list" @click="takeIt">
            {{ take ?? 'Take it over' }}
          </button>
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.end {
  margin-left: auto;
}
label.act {
  cursor: pointer;
}
label.act:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
</style>
