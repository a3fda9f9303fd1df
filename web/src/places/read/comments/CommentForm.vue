<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { api, data } from '../../../api/client'
import { useAct } from '../../../act'
import { useLoaded } from '../../../load'
import Trouble from '../../../parts/Trouble.vue'
import { useSession } from '../../../session'
import type { Draft } from './drafts'
import { heldBack } from './heldBack'
import { MOST_PICTURES, picturesOf, pictureUrl, sendPicture } from './pictures'
import { lengthOf, scaleBy } from './place'

/** What is being written: the words, who is to answer and by when, and for a length its scale. */
const props = defineProps<{
  passage: number
  project: number
  /** The author's firm: who may not see its work is not offered. */
  firm: number
  busy: boolean
  /** Whether it is read on the other side at once. */
  atOnce: boolean
  /** Whether it stays on the reviewing side for now: nobody else is offered. */
  inside: boolean
  /** Whether whoever writes is on the reviewing side. */
  reviewing: boolean
}>()
const draft = defineModel<Draft>({ required: true })
const emit = defineEmits<{ say: []; drop: []; scale: [perPoint: number] }>()
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.project } } })))
const asking = ref(draft.value.asked !== undefined)
const field = useTemplateRef<HTMLTextAreaElement>('field')
const metres = ref('')

onMounted(async () => {
  await nextTick()
  field.value?.focus()
  if (asking.value) void people.load()
})
watch(asking, (now) => {
  if (now) void people.load()
  else draft.value = { ...draft.value, asked: undefined, due: undefined }
})
const offered = computed(() => {
  const all = people.value.value
  const roles = (all?.roles ?? []).filter((r) => r.may.controls || r.may.seesAll || r.may.seesFirms.includes(props.firm))
  const seeing = new Set(roles.flatMap((r) => r.holders))
  const controlling = new Set(roles.filter((r) => r.may.controls).flatMap((r) => r.holders))
  const deciding = new Set(roles.filter((r) => r.may.decides).flatMap((r) => r.holders))
  const active = (all?.people ?? []).filter((p) => p.active)
  return props.inside
    ? active.filter((p) => controlling.has(p.id) || (deciding.has(p.id) && p.firmId !== props.firm))
    : active.filter((p) => p.firmId === props.firm || seeing.has(p.id))
})
const length = computed(() => (draft.value.place?.shape === 'LENGTH' ? draft.value.place : undefined))
const set = (what: Partial<Draft>) => (draft.value = { ...draft.value, ...what })
const pictures = computed(() => draft.value.pictures ?? [])
const enough = computed(() => !!draft.value.text.trim() || !!length.value || !!pictures.value.length)
const { busy: sending, problem, act } = useAct()
/** Codes that can be made to wait for this: those after which work goes on. */
const codes = computed(() => {
  const all = useSession().projects.find((p) => p.id === props.project)?.decisionCodes ?? []
  return all.some((c) => c.workMayGoOn) ? all.filter((c) => c.workMayGoOn) : all
})
/** What is pasted beside words is a picture of them, such as cells of a sheet: there the words are meant. */
function paste(event: ClipboardEvent) {
  const found = picturesOf(event.clipboardData?.files)
  if (!found.length || event.clipboardData?.getData('text/plain')) return
  event.preventDefault()
  void add(found)
}
function choose(event: Event) {
  const input = event.target as HTMLInputElement
  void add([...(input.files ?? [])])
  input.value = ''
}
const add = (files: File[]) =>
  act(async () => {
    for (const file of files) {
      if (pictures.value.length >= MOST_PICTURES) throw new Error(`A comment has at most ${MOST_PICTURES} pictures.`)
      const id = await sendPicture(props.passage, file)
      set({ pictures: [...pictures.value, id] })
    }
  })
const takeOut = (id: number) => set({ pictures: pictures.value.filter((p) => p !== id) })

function scale() {
  const real = Number(metres.value.replace(',', '.'))
  if (length.value && real > 0) emit('scale', scaleBy(length.value, real))
}
</script>

<template>
  <form class="form" @submit.prevent="emit('say')">
    <p v-if="length" class="quiet">{{ lengthOf(length) }}</p>
    <label v-if="length && length.perPoint === undefined" class="row"
      >It is really
      <input v-model="metres" class="metres" inputmode="decimal" aria-label="Metres it is really long" @change="scale" /> m</label
    >
    <label class="field"
      ><span>{{ length ? 'What about it (may be left out)' : 'What is to be said' }}</span>
      <textarea
        ref="field"
        class="text"
        rows="3"
        maxlength="20000"
        :value="draft.text"
        @input="set({ text: ($event.target as HTMLTextAreaElement).value })"
        @paste="paste"
        @keydown.enter.ctrl.prevent="enough && !sending && emit('say')"
        @keydown.esc.stop="draft.text.trim() ? ($event.target as HTMLElement).blur() : emit('drop')"
      />
    </label>
    <ul v-if="pictures.length" class="pictures" aria-label="Pictures of it">
      <li v-for="(id, i) in pictures" :key="id">
        <img :src="pictureUrl(id)" :alt="`Picture ${i + 1}`" />
        <button class="act bare" type="button" :aria-label="`Take picture ${i + 1} out`" @click="takeOut(id)">×</button>
      </li>
    </ul>
    <span class="row"
      ><label class="act"
        >Picture …<input
          class="hidden-text"
          type="file"
          accept="image/png,image/jpeg"
          multiple
          :disabled="sending"
          @change="choose" /></label
      ><span class="quiet">{{ sending ? 'being sent …' : 'or pasted into the words' }}</span></span
    >
    <Trouble :problem="problem" />
    <label v-if="reviewing" class="row"
      >While it is open it holds back
      <select
        class="text narrow"
        :value="draft.before ?? ''"
        @change="set({ before: Number(($event.target as HTMLSelectElement).value) || undefined })"
      >
        <option value="">no decision</option>
        <option v-for="c in codes" :key="c.digit" :value="c.digit">{{ heldBack(c.digit, codes) }}</option>
      </select></label
    >
    <label class="row"><input v-model="asking" type="checkbox" /> Somebody is to answer</label>
    <template v-if="asking">
      <label class="field"
        ><span>Who</span>
        <select
          class="text"
          required
          :value="draft.asked ?? ''"
          @change="set({ asked: Number(($event.target as HTMLSelectElement).value) || undefined })"
        >
          <option value="">choose</option>
          <option v-for="p in offered" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select></label
      >
      <label class="field"
        ><span>By</span>
        <input
          class="text"
          type="date"
          :value="draft.due ?? ''"
          @input="set({ due: ($event.target as HTMLInputElement).value || undefined })"
      /></label>
    </template>
    <p v-if="atOnce" class="quiet">Everybody who sees this file reads it at once.</p>
    <span class="row"
      ><button class="act first" type="submit" :disabled="busy || sending || !enough" title="Ctrl Enter">
        {{ draft.changes ? 'Change' : 'Say it' }}</button
      ><button class="act" type="button" @click="emit('drop')">Drop it</button></span
    >
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 6px;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.pictures li {
  display: flex;
  align-items: start;
}
.pictures img {
  max-width: 120px;
  max-height: 80px;
  border: 1px solid var(--line);
}
.narrow {
  width: auto;
  min-width: 0;
}
label.act:focus-within {
  outline: 2px solid var(--main);
}
.metres {
  width: 6em;
}
</style>
