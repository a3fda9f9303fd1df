<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useKeys } from '../keys'
import { useSession } from '../session'
import { howMany, useFinding } from './finding'

/** How many of each kind are shown at once. */
const SHOWN = 6
const session = useSession()
const router = useRouter()
const open = ref(false)
const at = ref(0)
const field = useTemplateRef<HTMLInputElement>('field')
const { text, answered, found, ask } = useFinding(() => session.project?.id, SHOWN)
watch(text, () => (at.value = 0))

/** Goes to what is marked, once it is what was typed that is found. */
async function enter() {
  if (answered.value !== text.value) await ask()
  if (answered.value === text.value) go(at.value)
}
useKeys([{ key: '/', says: 'Find anything by number or word', does: () => field.value?.focus() }])

const all = computed(() => (answered.value.trim() ? `/find?text=${encodeURIComponent(answered.value)}` : undefined))
const groups = computed(() => found.value.value ?? [])
const places = computed(() => [...groups.value.flatMap((g) => g.hits.map((h) => h.place)), ...(groups.value.length ? [all.value] : [])])
/** The place in the list of the first of a kind. */
const firstOf = (kind: number) => groups.value.slice(0, kind).reduce((n, g) => n + g.hits.length, 0)

function go(i: number) {
  const place = places.value[i]
  if (!place) return
  open.value = false
  field.value?.blur()
  void router.push(place)
}

function move(by: number) {
  const many = places.value.length
  if (many) at.value = (at.value + by + many) % many
}
</script>

<template>
  <div class="find" @focusin="open = true" @focusout="open = false">
    <input
      ref="field"
      v-model="text"
      class="text"
      type="search"
      placeholder="Find a number, a title, a file, a person"
      aria-label="Find"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter="enter"
      @keydown.esc="field?.blur()"
    />
    <span v-if="!text" class="key" aria-hidden="true">/</span>
    <div v-if="open && text.trim()" class="hits panel">
      <p v-if="found.problem.value" class="error pad">{{ found.problem.value.message }}</p>
      <p v-else-if="answered === text && !groups.length" class="pad">
        Nothing has “{{ text }}” in its number, its title or any name it ever had.
      </p>
      <template v-else>
        <section v-for="(g, k) in groups" :key="g.kind">
          <h3>{{ howMany(g) }}</h3>
          <ul>
            <li v-for="(hit, i) in g.hits" :key="i">
              <button type="button" :class="{ here: firstOf(k) + i === at }" @mousedown.prevent="go(firstOf(k) + i)">
                <span v-if="hit.number" class="mono number">{{ hit.number }} {{ hit.revision ?? '' }}</span
                ><span class="clip grow">{{ hit.what }}</span
                ><span class="quiet clip more">{{ hit.more }}</span>
              </button>
            </li>
          </ul>
        </section>
        <button
          v-if="groups.length"
          type="button"
          class="all"
          :class="{ here: at === places.length - 1 }"
          @mousedown.prevent="go(places.length - 1)"
        >
          Show all that was found
        </button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  flex: 1;
  max-width: 420px;
}
.find > .key {
  position: absolute;
  right: 8px;
  top: 6px;
  color: var(--quiet);
  pointer-events: none;
}
.hits {
  position: absolute;
  top: calc(100% + 4px);
  left: 0;
  width: 720px;
  max-width: 80vw;
  max-height: 66vh;
  overflow: auto;
  z-index: 20;
  box-shadow: 0 6px 24px #0004;
}
.pad {
  padding: 8px 10px;
}
h3 {
  padding: 5px 10px 1px;
  color: var(--quiet);
  font-weight: 560;
}
button {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  border: 0;
  background: none;
  padding: 3px 10px;
  text-align: left;
  cursor: pointer;
}
button.here,
button:hover {
  background: var(--main-soft);
}
.all {
  color: var(--main);
  padding: 7px 10px;
  border-top: 1px solid var(--line);
}
.number {
  min-width: 172px;
}
.more {
  max-width: 45%;
}
</style>
