<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import JobList from './JobList.vue'
import { useDevices } from './useDevices'

/** What of a passage was released to devices, and how far that is; nothing where nothing was. */
const props = defineProps<{ passage: number }>()
const session = useSession()
const project = must(session.project).id
const devices = useDevices()
const all = useLoaded(() =>
  data(api.GET('/api/projects/{project}/device-jobs', { params: { path: { project }, query: { passage: props.passage } } })),
)
onMounted(all.load)
whenChanged(['DEVICE'], all.load, 300)
</script>

<template>
  <Trouble :problem="all.problem.value" :again="all.load" />
  <section v-if="all.value.value?.items.length" class="panel" data-test="released">
    <header><h2>Released to devices</h2></header>
    <JobList :jobs="all.value.value.items" :devices="devices.value.value ?? []" narrow @changed="all.load" />
  </section>
</template>
