<script setup lang="ts">
import { computed, ref } from 'vue'
import { count, day } from '../say'
import Num from './Num.vue'
import { bad, outcome, type Tried } from './trying'

/** Arrivals tried: for each what would come of it; opened, station by station and why. */
const props = defineProps<{ arrivals: Tried[]; compared?: boolean; leavable?: boolean }>()
/** `leave`: one is to be left out. */
defineEmits<{ leave: [arrival: Tried] }>()
/** Thousands are shown a few hundred at a time, so that the screen stays quick. */
const AT_ONCE = 200
const most = ref(AT_ONCE)
const shown = computed(() => props.arrivals.slice(0, most.value))
const open = ref<number>()
const STATION: Record<string, string> = {
  ARRIVE: 'Arrive',
  IDENTIFY: 'Identify',
  NUMBER: 'Number',
  PREPARE: 'Prepare',
  REVIEW: 'Review',
  ISSUE: 'Issue',
}
const OCCASION: Record<string, string> = {
  ARRIVED: 'on arrival',
  RETURNED: 'on return',
  ISSUED: 'on issue',
  STOPPED: 'when stopped',
  LEFT: 'when left',
  NUMBERED: 'when numbered',
  STEP_BEGUN: 'when a step begins',
  DECIDED: 'when decided',
}

/** When it is due at the latest, and where it goes then, in one sentence. */
function dueThenPlaced(t: Tried) {
  const end = t.tried?.ends.find((e) => e.fine && !e.back)?.account ?? ''
  const last = t.tried?.steps.at(-1)
  return last ? [day(last.due), end.charAt(0).toLowerCase() + end.slice(1)].filter(Boolean).join('; ') : end
}
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th>File</th>
        <th>Rule</th>
        <th>Document</th>
        <th>What comes of it</th>
        <th>{{ compared ? 'Otherwise than in force' : 'Due, then placed' }}</th>
        <th v-if="leavable" class="leave"><span class="hidden-text">Leave out</span></th>
      </tr>
    </thead>
    <tbody>
      <template v-for="(t, i) in shown" :key="i">
        <tr :class="{ bad: bad(t), at: open === i }" @click="open = open === i ? undefined : i">
          <td class="name">
            <button type="button" class="act bare clip" :aria-expanded="open === i" :title="t.name">{{ t.name }}</button><span
              v-if="t.files > 1"
              class="quiet"
            >
              and {{ count(t.files - 1, 'more file') }}</span
            >
            <span v-for="r in t.remarks" :key="r" class="remark" :title="r">{{ r }}</span>
          </td>
          <td class="clip rule">{{ t.tried?.rule ?? (t.tried?.intake ? 'no rule' : '') }}</td>
          <td><Num v-if="t.tried?.identity.number" :number="t.tried.identity.number" :revision="t.tried.identity.revision" /></td>
          <td class="what" :colspan="(bad(t) || t.joins) && !compared ? 2 : 1">
            {{ outcome(t) }}<span v-if="bad(t)" class="error">: {{ t.refusal ?? t.tried?.halts.at(-1)?.account }}</span>
          </td>
          <td v-if="compared" class="what">
            <span v-if="t.differences.length" class="differs">{{ t.differences.join(' ') }}</span><span v-else class="quiet">the same</span>
          </td>
          <td v-else-if="!bad(t) && !t.joins" class="what">
            <div class="short">
              {{ dueThenPlaced(t)
              }}<template v-if="!t.tried?.intake && t.tried?.told.length"
                >{{ t.tried.told.map((m) => m.who).join(', ') }} will be told</template
              >
            </div>
          </td>
          <td v-if="leavable" class="leave">
            <button type="button" class="act bare" :aria-label="`Leave out ${t.name}`" @click.stop="$emit('leave', t)">leave out</button>
          </td>
        </tr>
        <tr v-if="open === i && t.tried" class="opened">
          <td :colspan="leavable ? 6 : 5">
            <dl>
              <template v-for="h in t.tried.halts" :key="h.station"
                ><dt>{{ STATION[h.station] }}</dt>
                <dd :class="{ error: h.kind === 'STOPPED' || h.kind === 'RETURNED' }">{{ h.account }}</dd></template
              >
              <template v-if="t.tried.steps.length"
                ><dt>People</dt>
                <dd>
                  <span v-for="s in t.tried.steps" :key="s.name"
                    >{{ s.name }}: {{ s.people.join(', ') || 'nobody' }}, due {{ day(s.due) }}.
                  </span>
                </dd></template
              >
              <template v-for="e in t.tried.ends" :key="e.digit"
                ><dt>{{ e.digit || '' }} {{ e.name }}</dt>
                <dd :class="{ error: !e.fine }">{{ e.account }}</dd></template
              >
              <template v-if="t.tried.identity.fields.length"
                ><dt>Fields</dt>
                <dd>
                  <span v-for="f in t.tried.identity.fields" :key="f.label"
                    ><span class="said"
                      >{{ f.label }} <strong>{{ f.value }}</strong></span
                    ></span
                  >
                </dd></template
              >
              <template v-if="t.tried.told.length"
                ><dt>Told</dt>
                <dd>
                  <div v-for="(m, k) in t.tried.told" :key="k">
                    {{ m.who }} {{ OCCASION[m.occasion] ?? '' }}<template v-if="m.gathered">, later with other things</template
                    ><template v-if="m.subject">: “{{ m.subject }}”</template><template v-if="m.text">: “{{ m.text }}”</template
                    ><span v-if="m.rules" class="quiet"> by {{ m.rules }}</span>
                  </div>
                </dd></template
              >
              <template v-if="t.tried.copies.length"
                ><dt>Copied</dt>
                <dd>
                  <div v-for="(c, k) in t.tried.copies" :key="k" :class="{ error: !c.fine }">
                    {{ c.account }}<span class="quiet"> by {{ c.rule }}</span>
                  </div>
                </dd></template
              >
              <template v-if="t.tried.watching.length"
                ><dt>Watched by</dt>
                <dd>{{ t.tried.watching.join(', ') }}</dd></template
              >
              <template v-if="t.tried.passedOver.length"
                ><dt>Passed over</dt>
                <dd>
                  <div v-for="p in t.tried.passedOver" :key="p.id">
                    <em>{{ p.rule }}</em>: {{ p.reason }}
                  </div>
                </dd></template
              >
            </dl>
          </td>
        </tr>
      </template>
    </tbody>
  </table>
  <button v-if="arrivals.length > most" class="act" type="button" @click="most += AT_ONCE">
    Show {{ Math.min(AT_ONCE, arrivals.length - most) }} more of {{ arrivals.length.toLocaleString('en') }}
  </button>
