<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { api, proof, data, Problem, problemOf, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import Trouble from '../../parts/Trouble.vue'
import { count, day } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** The days and hours the project works; due dates are counted in them. */
type Days = Schemas['WorkingDays']
const session = useSession()
const project = must(session.project)
const days = reactive<Days>(JSON.parse(JSON.stringify(project.workingDays)) as Days)
const WEEK = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'] as const
const word = (d: string) => d[0] + d.slice(1, 3).toLowerCase()
const adding = reactive({ day: '', name: '' })
const read = ref('')
const { busy, problem, act } = useAct()
const changed = computed(
  () =>
    JSON.stringify({ ...days, daysOff: [...days.daysOff].sort() }) !==
    JSON.stringify({ ...project.workingDays, daysOff: [...project.workingDays.daysOff].sort() }),
)
const sorted = computed(() => [...days.holidays].sort((a, b) => a.day.localeCompare(b.day)))

function turn(d: (typeof WEEK)[number]) {
  days.daysOff = days.daysOff.includes(d) ? days.daysOff.filter((x) => x !== d) : [...days.daysOff, d]
}

function add(more: { day: string; name: string }[]) {
  const known = new Set(days.holidays.map((h) => h.day))
  const added = more.filter((h) => !known.has(h.day))
  days.holidays = [...days.holidays, ...added]
  return added.length
}

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  void act(async () => {
    const answer = await fetch(`/api/projects/${project.id}/holidays`, {
      method: 'POST',
      body: file,
      headers: { 'Content-Type': 'application/octet-stream', ...proof() },
    }).catch(() => {
      throw new Problem(0, 'no-connection', 'The server cannot be reached. Try again in a moment.')
    })
    const body = (await answer.json()) as unknown
    if (!answer.ok) throw problemOf(answer.status, body)
    const found = body as Days['holidays']
    read.value = `${count(found.length, 'day')} read from ${file.name}, ${add(found)} of them new. Save to have them count.`
  })
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/working-days', {
        params: { path: { project: project.id } },
        body: { version: project.version, ...days },
      }),
    )
    read.value = ''
    await session.again()
  })
</script>

<template>
  <form class="panel days" @submit.prevent="save">
    <div class="row wrap">
      <fieldset class="row">
        <legend>Days the project works, time zone {{ project.zone }}</legend>
        <label v-for="d in WEEK" :key="d" class="row"
          ><input type="checkbox" data-help="a day of the week" :checked="!days.daysOff.includes(d)" @change="turn(d)" />
          {{ word(d) }}</label
        >
      </fieldset>
      <label class="field"><span>from</span><input v-model="days.startOfDay" class="text" type="time" required /></label
      ><label class="field"><span>to</span><input v-model="days.endOfDay" class="text" type="time" required /></label>
    </div>
    <p class="quiet">
      A step is due at the end of the last of its working days. What begins after hours or on a day off begins with the next working day.
      Dates that stand already stay.
    </p>
    <div class="row wrap">
      <h2>Holidays</h2>
      <label class="act"
        >Take them from a calendar (iCalendar)<input
          type="file"
          class="hidden-text"
          accept=".ics,text/calendar"
          data-test="holidays"
          @change="pick"
      /></label>
      <label class="field"><span>Day</span><input v-model="adding.day" class="text" type="date" /></label
      ><label class="field"><span>Called</span><input v-model="adding.name" class="text" maxlength="120" placeholder="Weir day" /></label>
      <button
        class="act"
        type="button"
        :disabled="!adding.day"
        @click="(add([{ ...adding, name: adding.name || 'holiday' }]), Object.assign(adding, { day: '', name: '' }))"
      >
        Add it
      </button>
    </div>
    <p v-if="read" class="note good" role="status">{{ read }}</p>
    <Trouble :problem="problem" />
    <div class="scroll">
      <table v-if="sorted.length" class="dense">
        <thead>
          <tr>
            <th>Day</th>
            <th>Called</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="h in sorted" :key="h.day">
            <td class="mono">{{ h.day }}</td>
            <td>
              {{ h.name }} <span class="quiet">{{ day(h.day) }}</span>
            </td>
            <td>
              <button class="act bare" type="button" @click="days.holidays = days.holidays.filter((x) => x.day !== h.day)">Remove</button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">No holidays yet: every day but the ones off counts.</p>
    </div>
    <div class="row">
      <button class="act first" type="submit" :disabled="busy || !changed">Save the working days</button
      ><span class="quiet">{{ changed ? 'Not saved yet.' : 'Everything is saved.' }}</span>
    </div>
  </form>
</template>

<style scoped>
.days {
  display: grid;
  gap: 10px;
  padding: 10px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  gap: 12px;
}
legend {
  font-size: 12px;
  color: var(--ink-2);
  padding: 0;
}
.wrap {
  flex-wrap: wrap;
  align-items: end;
}
.scroll {
  max-height: 46vh;
  overflow: auto;
}
h2 {
  align-self: center;
}
label.act {
  cursor: pointer;
}
label.act:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
</style>
