<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded, usePaged } from '../../load'
import OneOf from '../../parts/OneOf.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import ReviewTable from './ReviewTable.vue'
import TurnaroundPlots from './TurnaroundPlots.vue'
import { must } from '../../parts/must'

type Which = 'OPEN' | 'LATE' | 'CLOSED' | 'ALL'
const CHOICES: { key: Which; word: string }[] = [
  { key: 'OPEN', word: 'Open' },
  { key: 'LATE', word: 'Late' },
  { key: 'CLOSED', word: 'Closed' },
  { key: 'ALL', word: 'All' },
]
const session = useSession()
const route = useRoute()
const router = useRouter()
const project = must(session.project).id
const path = { params: { path: { project } } }
const which = computed<Which>(() => CHOICES.find((c) => c.key === route.query.which)?.key ?? 'OPEN')
const plots = computed(() => route.query.which === 'TURNAROUND')
const filter = computed(() => ({
  which: which.value,
  route: (route.query.route as string) || undefined,
  person: Number(route.query.person) || undefined,
  firm: Number(route.query.firm) || undefined,
  cycleFrom: Number(route.query.cycle) || undefined,
  order: (route.query.order === 'NEWEST' ? 'NEWEST' : 'DUE') as 'DUE' | 'NEWEST',
}))
const ask = (after?: string) =>
  data(api.GET('/api/projects/{project}/reviews', { params: { path: { project }, query: { ...filter.value, after } } }))
const list = usePaged(ask, (page) => page)
const { rows, hasMore, problem } = list
const routes = useLoaded(() => data(api.GET('/api/projects/{project}/routes', path)))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', path)))
const table = computed(
  () =>
    `/api/projects/${project}/reviews/table?` +
    new URLSearchParams(Object.entries(filter.value).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]]))).toString(),
)

const begin = () => void (plots.value || list.begin())
onMounted(() => {
  begin()
  void routes.load()
  void people.load()
})
watch(filter, begin)
whenChanged(['REVIEW', 'PASSAGE'], () => (plots.value ? undefined : list.load()), 500)

function set(key: string, event: Event) {
  void router.replace({ query: { ...route.query, [key]: (event.target as HTMLSelectElement).value || undefined } })
}
</script>

<template>
  <div class="reviews">
    <header>
      <h1>Reviews</h1>
      <OneOf
        :model-value="plots ? 'TURNAROUND' : which"
        :choices="[...CHOICES, { key: 'TURNAROUND', word: 'Turnaround' }]"
        name="Which reviews"
        @update:model-value="(w) => router.push({ query: w === 'TURNAROUND' ? { which: w } : { ...route.query, which: w } })"
      />
      <template v-if="!plots">
        <select class="text" aria-label="Route" :value="filter.route ?? ''" @change="set('route', $event)">
          <option value="">every route</option>
          <option v-for="r in routes.value.value" :key="r.key" :value="r.key">{{ r.name }}</option>
        </select>
        <select class="text" aria-label="With whom" :value="filter.person ?? ''" @change="set('person', $event)">
          <option value="">with anybody</option>
          <option v-for="p in people.value.value?.people" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select>
        <select class="text" aria-label="From which firm" :value="filter.firm ?? ''" @change="set('firm', $event)">
          <option value="">from every firm</option>
          <option v-for="f in people.value.value?.firms" :key="f.id" :value="f.id">{{ f.code }}</option>
        </select>
        <select class="text" aria-label="Cycle" :value="filter.cycleFrom ?? ''" @change="set('cycle', $event)">
          <option value="">every cycle</option>
          <option value="2">cycle 2 and later</option>
          <option value="3">cycle 3 and later</option>
        </select>
        <select
          class="text"
          aria-label="Order"
          :value="filter.order"
          :disabled="which === 'CLOSED' || which === 'ALL'"
          @change="set('order', $event)"
        >
          <option value="DUE">late first</option>
          <option value="NEWEST">newest first</option>
        </select>
        <span class="end row"
          ><a class="act" :href="`${table}&format=XLSX`">XLSX</a><a class="act" :href="`${table}&format=CSV`">CSV</a></span
        >
      </template>
    </header>
    <TurnaroundPlots v-if="plots" />
    <template v-else>
      <Trouble :problem="problem" :again="list.load" />
      <div class="scroll">
        <ReviewTable v-if="rows.length" :rows="rows" @changed="list.load" />
        <p v-else-if="list.first.value" class="empty">
          <strong>No reviews here.</strong><template v-if="which === 'LATE'">Nobody is late.</template
          ><template v-else
            >A review appears here when files arrive at station Review: with whom it is, until when, and what came of it.</template
          >
        </p>
        <p v-else-if="!problem" class="quiet" role="status">Asking for the reviews …</p>
        <button v-if="hasMore" class="act" type="button" @click="list.more">Show more</button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.reviews {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
}
header select {
  width: auto;
  max-width: 116px;
}
.end {
  margin-left: auto;
  gap: 4px;
}
.scroll {
  --stick: 0px;
  overflow: auto;
  flex: 1;
}
</style>
