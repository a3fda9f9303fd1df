<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { usePaged } from '../../load'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'
import { useSession } from '../../session'
import DeviceSetUp from './DeviceSetUp.vue'
import JobList from './JobList.vue'
import { MM_OF_A_PIXEL, state, trays, type Device } from './devices'
import { useDevices } from './useDevices'

/** The output devices, each drawn as what lies in its trays, and what was released to them. */
const session = useSession()
const route = useRoute()
const project = must(session.project).id
const all = useDevices()
const only = ref<number | undefined>(Number(route.query.device) || undefined)
const administers = computed(() => session.me?.administrator ?? false)
const setting = ref<number>()
const {
  rows: jobs,
  hasMore,
  problem: jobsProblem,
  load,
  more,
} = usePaged(
  (after) => data(api.GET('/api/projects/{project}/device-jobs', { params: { path: { project }, query: { device: only.value, after } } })),
  (answer) => answer,
)
onMounted(load)
whenChanged(['DEVICE'], load, 300)
const { busy, problem, act } = useAct(() => Promise.all([all.load(), load()]))
const test = (d: Device) => act(() => data(api.POST('/api/devices/{id}/test', { params: { path: { id: d.id } } })))
const remove = (d: Device) => act(() => data(api.DELETE('/api/devices/{id}', { params: { path: { id: d.id } } })))
function show(device?: number) {
  only.value = only.value === device ? undefined : device
  void load()
}
async function saved() {
  setting.value = undefined
  await all.load()
}
</script>

<template>
  <div class="place">
    <header>
      <h1>Devices</h1>
      <span class="quiet">Printers and plotters that files are released to, by rules or by hand.</span>
      <span class="grow" />
      <button v-if="administers" class="act" type="button" :aria-expanded="setting === 0" data-test="new-device" @click="setting = 0">
        Set a device up
      </button>
    </header>
    <Trouble :problem="problem ?? all.problem.value" :again="all.load" />
    <DeviceSetUp v-if="setting === 0" @saved="saved" @cancel="setting = undefined" />
    <p v-if="all.value.value && !all.value.value.length" class="empty">
      <strong>No device is set up.</strong>
      {{ administers ? 'Set one up by its address; what it can do is read from it.' : 'Administrators set them up.' }}
    </p>
    <ul class="devices">
      <li v-for="d in all.value.value" :key="d.id" class="panel device" :class="{ off: !d.switchedOn }" :data-test="`device-${d.name}`">
        <div class="head">
          <h2>{{ d.name }}</h2>
          <span class="state" :class="state(d).tone">{{ state(d).word }}</span>
          <span v-if="d.says" class="quiet" :title="exact(d.says.at)">asked {{ ago(d.says.at) }}</span>
        </div>
        <div v-if="trays(d).length" class="trays" role="list" :aria-label="`What lies in ${d.name}`">
          <span
            v-for="t in trays(d)"
            :key="t.paper.key"
            role="listitem"
            class="tray"
            :class="{ loaded: t.loaded }"
            :title="`${t.paper.widthMm} × ${t.paper.heightMm} mm, ${t.loaded ? 'loaded' : 'not loaded'}`"
            ><span
              class="sheet"
              :style="{ width: `${t.paper.heightMm / MM_OF_A_PIXEL}px`, height: `${t.paper.widthMm / MM_OF_A_PIXEL}px` }"
            /><span class="size">{{ t.paper.name }}</span
            ><span class="hidden-text">{{ t.loaded ? ', loaded' : ', not loaded' }}</span></span
          >
        </div>
        <p v-if="d.says?.state" class="quiet can">
          <span v-if="d.says.model">{{ d.says.model }}.</span>
          {{ d.says.colour ? 'Colour' : 'Black' }}, {{ d.says.bothSides ? 'both sides' : 'one side' }},
          {{ d.says.holds ? 'holds jobs' : 'holds no jobs' }}, {{ d.says.reduces ? 'makes pages fit' : 'does not make pages fit' }}.
          <template v-if="!d.forEverybody">Released to by document controllers and rules.</template>
        </p>
        <p v-if="administers" class="mono path quiet">{{ d.address }}</p>
        <p class="row">
          <button class="act" type="button" :aria-pressed="only === d.id" @click="show(d.id)">
            {{ d.open ? `${d.open} on the way` : 'Its jobs' }}
          </button>
          <template v-if="administers">
            <button class="act" type="button" :disabled="busy" data-test="test-device" @click="test(d)">
              {{ busy ? 'Asking …' : 'Test it' }}
            </button>
            <button class="act bare" type="button" :aria-expanded="setting === d.id" @click="setting = d.id">Change</button>
            <button class="act bare" type="button" :disabled="busy" @click="remove(d)">Remove</button>
          </template>
        </p>
        <DeviceSetUp v-if="setting === d.id" :key="d.version" :device="d" @saved="saved" @cancel="setting = undefined" />
      </li>
    </ul>
    <section class="panel">
      <header class="lead">
        <h2>What was released{{ only ? `: ${all.value.value?.find((d) => d.id === only)?.name ?? ''}` : '' }}</h2>
        <button v-if="only" class="act bare" type="button" @click="show(only)">Show all</button>
        <span v-if="!session.controls" class="quiet">by you</span>
      </header>
      <Trouble :problem="jobsProblem" :again="load" />
      <JobList :jobs="jobs" :devices="all.value.value ?? []" @changed="load" />
      <p v-if="!jobs.length && !jobsProblem" class="quiet none">Nothing yet.</p>
      <button v-if="hasMore" class="act" type="button" @click="more">Show more</button>
    </section>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 12px;
  align-content: start;
  max-width: 1300px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
.devices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 12px;
}
.device {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 10px;
  min-width: 0;
}
.off {
  opacity: 0.75;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
h2 {
  font-size: 15px;
  overflow-wrap: anywhere;
}
.state {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.done {
  color: var(--done);
}
.attention {
  color: var(--attention);
}
.stopped {
  color: var(--stop);
}
.trays {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
}
.tray {
  display: grid;
  justify-items: center;
  gap: 2px;
  font-size: 12px;
  color: var(--ink-2);
}
.sheet {
  border: 1px dashed var(--line-strong);
}
.loaded .sheet {
  border: 1px solid var(--ink-2);
  background: var(--sheet);
  box-shadow:
    2px 2px 0 var(--shade),
    2px 2px 0 1px var(--line-strong);
}
.loaded .size {
  color: var(--ink);
  font-weight: 600;
}
.path {
  overflow-wrap: anywhere;
}
.lead {
  padding: 6px 10px;
}
.none {
  padding: 6px 10px;
}
</style>
