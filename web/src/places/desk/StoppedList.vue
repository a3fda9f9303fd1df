<script setup lang="ts">
import type { PassageRow } from '../../api/client'
import Num from '../../parts/Num.vue'
import { stationWord } from '../../parts/strip'
import StationStrip from '../../parts/StationStrip.vue'
import WaysOut from '../../parts/WaysOut.vue'
import { exact, since } from '../../say'

defineProps<{ rows: PassageRow[] }>()
defineEmits<{ taken: [] }>()
</script>

<template>
  <ul>
    <li v-for="row in rows" :key="row.passage.id" class="panel">
      <div class="what">
        <StationStrip :passage="row.passage" />
        <strong class="clip"><RouterLink class="plain" :to="`/passages/${row.passage.id}`">{{ row.passage.originalName }}</RouterLink></strong>
        <Num v-if="row.passage.number" :number="row.passage.number" :revision="row.passage.revision" />
        <span class="quiet clip">{{ row.author }}, {{ row.authorFirm }} · {{ row.submissionReference }} · at {{ stationWord(row.passage.station) }}</span>
        <span class="quiet when" :title="exact(row.passage.since)">{{ since(row.passage.since) }}</span>
      </div>
      <p class="reason">{{ row.passage.stop?.reason }}</p>
      <WaysOut :row="row" @taken="$emit('taken')" />
    </li>
  </ul>
</template>

<style scoped>
ul { display: grid; gap: 6px; }
li { padding: 7px 10px 9px; border-left: 3px solid var(--stop); display: grid; gap: 5px; }
.what { display: flex; gap: 10px; align-items: center; min-width: 0; }
.what strong { max-width: 40%; }
.when { margin-left: auto; white-space: nowrap; }
.reason { max-width: 120ch; }
.plain { color: inherit; text-decoration: none; }
.plain:hover { text-decoration: underline; }
</style>
