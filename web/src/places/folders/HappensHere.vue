<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '../../api/client'
import { useSession } from '../../session'

/** What happens to a file put into a folder: for each rule an upright strip, a line for each station. */
defineProps<{ rules: Schemas['RuleInWords'][]; untaken?: string; folder: number; ruling: boolean }>()
const emit = defineEmits<{ ruling: [] }>()
const session = useSession()
/** The lines that are opened in full. */
const opened = ref(new Set<string>())
const turn = (key: string) => (opened.value.has(key) ? opened.value.delete(key) : opened.value.add(key))
const STATIONS = [
  { key: 'which', word: 'Arrive' },
  { key: 'identify', word: 'Identify' },
  { key: 'number', word: 'Number' },
  { key: 'prepare', word: 'Prepare' },
  { key: 'review', word: 'Review' },
  { key: 'issue', word: 'Issue' },
  { key: 'tell', word: 'Tell' },
] as const
const lines = (rule: Schemas['RuleInWords']) =>
  STATIONS.map((s) => ({ ...s, text: rule.says[s.key].join(' '), word: rule.watches && s.key === 'issue' ? 'Copy' : s.word })).filter(
    (s) => s.text,
  )
</script>

<template>
  <section class="here" aria-label="What happens here">
    <h2>
      What happens here
      <button v-if="session.controls" class="act bare" type="button" :aria-expanded="ruling" @click="emit('ruling')">
        other rules here too
      </button>
    </h2>
    <div v-for="rule in rules" :key="rule.id" class="rule" :class="{ watches: rule.watches }">
      <h3>
        {{ rule.name }} <span class="quiet">{{ rule.watches ? 'goes beside, ' : '' }}edition {{ rule.edition }}</span>
        <RouterLink
          v-if="session.controls && !rule.watches"
          class="quiet runs"
          :to="{ path: '/passages', query: { which: 'ALL', rule: rule.id, folder } }"
          >its runs here</RouterLink
        >
      </h3>
      <ol>
        <li v-for="line in lines(rule)" :key="line.key" :class="line.key">
          <span class="word">{{ line.word }}</span>
          <button
            type="button"
            class="says"
            :class="{ clip: !opened.has(`${rule.id} ${line.key}`) }"
            :aria-expanded="opened.has(`${rule.id} ${line.key}`)"
            :title="line.text"
            @click="turn(`${rule.id} ${line.key}`)"
          >
            {{ line.text }}
          </button>
        </li>
      </ol>
    </div>
    <p class="quiet">
      {{ untaken ? `Anything else is ${untaken}.` : 'No rule takes files here: they are kept, and what goes beside is said above.' }}
    </p>
  </section>
</template>

<style scoped>
.here {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 3px solid var(--main);
  padding: 7px 12px 8px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
h2 {
  font-size: 13px;
}
h3 {
  font-size: 13px;
  font-weight: 600;
}
h3 .quiet {
  font-weight: 400;
  font-size: 12px;
}
.runs {
  margin-left: 8px;
}
ol {
  border-left: 2px solid var(--line-strong);
  margin: 2px 0 0 4px;
}
li {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr);
  align-items: start;
  position: relative;
  padding-left: 14px;
  min-height: 24px;
  font-size: 12.5px;
}
li::before {
  content: '';
  position: absolute;
  left: -5px;
  top: 7px;
  width: 8px;
  height: 8px;
  background: var(--sheet);
  border: 2px solid var(--line-strong);
}
.word {
  color: var(--quiet);
  font-size: 12px;
  padding-top: 3px;
}
.says {
  border: 0;
  background: none;
  padding: 3px 0;
  min-height: 24px;
  font: inherit;
  text-align: left;
  color: var(--ink-2);
  cursor: pointer;
  display: block;
  max-width: 100%;
}
.review .says,
.issue .says {
  color: var(--ink);
  font-weight: 560;
}
.review::before,
.issue::before {
  background: var(--main);
  border-color: var(--main);
}
</style>
