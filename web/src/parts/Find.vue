<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data } from '../api/client'
import { useKeys } from '../keys'
import { useLoaded } from '../load'
import { useSession } from '../session'
import StationStrip from './StationStrip.vue'

const session = useSession()
const router = useRouter()
const text = ref('')
const open = ref(false)
const at = ref(0)
const field = useTemplateRef<HTMLInputElement>('field')
const documents = useLoaded(() =>
  data(api.GET('/api/projects/{project}/documents-found', { params: { path: { project: session.project!.id }, query: { text: text.value } } })))
const found = useLoaded(() =>
  data(api.GET('/api/projects/{project}/found', { params: { path: { project: session.project!.id }, query: { text: text.value } } })))

/** The text that what is shown was found for. */
const answered = ref('')
let timer: ReturnType<typeof setTimeout> | undefined
watch(text, () => {
  clearTimeout(timer)
  at.value = 0
  timer = setTimeout(() => void ask(), 150)
})

async function ask() {
  clearTimeout(timer)
  const asked = text.value
  if (!asked.trim()) return
  await Promise.all([found.load(), documents.load()])
  if (asked === text.value) answered.value = asked
}

/** Goes to what is marked, once it is what was typed that is found. */
async function enter() {
  if (answered.value !== text.value) await ask()
  if (answered.value === text.value) go(at.value)
}
useKeys([{ key: '/', says: 'Find anything by number or word', does: () => field.value?.focus() }])

/** Documents that nothing has come for, or that were numbered later, stand above the passages. */
const places = computed(() => [...(documents.value.value ?? []).map((d) => `/documents/${d.id}`), ...(found.value.value ?? []).map((h) => `/passages/${h.passage.id}`)])
const before = computed(() => documents.value.value?.length ?? 0)

function go(i: number) {
  const place = places.value[i]
  if (!place) return
  open.value = false
  field.value?.blur()
  void router.push(place)
}

function move(by: number) {
  const all = places.value.length
  if (all) at.value = (at.value + by + all) % all
}
</script>

<template>
  <div class="find" @focusin="open = true" @focusout="open = false">
    <input ref="field" v-model="text" class="text" type="search" placeholder="Find a number, a title, a file name" aria-label="Find"
      @keydown.down.prevent="move(1)" @keydown.up.prevent="move(-1)" @keydown.enter="enter" @keydown.esc="field?.blur()">
    <span class="key" aria-hidden="true">/</span>
    <div v-if="open && text.trim()" class="hits panel">
      <p v-if="found.problem.value" class="error pad">{{ found.problem.value.message }}</p>
      <p v-else-if="found.value.value && documents.value.value && !places.length" class="pad">Nothing has “{{ text }}” in its number, its title or any name it ever had.</p>
      <ul v-else>
        <li v-for="(doc, i) in documents.value.value" :key="`d${doc.id}`">
          <button type="button" :class="{ here: i === at }" @mousedown.prevent="go(i)">
            <span class="mono number">{{ doc.number }}</span><span class="clip grow">{{ doc.title }} <span class="quiet">{{ doc.ownReference }}</span></span><span class="quiet">{{ doc.latest ? `document, ${doc.latest}` : 'taken, not come' }}</span>
          </button>
        </li>
        <li v-for="(hit, i) in found.value.value" :key="hit.passage.id">
          <button type="button" :class="{ here: i + before === at }" @mousedown.prevent="go(i + before)">
            <span class="mono number">{{ hit.passage.number ?? '' }} {{ hit.passage.revision ?? '' }}</span>
            <span class="clip grow">{{ hit.passage.title }} <span class="quiet">{{ hit.passage.originalName }}</span></span>
            <StationStrip :passage="hit.passage" />
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.find { position: relative; flex: 1; max-width: 420px; }
.find > .key { position: absolute; right: 8px; top: 6px; color: var(--quiet); }
.hits { position: absolute; top: calc(100% + 4px); left: 0; width: 640px; max-width: 80vw; max-height: 60vh; overflow: auto; z-index: 20; box-shadow: 0 6px 24px #0004; }
.pad { padding: 8px 10px; }
button { display: flex; gap: 10px; align-items: center; width: 100%; border: 0; background: none; padding: 4px 10px; text-align: left; cursor: pointer; }
button.here, button:hover { background: var(--main-soft); }
.number { width: 172px; }
</style>
