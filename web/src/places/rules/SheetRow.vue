<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Rule, Schemas } from '../../api/client'
import { moment } from '../../say'
import { COLUMNS, type Column } from './columns'
import { must } from '../../parts/must'

/** One rule on the sheet: what it says column by column, in sentences made from the rule itself. */
const props = defineProps<{
  rule: Rule
  /** What the project says, station by station: what is the same here steps back. */
  says?: Schemas['Sentences']
  at: boolean
  column: Column
  chosen: boolean
  busy: boolean
  tight: boolean
  /** Whether it can be moved up or down. */
  up: boolean
  down: boolean
  /** Whether another row is being dragged, which may be dropped here. */
  over: boolean
}>()
const emit = defineEmits<{
  point: [column: Column]
  open: [column?: Column]
  choose: []
  turn: []
  runs: []
  move: [by: 1 | -1]
  drag: []
  undrag: []
  drop: []
}>()
const aimed = ref(false)
const form = computed(() => props.rule.draft ?? must(props.rule.inForce))
const watching = computed(() => form.value.kind === 'WATCHING')
const cells = computed(() =>
  COLUMNS.map((c) => {
    const lines = c.key === 'where' ? [] : props.rule.words[c.key]
    const usual = c.key !== 'where' && c.key !== 'which' && lines.join('\n') === props.says?.[c.key].join('\n')
    return { ...c, lines, usual }
  }),
)
const force = computed(() => (props.rule.editionInForce === 0 ? 'never' : props.rule.on ? 'on' : 'off'))
const said = (key: Column) => key === 'tell' || key === 'issue' || !watching.value
</script>

<template>
  <tr
    :class="{ off: !rule.on, at, tight, aimed: aimed && over }"
    :aria-selected="at"
    @click="emit('point', column)"
    @dblclick="emit('open')"
    @dragover="over && ((aimed = true), $event.preventDefault())"
    @dragleave="aimed = false"
    @drop="((aimed = false), emit('drop'))"
  >
    <td class="force">
      <label v-if="rule.draft" class="tick"
        ><input type="checkbox" :checked="chosen" :aria-label="`Put “${form.name}” in force`" @change="emit('choose')" @click.stop
      /></label>
      <button
        type="button"
        class="switch"
        role="switch"
        :aria-checked="force === 'on'"
        :aria-label="`${form.name}: ${force}`"
        :disabled="busy || rule.editionInForce === 0"
        @click.stop="emit('turn')"
      >
        {{ force }}
      </button>
      <span v-if="rule.editionInForce" class="quiet edition">ed. {{ rule.editionInForce }}</span>
      <span v-if="(up || down) && (at || !tight)" class="moves"
        ><button
          class="act bare"
          type="button"
          :disabled="busy || !up"
          :aria-label="`Move “${form.name}” up`"
          title="Move it up; it can be dragged, too"
          @click.stop="emit('move', -1)"
        >
          ↑</button
        ><button
          class="act bare"
          type="button"
          :disabled="busy || !down"
          :aria-label="`Move “${form.name}” down`"
          title="Move it down; it can be dragged, too"
          @click.stop="emit('move', 1)"
        >
          ↓</button
        ><button
          class="act bare grip"
          type="button"
          draggable="true"
          tabindex="-1"
          :aria-label="`Drag “${form.name}” to another place`"
          title="Drag it to another place"
          @dragstart="emit('drag')"
          @dragend="emit('undrag')"
        >
          ⠿
        </button></span
      >
    </td>
    <td class="rule">
      <button type="button" class="act bare name" aria-expanded="false" @click.stop="emit('open')">
        {{ form.name || 'without a name' }}
      </button>
      <template v-if="watching"
        ><span class="quiet">watches</span>
        <button
          v-if="rule.editionInForce"
          type="button"
          class="act bare told"
          :title="`What ${form.name} told of`"
          @click.stop="emit('runs')"
        >
          {{ form.copies?.length ? 'went beside' : 'told of' }} {{ rule.fitted }} in 30 days
        </button></template
      >
      <RouterLink
        v-else-if="rule.editionInForce"
        class="quiet"
        :to="{ path: '/passages', query: { which: 'ALL', rule: rule.id } }"
        @click.stop
        >took {{ rule.fitted }} in 30 days</RouterLink
      >
      <span v-if="rule.drafted" class="draft">draft by {{ rule.drafted.by }}, {{ moment(rule.drafted.at) }}</span>
      <span v-if="form.description && !tight" class="quiet clip" :title="form.description">{{ form.description }}</span>
    </td>
    <td
      class="left-end"
      data-is="Where and which"
      :class="{ cursor: at && ['where', 'which'].includes(column) }"
      @click.stop="emit('point', 'which')"
      @dblclick.stop="emit('open', 'which')"
    >
      <div class="cell" :title="rule.words.where">
        {{ rule.words.where }}
        <div v-for="line in rule.words.which" :key="line" class="quiet">{{ line }}</div>
      </div>
    </td>
    <td
      v-for="c in cells.slice(2)"
      :key="c.key"
      :data-is="c.word"
      :class="{ cursor: at && column === c.key }"
      @click.stop="emit('point', c.key)"
      @dblclick.stop="emit('open', c.key)"
    >
      <span v-if="!said(c.key)" class="quiet">–</span
      ><span v-else-if="c.lines.length === 0" class="quiet">{{ watching ? '–' : 'as project' }}</span>
      <div v-else class="cell" :class="{ quiet: c.usual }" :title="c.lines.join('\n')">
        <div v-for="line in c.lines" :key="line">{{ line }}</div>
      </div>
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: top;
  padding: 4px 7px;
  border: 1px solid var(--line);
  font-size: 12.5px;
  overflow-wrap: anywhere;
}
.tight td {
  font-size: 12px;
  padding: 2px 6px;
}
.tight .edition {
  display: inline;
}
.cell {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 4;
  overflow: hidden;
  line-height: 1.4;
}
.tight .cell {
  -webkit-line-clamp: 1;
}
.at .cell {
  display: block;
}
.left-end {
  border-right: 4px double var(--line-strong);
}
.at > td:first-child {
  box-shadow: inset 3px 0 0 var(--main);
}
.cursor {
  outline: 2px solid var(--main);
  outline-offset: -2px;
}
.off td {
  color: var(--quiet);
}
.force {
  white-space: nowrap;
}
.edition {
  display: block;
}
.tick {
  margin-right: 4px;
}
.moves {
  display: flex;
  align-items: center;
}
.moves .act {
  min-width: 24px;
  min-height: 24px;
  padding: 0;
  color: var(--quiet);
}
.moves .act:hover:not(:disabled),
.moves .act:focus-visible {
  color: var(--ink);
}
.moves .grip {
  cursor: grab;
}
.aimed td {
  background: var(--main-soft);
}
.switch {
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  min-width: 42px;
  cursor: pointer;
  border-radius: 2px;
}
.switch[aria-checked='true']:not(:disabled) {
  background: var(--done-soft);
  border-color: var(--done);
  color: var(--done);
  font-weight: 600;
}
.rule {
  min-width: 130px;
}
.rule > span,
.rule > a {
  display: block;
}
.name {
  font-weight: 600;
  white-space: normal;
  text-align: left;
  padding: 0;
  min-height: 0;
}
.draft {
  color: var(--attention);
}
.told {
  padding: 0;
  font-size: 12px;
}
.rule > a,
.told,
.rule .name {
  min-height: 24px;
  line-height: 24px;
}
.rule .name {
  line-height: 1.35;
}
.rule .clip {
  max-width: 170px;
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
  .cell {
    display: block;
  }
}
</style>
