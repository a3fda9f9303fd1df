<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { moment } from '../../say'
import type { Choices, Station, Stations } from './choices'
import { COLUMNS } from './columns'
import ProjectEditor from './ProjectEditor.vue'

/** What the project says of stations that rows leave to it, at the head of the columns; opened, it is written there. */
defineProps<{
  row: Schemas['ProjectRow']
  edition: number
  open: boolean
  station?: Station | 'untaken'
  stations: Stations
  writing: string
  choices: Choices
  controls: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  open: [station?: Station]
  save: [stations: Stations]
  cancel: []
  leave: [written: Stations]
  drop: []
}>()
</script>

<template>
  <tr class="project" @dblclick="controls && emit('open')">
    <td class="quiet">ed. {{ edition }}</td>
    <td>
      <button type="button" class="act bare name" :aria-expanded="open" :disabled="!controls" @click="emit('open')">The project says</button
      ><span v-if="row.drafted" class="draft">draft by {{ row.drafted.by }}, {{ moment(row.drafted.at) }}</span>
    </td>
    <td class="left-end quiet">wherever a row leaves a station to it</td>
    <td
      v-for="c in COLUMNS.slice(2)"
      :key="c.key"
      :data-is="c.word"
      :title="row.words[c.key as Station].join('\n')"
      @dblclick.stop="controls && emit('open', c.key as Station)"
    >
      <div class="cell">
        <div v-for="line in row.words[c.key as Station]" :key="line">{{ line }}</div>
      </div>
    </td>
  </tr>
  <tr v-if="open" class="editor">
    <td colspan="9">
      <ProjectEditor
        :key="station"
        :station="station"
        :stations="stations"
        :writing="writing"
        :by="row.drafted?.by"
        :choices="choices"
        :busy="busy"
        :drafted="!!row.draft"
        @save="(stations) => emit('save', stations)"
        @cancel="emit('cancel')"
        @leave="(written) => emit('leave', written)"
        @drop="emit('drop')"
      />
    </td>
  </tr>
</template>

<style scoped>
.project td {
  vertical-align: top;
  padding: 4px 7px;
  border: 1px solid var(--line-strong);
  font-size: 12px;
  background: var(--paper);
  overflow-wrap: anywhere;
  color: var(--ink-2);
}
.project .cell {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  overflow: hidden;
}
.project .name {
  font-weight: 600;
  padding: 0;
  min-height: 0;
}
.draft {
  color: var(--attention);
  display: block;
}
.editor > td {
  padding: 0;
  border: 2px solid var(--main);
}
.left-end {
  border-right: 4px double var(--line-strong);
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
}
</style>
