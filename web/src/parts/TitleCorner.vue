<script setup lang="ts">
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { api, data, type Passage } from '../api/client'
import { useLoaded } from '../load'
import { drawPage, openDocument } from '../places/read/picture'
import Trouble from './Trouble.vue'

/** The corner of the first page, beside what the name and the register say. */
const props = defineProps<{ passage: Passage }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const block = useLoaded(() => data(api.GET('/api/passages/{id}/title-block', { params: { path: { id: props.passage.id } } })))
const drawn = useLoaded(draw)
let pdf: ReturnType<typeof openDocument> | undefined
const ROOM = { width: 560, height: 400 }

/** Draws the page so large that its corner fills the window, which shows only its lower right. */
async function draw() {
  const file = block.value.value?.file
  if (!file || !canvas.value) return
  void pdf?.destroy()
  pdf = openDocument(`/api/files/${file}/content`)
  await drawPage(await pdf.promise, 1, canvas.value, ROOM, 1.9)
  return true
}

async function load() {
  await block.load()
  await drawn.load()
}
onMounted(load)
watch(() => props.passage.id, load)
onBeforeUnmount(() => void pdf?.destroy())
const list = (values?: string[]) => (values?.length ? values.join(', ') : 'says nothing')
</script>

<template>
  <section v-show="block.value.value?.file" class="panel corner" aria-label="Title block">
    <header><h2>Title block</h2></header>
    <div class="window"><canvas ref="canvas" role="img" aria-label="The lower right corner of the first page" /></div>
    <table>
      <thead>
        <tr>
          <th />
          <th>Number</th>
          <th>Rev.</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th>name</th>
          <td class="mono clip" :title="passage.names.originalName" colspan="2">{{ passage.names.originalName }}</td>
        </tr>
        <tr>
          <th>register</th>
          <td class="mono">{{ passage.names.number ?? 'none yet' }}</td>
          <td class="mono">{{ passage.names.revision ?? '' }}</td>
        </tr>
        <tr :class="{ error: block.value.value?.differences.length }">
          <th>block</th>
          <td class="mono">{{ list(block.value.value?.numbers) }}</td>
          <td class="mono">{{ block.value.value?.revisions.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="block.value.value?.remark" class="quiet">{{ block.value.value.remark }}</p>
    <p v-for="d in block.value.value?.differences" :key="d" class="error">{{ d.charAt(0).toUpperCase() + d.slice(1) }}.</p>
    <Trouble :problem="block.problem.value ?? drawn.problem.value" />
  </section>
</template>

<style scoped>
.window {
  height: 132px;
  overflow: hidden;
  position: relative;
  border-bottom: 1px solid var(--line);
  background: white;
}
canvas {
  position: absolute;
  right: 0;
  bottom: 0;
}
table {
  width: 100%;
  table-layout: fixed;
  font-size: 12px;
  border-collapse: collapse;
  margin: 4px 0;
}
th {
  text-align: left;
  font-weight: normal;
  color: var(--quiet);
  padding: 1px 10px;
}
th:first-child {
  width: 66px;
}
/* The first row gives the columns their width. */
thead th:last-child {
  width: 60px;
}
td {
  font-size: 11px;
}
td {
  overflow: hidden;
  text-overflow: ellipsis;
}
td:last-child:not([colspan]) {
  width: 44px;
}
p {
  padding: 0 10px 6px;
}
</style>
