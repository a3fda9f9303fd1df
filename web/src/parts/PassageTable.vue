<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { PassageRow } from '../api/client'
import ShelfMark from '../tray/ShelfMark.vue'
import { useKeys } from '../keys'
import { exact, since } from '../say'
import Due from './Due.vue'
import Num from './Num.vue'
import StationStrip from './StationStrip.vue'
import { must } from './must'

const props = defineProps<{ rows: PassageRow[]; keys?: boolean }>()
const router = useRouter()
const at = ref(-1)
watch(
  () => props.rows.length,
  (n) => (at.value = Math.min(at.value, n - 1)),
)

function move(by: number) {
  at.value = Math.max(0, Math.min(props.rows.length - 1, at.value + by))
  document.getElementById(`passage-${props.rows[at.value]?.passage.id}`)?.scrollIntoView({ block: 'nearest' })
}
if (props.keys) {
  useKeys([
    { key: 'ArrowDown', says: 'Next row', does: () => move(1) },
    { key: 'ArrowUp', says: 'Row before', does: () => move(-1) },
    {
      key: 'Enter',
      says: 'Open the row',
      does: () => props.rows[at.value] && router.push(`/passages/${must(props.rows[at.value]).passage.id}`),
    },
  ])
}
</script>

<template>
  <div class="narrowly">
    <table class="dense">
      <thead>
        <tr>
          <th>Number</th>
          <th>Title</th>
          <th>Where</th>
          <th>With</th>
          <th>Since</th>
          <th>Due</th>
          <th>Submission</th>
          <th>From</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(row, i) in rows"
          :id="`passage-${row.passage.id}`"
          :key="row.passage.id"
          :class="{ at: i === at }"
          @click="router.push(`/passages/${row.passage.id}`)"
        >
          <td><Num :number="row.passage.names.number" :revision="row.passage.names.revision" /></td>
          <td class="title">
            <ShelfMark :passage="row.passage.id" /><RouterLink class="plain" :to="`/passages/${row.passage.id}`" @click.stop>{{
              row.passage.names.title
            }}</RouterLink>
          </td>
          <td><StationStrip :passage="row.passage" :words="!!row.passage.at.ended" /></td>
          <td class="with">
            <span :title="row.passage.at.heldBy">{{ row.passage.at.heldBy }}</span>
          </td>
          <td class="nowrap" :title="exact(row.passage.at.since)">{{ since(row.passage.at.since) }}</td>
          <td class="nowrap"><Due :at="row.passage.at.due" /></td>
          <td class="mono">
            <RouterLink class="plain" :to="{ path: '/passages', query: { submission: row.passage.from.submission } }" @click.stop>{{
              row.submissionReference
            }}</RouterLink>
          </td>
          <td class="nowrap" :title="row.author">{{ row.authorFirm }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
tr {
  cursor: pointer;
}
.title {
  max-width: 250px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.with {
  max-width: 210px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
