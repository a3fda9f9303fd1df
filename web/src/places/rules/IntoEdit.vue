<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { USUAL_NAME } from './choices'
import { must } from '../../parts/must'
import type { Insertable } from './example'
import PartsToClick from './PartsToClick.vue'

/** The path below a folder and the name that files get there, as patterns, with what they give for the documents that came last. */
const into = defineModel<Schemas['IntoForm']>({ required: true })
const props = defineProps<{ label: string; folder: string; status: string; numbered: boolean; parts?: Insertable[]; beside?: boolean }>()
/** `put`: a part of the example is put in, so that it has to be read. */
const emit = defineEmits<{ put: [text: string] }>()
const aimed = ref<'path' | 'name'>('path')
const fields = { path: useTemplateRef<HTMLInputElement>('pathField'), name: useTemplateRef<HTMLInputElement>('nameField') }
/** Puts a part in where the cursor is, in the field that was written in last. */
function put(text: string) {
  // Folders between make a path, never a name.
  const which = text === '{below}' ? 'path' : aimed.value
  if (which === 'path') withPath.value = true
  const field = fields[which].value
  const now = which === 'path' ? into.value.path : name.value
  const at = field?.selectionStart ?? now.length
  into.value = { ...into.value, [which]: now.slice(0, at) + text + now.slice(field?.selectionEnd ?? at) }
  emit('put', text)
  void nextTick(() => {
    fields[which].value?.focus()
    fields[which].value?.setSelectionRange(at + text.length, at + text.length)
  })
}
const session = useSession()
const text = (event: Event) => (event.target as HTMLInputElement).value
const withPath = ref(into.value.path !== '')
/** What has no number keeps its name unless something else is said. */
const usual = computed(() => (props.numbered ? USUAL_NAME : '{name}'))
const name = computed(() => (into.value.name === USUAL_NAME ? usual.value : into.value.name))
const said = computed(() => into.value.path.trim() !== '' || into.value.name !== USUAL_NAME)
const tried = useLoaded(() =>
  data(
    api.POST('/api/projects/{project}/patterns/place-trials', {
      params: { path: { project: must(session.project).id } },
      body: { path: into.value.path, name: name.value, status: props.status, beside: !!props.beside },
    }),
  ),
)
const PAUSE = 250
let pause: ReturnType<typeof setTimeout> | undefined
watch(
  [() => into.value.path, name, () => props.status],
  () => {
    clearTimeout(pause)
    if (said.value) pause = setTimeout(() => void tried.load(), PAUSE)
  },
  { immediate: true },
)
</script>

<template>
  <div class="into">
    <button v-if="!withPath" class="act bare" type="button" @click="withPath = true">into a folder below it, by fields</button>
    <label v-else class="field"
      ><span>Into a folder below it</span
      ><input
        ref="pathField"
        :value="into.path"
        class="text mono"
        maxlength="500"
        placeholder="{discipline}/{type}"
        :aria-label="`Path below the folder for ${label}`"
        @focus="aimed = 'path'"
        @input="into = { ...into, path: text($event) }"
    /></label>
    <p v-for="f in tried.value.value?.pathFaults" :key="f.message" class="error">At character {{ f.position + 1 }}: {{ f.message }}.</p>
    <label class="field"
      ><span>Files are called</span
      ><input
        ref="nameField"
        :value="name"
        class="text mono"
        maxlength="500"
        :placeholder="usual"
        :aria-label="`Name of files placed for ${label}`"
        @focus="aimed = 'name'"
        @input="into = { ...into, name: text($event) }"
    /></label>
    <p v-for="f in tried.value.value?.nameFaults" :key="f.message" class="error">At character {{ f.position + 1 }}: {{ f.message }}.</p>
    <PartsToClick :parts="parts ?? []" :numbered="numbered" :beside="beside" @put="put" />
    <Trouble :problem="tried.problem.value" :again="tried.load" />
    <ul v-if="said && !beside && tried.value.value?.made.length" :aria-label="`What it comes to for ${label}`">
      <li v-for="m in tried.value.value?.made" :key="m.document">
        <span v-if="m.reason" class="attention"
          ><span class="mono">{{ m.document }}</span
          >: {{ m.reason }}</span
        ><template v-else
          >{{ [folder, ...m.folders].join(' / ') }} / <strong class="mono">{{ m.name }}</strong></template
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.into {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  min-width: 0;
}
strong {
  white-space: normal;
  overflow-wrap: anywhere;
}
.into button {
  justify-self: start;
}
ul {
  font-size: 12px;
  display: grid;
  gap: 2px;
  overflow-wrap: anywhere;
  align-content: start;
}
.attention {
  color: var(--attention);
}
.error {
  font-size: 12px;
}
</style>
