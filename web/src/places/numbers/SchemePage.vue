<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../../api/client'
import ListUpload from '../../parts/ListUpload.vue'
import { day } from '../../say'
import { useSession } from '../../session'
import BeginCounter from './BeginCounter.vue'
import CounterStrip from './CounterStrip.vue'
import LedgerTable from './LedgerTable.vue'
import NumberSample from '../../parts/NumberSample.vue'
import Reservations from './Reservations.vue'
import TakenList from './TakenList.vue'
import { must } from '../../parts/must'

const props = defineProps<{ scheme: Schemas['SchemeView']; firms: Schemas['FirmView'][] }>()
const emit = defineEmits<{ edit: []; changed: [] }>()
const session = useSession()
const open = ref<string>()
const taking = ref(false)
const beginning = ref(false)
const find = ref('')
watch(
  () => props.scheme.key,
  () => {
    open.value = undefined
    taking.value = false
    beginning.value = false
  },
)
const SHOWN = 12
const all = ref(false)
const wanted = computed(() => props.scheme.counters.filter((c) => c.combination.toLowerCase().includes(find.value.trim().toLowerCase())))
const counters = computed(() => (all.value ? wanted.value : wanted.value.slice(0, SHOWN)))
const share = (c: Schemas['CounterView']) => (c.room ? Math.min(100, (c.given / c.room) * 100) : 0)
const soon = (c: Schemas['CounterView']) => c.runsOut !== undefined && new Date(c.runsOut).getTime() - Date.now() < 365 * 86_400_000
const YEARS = 20
const far = (c: Schemas['CounterView']) => c.runsOut !== undefined && new Date(c.runsOut).getFullYear() > new Date().getFullYear() + YEARS
const percent = (n: number) => (n > 0 && n < 1 ? 'under 1 %' : `${Math.round(n)} %`)
</script>

<template>
  <div class="page">
    <section class="panel head">
      <div class="grow sample"><NumberSample :pieces="scheme.sample" :of="scheme.form.name" /></div>
      <div class="side">
        <p>
          <strong>Edition {{ scheme.edition }}</strong> <span class="quiet">for {{ scheme.form.of.toLowerCase() }}</span>
        </p>
        <p class="mono wrap">{{ scheme.form.pattern }}</p>
        <p class="quiet">
          A counter for each
          {{
            scheme.form.countsPer
              .map((k) => session.project?.fields.find((f) => f.key === k)?.label ?? k)
              .join(', ')
              .toLowerCase() || 'scheme'
          }}{{ scheme.form.yearly ? ' and year' : '' }}.
        </p>
        <div v-if="session.controls" class="row">
          <button class="act" type="button" data-test="edit-scheme" @click="emit('edit')">Change the scheme</button>
          <button v-if="scheme.form.of === 'DOCUMENTS'" class="act" type="button" :aria-expanded="taking" @click="taking = !taking">
            Take over a list
          </button>
        </div>
      </div>
    </section>
    <ListUpload
      v-if="taking"
      :path="`/api/projects/${must(session.project).id}/schemes/${scheme.key}/taken-over?`"
      columns="Number, Title, Originator, Revision, Own reference"
      what="Numbers that were given before Pervius"
      :summary="(a: Schemas['TakenOver']) => `${a.rows} numbers, ${a.known} of them taken over before.`"
      @taken="emit('changed')"
      @cancel="taking = false"
    />

    <section class="panel">
      <header>
        <h2>Counters</h2>
        <span class="quiet grow">What comes next is shown, not promised.</span>
        <button
          v-if="session.controls && scheme.sample.length"
          class="act"
          type="button"
          :aria-expanded="beginning"
          data-test="begin-counter"
          @click="beginning = !beginning"
        >
          Where a counter begins
        </button>
        <input
          v-if="scheme.counters.length > SHOWN"
          v-model="find"
          class="text find"
          type="search"
          placeholder="Find a counter"
          aria-label="Find a counter"
        />
      </header>
      <BeginCounter
        v-if="beginning"
        :scheme="scheme"
        :firms="firms"
        @changed="((beginning = false), emit('changed'))"
        @cancel="beginning = false"
      />
      <table v-if="scheme.counters.length" class="dense">
        <thead>
          <tr>
            <th>Counter</th>
            <th>Next</th>
            <th>Given</th>
            <th class="full">How full</th>
            <th>In 90 days</th>
            <th>Full at that pace</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="c in counters" :key="c.combination">
            <tr :class="{ at: open === c.combination }">
              <td>
                <button
                  v-if="session.controls"
                  class="act bare mono"
                  type="button"
                  :aria-expanded="open === c.combination"
                  @click="open = open === c.combination ? undefined : c.combination"
                >
                  {{ c.combination || 'all' }}</button><span v-else class="mono">{{ c.combination || 'all' }}</span>
              </td>
              <td class="mono">
                {{ c.next
                }}<span v-if="c.givenBack" class="quiet" :title="`${c.givenBack} given back, used first`"> +{{ c.givenBack }}</span>
              </td>
              <td>{{ c.given }}</td>
              <td>
                <span class="bar" role="img" :aria-label="percent(share(c))"><i :style="{ width: `${share(c)}%` }" /></span>
                <span class="quiet">{{ percent(share(c)) }} of {{ c.room }}</span>
              </td>
              <td>{{ c.pace }}</td>
              <td :class="{ attention: soon(c) }">
                {{
                  c.runsOut
                    ? soon(c)
                      ? day(c.runsOut)
                      : far(c)
                        ? `not in ${YEARS} years`
                        : `in ${new Date(c.runsOut).getFullYear()}`
                    : 'nothing lately'
                }}
              </td>
            </tr>
            <tr v-if="open === c.combination" class="under">
              <td colspan="6"><CounterStrip :scheme="scheme.key" :counter="c" @changed="emit('changed')" /></td>
            </tr>
          </template>
        </tbody>
      </table>
      <p v-else class="empty"><strong>No counter has begun.</strong>The first number of each combination begins its counter.</p>
      <button v-if="wanted.length > SHOWN && !all" class="act more" type="button" @click="all = true">Show all {{ wanted.length }}</button>
    </section>
    <Reservations :scheme="scheme" :firms="firms" />
    <TakenList v-if="session.controls" :scheme="scheme" />
    <LedgerTable v-if="session.controls" :key="scheme.key" :scheme="scheme.key" />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  min-width: 0;
}
.panel {
  overflow-x: auto;
}
.head {
  display: flex;
  gap: 16px;
  padding: 12px 14px;
  align-items: flex-start;
}
.sample {
  overflow-x: auto;
  min-width: 0;
}
.side {
  display: grid;
  gap: 6px;
  max-width: 360px;
}
.wrap {
  white-space: normal;
  overflow-wrap: anywhere;
}
.full {
  min-width: 240px;
}
.bar {
  margin-right: 8px;
  display: inline-block;
  width: 120px;
  height: 9px;
  border: 1px solid var(--line-strong);
  vertical-align: -1px;
  background: var(--sheet);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--main);
}
.attention {
  color: var(--attention);
  font-weight: 600;
}
.under td {
  padding: 8px 10px;
  background: var(--paper);
}
.more {
  margin: 8px;
}
.find {
  max-width: 180px;
}
</style>
