<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PassageRow } from '../../api/client'
import Num from '../../parts/Num.vue'
import { stationWord } from '../../parts/strip'
import StationStrip from '../../parts/StationStrip.vue'
import WaysOut from '../../parts/WaysOut.vue'
import { count, exact, since } from '../../say'
import { alike, cards } from './alike'
import { must } from '../../parts/must'
import ShelfMark from '../../tray/ShelfMark.vue'

const props = defineProps<{ rows: PassageRow[] }>()
defineEmits<{ taken: [notTaken: string[]] }>()

/** So many alike are one card. */
const MANY = 4
/** How many names a card says. */
const NAMES = 5
const unfolded = ref(new Set<string>())
const shown = computed(() => cards(props.rows, unfolded.value, MANY))
const marked = ref(new Set<number>())
const chosen = computed(() => props.rows.filter((row) => marked.value.has(row.passage.id)))

function mark(ids: number[], on: boolean) {
  const next = new Set(marked.value)
  for (const id of ids)
    if (on) next.add(id)
    else next.delete(id)
  marked.value = next
}
</script>

<template>
  <div class="list">
    <div v-if="chosen.length" class="panel together" role="region" aria-label="What is chosen, dealt with at once">
      <div class="row">
        <strong>{{ count(chosen.length, 'passage', 'passages') }} chosen</strong>
        <button type="button" class="act bare" @click="mark([...marked], false)">Choose none</button>
      </div>
      <WaysOut :rows="chosen" @taken="$emit('taken', $event)" />
    </div>
    <ul>
      <template v-for="{ key, rows: its } in shown" :key="key">
        <li v-if="its.length > 1" class="panel many">
          <div class="what">
            <StationStrip :passage="must(its[0]).passage" /><strong>{{ its.length }} stopped alike</strong>
            <span class="quiet clip"
              >at {{ stationWord(must(its[0]).passage.at.station) }}:
              {{
                its
                  .slice(0, NAMES)
                  .map((r) => r.passage.names.originalName)
                  .join(', ')
              }}{{ its.length > NAMES ? ` and ${its.length - NAMES} more` : '' }}</span
            >
            <button
              type="button"
              class="act when"
              :aria-label="`Show one by one: the ${its.length} stopped alike`"
              @click="unfolded = new Set([...unfolded, key])"
            >
              Show one by one
            </button>
          </div>
          <p class="reason">{{ must(its[0]).passage.at.stop?.reason }} <span class="quiet">(the first of them)</span></p>
          <WaysOut :rows="its" @taken="$emit('taken', $event)" />
        </li>
        <li v-for="row in its.length > 1 ? [] : its" :key="row.passage.id" class="panel" :class="{ on: marked.has(row.passage.id) }">
          <div class="what">
            <input
              type="checkbox"
              :checked="marked.has(row.passage.id)"
              :aria-label="`Choose ${row.passage.names.originalName}`"
              @change="mark([row.passage.id], !marked.has(row.passage.id))"
            />
            <StationStrip :passage="row.passage" />
            <ShelfMark :passage="row.passage.id" />
            <strong class="clip"
              ><RouterLink class="plain" :to="`/passages/${row.passage.id}`">{{ row.passage.names.originalName }}</RouterLink></strong
            >
            <Num v-if="row.passage.names.number" :number="row.passage.names.number" :revision="row.passage.names.revision" />
            <span class="quiet clip"
              >{{ row.author }}, {{ row.authorFirm }} · {{ row.submissionReference }} · at {{ stationWord(row.passage.at.station) }}</span
            >
            <span class="quiet when" :title="exact(row.passage.at.since)">{{ since(row.passage.at.since) }}</span>
          </div>
          <p class="reason">{{ row.passage.at.stop?.reason }}</p>
          <div v-if="!marked.has(row.passage.id)" class="ways">
            <WaysOut :rows="[row]" @taken="$emit('taken', $event)" />
            <button v-if="alike(rows, row).length > 1" type="button" class="act bare all" @click="mark(alike(rows, row), true)">
              Choose all {{ alike(rows, row).length }} stopped like this
            </button>
          </div>
        </li>
      </template>
    </ul>
  </div>
</template>

<style scoped>
.list,
ul {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
.many {
  border-left-color: var(--stop);
}
.together {
  position: sticky;
  top: var(--stick);
  z-index: 2;
  padding: 7px 10px 9px;
  display: grid;
  gap: 5px;
  border-left: 3px solid var(--main);
}
li {
  padding: 7px 10px 9px;
  border-left: 3px solid var(--stop);
  display: grid;
  gap: 5px;
}
li.on {
  border-left-color: var(--main);
  background: var(--shade);
}
.what {
  display: flex;
  gap: 10px;
  align-items: center;
  min-width: 0;
}
input {
  accent-color: var(--main);
}
.what strong {
  max-width: 40%;
}
.when {
  margin-left: auto;
  white-space: nowrap;
}
.reason {
  max-width: 120ch;
}
.ways {
  display: flex;
  align-items: start;
  gap: 8px;
  flex-wrap: wrap;
}
.ways > :first-child {
  min-width: 0;
  flex: 1 1 420px;
}
.all {
  margin-left: auto;
  white-space: nowrap;
}
.plain {
  color: inherit;
  text-decoration: none;
}
.plain:hover {
  text-decoration: underline;
}
</style>