</template>

<style scoped>
tbody tr {
  cursor: pointer;
}
td {
  vertical-align: top !important;
}
.name {
  max-width: 200px;
}
.name button {
  max-width: 100%;
  text-align: left;
  display: inline-block;
  padding-block: 0;
  min-height: 0;
  vertical-align: top;
}
.rule {
  max-width: 150px;
}
.what {
  min-width: 120px;
  max-width: 520px;
  overflow-wrap: anywhere;
  white-space: normal;
}
.said {
  margin-right: 12px;
  white-space: nowrap;
}
.differs {
  background: var(--attention-soft);
  padding: 0 3px;
}
.bad > td:first-child {
  box-shadow: inset 3px 0 0 var(--stop);
}
tr:not(.at) .short {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}
.remark {
  display: block;
  color: var(--attention);
  font-size: 12px;
  overflow-wrap: anywhere;
  white-space: normal;
}
/* There at every width: what comes of a file may need more of it than there is. */
.leave {
  position: sticky;
  right: 0;
  width: 76px;
  white-space: nowrap;
}
td.leave {
  background: var(--sheet);
}
.opened {
  cursor: default;
}
.opened dl {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 2px 10px;
  padding: 5px 8px 8px;
  background: var(--paper);
}
dt {
  color: var(--quiet);
}
dd {
  overflow-wrap: anywhere;
}
</style>
