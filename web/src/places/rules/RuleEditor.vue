<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Schemas } from '../../api/client'
import { whenChanged } from '../../live'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import { useSession } from '../../session'
import { COLUMNS, type Column } from './columns'
import CopiesPart from './CopiesPart.vue'
import { emptyPlace, ownWord, usualStatus, whole, type Choices, type Finding, type Rule, type Station, type Stations } from './choices'
import { insertables, patternOf, useExample } from './example'
import { useLooking } from './looking'
import Meanwhile from './Meanwhile.vue'
import { useSample } from './sample'
import SampleRow from './SampleRow.vue'
import StationPart from './StationPart.vue'
import WherePart from './WherePart.vue'
import WrittenRow from './WrittenRow.vue'
import { useWriting } from './writing'

/**
 * Writing a rule where it is read: its row, a sample that runs along under it, and the one station that is open, in full width.
 *
 * @prop writing where it is kept until it is saved; @prop by who saved the draft that is there; @prop words what it said before it was
 *     changed here; @prop says what the project says, in sentences; @prop behind the rule a new one comes after; @prop like a rule of a
 *     folder like it, which a new one may follow
 */
const props = defineProps<{
  id?: number
  form: Rule
  writing: string
  by?: string
  findings: Finding[]
  words?: Schemas['Sentences']
  says?: Schemas['Sentences']
  choices: Choices
  project: Stations
  busy: boolean
  column?: Column
  behind?: number
  like?: (folder: number) => Rule | undefined
  nameOf?: (id: number) => string
}>()
/** `save`: the draft; put in force with that, or, of a new rule, right above another. */
const emit = defineEmits<{ save: [form: Rule, force: boolean, above?: number]; cancel: []; leave: [written: Rule] }>()
const { form, restored, changedMeanwhile, takeTheirs, keepMine } = useWriting(props.writing, () => props.form)
const session = useSession()
const watching = computed(() => form.value.kind === 'WATCHING')
const element = useTemplateRef<HTMLFormElement>('element')
type Open = 'where' | Station
const openOf = (column?: Column): Open => (!column || column === 'where' || column === 'which' ? 'where' : column)
const open = ref<Open>(openOf(props.column))
const STATIONS: Open[] = ['where', 'identify', 'number', 'prepare', 'review', 'issue', 'tell']

const written = () => ({ id: props.id, behind: props.id === undefined ? props.behind : undefined, rule: form.value })
const looking = useLooking(form, () => must(session.project).id, written)
const found = computed(() => looking.answer.value?.findings ?? props.findings)
const errors = computed(() => found.value.filter((f) => f.error))
const words = computed(() => looking.answer.value?.words ?? props.words)

/** Looked at once more as it is by now: what was found may be of what it said before. A look that fails leaves that to the saving. */
const forcing = ref(false)
async function saveAndForce() {
  forcing.value = true
  await looking.now()
  forcing.value = false
  if (!errors.value.length && !changedMeanwhile.value) emit('save', form.value, true)
}

const sample = useSample(form, written, () => props.choices)
// What speaks against it, and what comes of the sample, changes with the rest of the sheet and with who and what there is.
whenChanged(['RULES', 'PEOPLE', 'FOLDER'], () => (sample.again(), looking.again()), 500)
const names = computed(() => [...new Set([sample.name.value, ...(sample.there.value.value ?? []).map((f) => f.name)])].filter(Boolean))
const { parts } = useExample(sample.name, () => (sample.there.value.value ?? []).map((f) => f.name))

/** A part of the example is used somewhere: names are read so that it is known, unless something else reads them already. */
function used(text: string) {
  const key = /^\{(\w+)/.exec(text)?.[1]
  const isPart = parts.value.some((p) => (p.as === 'FIELD' || p.as === 'DAY') && p.key === key)
  if (!isPart || !key) return
  if (watching.value) {
    if (!form.value.conditions.some((c) => c.kind === 'NAME'))
      form.value.conditions = [...form.value.conditions, { kind: 'NAME', pattern: patternOf(parts.value) }]
    return
  }
  const says = form.value.stations.identify ?? must(ownWord('identify', props.project, props.choices.kinds).identify)
  if (!says.namePatterns.some((p) => p.trim()))
    form.value.stations = { ...form.value.stations, identify: { ...says, namePatterns: [patternOf(parts.value)] } }
}

/** The usual sorts of rule, each set at one go; what is asked for next is opened. */
function become(sort: 'file' | 'approve' | 'number') {
  const { number, review, issue, ...rest } = form.value.stations
  const folder = props.choices.folders.find((f) => f.id === form.value.places[0]?.folder)
  const route = review?.route ?? whole({}, props.project).review?.route ?? props.choices.routes[0]?.key
  if (sort === 'number') form.value.stations = rest
  else if (sort === 'file')
    form.value.stations = {
      ...rest,
      number: {},
      review: {},
      issue: issue ?? { byCode: [], atOnce: folder && emptyPlace(folder.id, usualStatus([], folder, false)) },
    }
  else form.value.stations = { ...rest, number: number ?? {}, review: { route } }
  show(sort === 'file' ? 'issue' : 'review')
}
function follow(other: Rule) {
  form.value = {
    ...form.value,
    conditions: structuredClone(JSON.parse(JSON.stringify(other.conditions))),
    stations: structuredClone(JSON.parse(JSON.stringify(other.stations))),
  }
}
const likeIt = computed(() => {
  const place = form.value.places[0]
  const empty = Object.values(form.value.stations).every((s) => s === undefined) && form.value.conditions.length === 0
  return props.id === undefined && !watching.value && place && empty ? props.like?.(place.folder) : undefined
})

/** A rule without a name is called as its folder. */
const named = ref(form.value.name !== '')
watch(
  () => form.value.places[0]?.folder,
  (folder) => {
    if (named.value || props.id !== undefined) return
    form.value.name = props.choices.folders.find((f) => f.id === folder)?.name ?? ''
  },
)

function focusFirst() {
  void nextTick(() => {
    const station = element.value?.querySelector<HTMLElement>('.opened')
    station?.querySelector<HTMLElement>('input:not([type=checkbox]), select, textarea, input, button')?.focus()
  })
}
function show(which: Open) {
  open.value = which
  focusFirst()
}
function step(by: 1 | -1) {
  const i = STATIONS.indexOf(open.value) + by
  if (STATIONS[i]) show(must(STATIONS[i]))
}
function key(event: KeyboardEvent) {
  if (event.altKey && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
    event.preventDefault()
    step(event.key === 'ArrowRight' ? 1 : -1)
  } else if (event.ctrlKey && event.key === 'Enter') {
    event.preventDefault()
    // As the button does it, and only where that can be pressed.
    if (!props.busy && !changedMeanwhile.value) element.value?.requestSubmit()
  }
}
const columnOf = (f: Finding) => COLUMNS.find((c) => c.key === f.column)?.key
onMounted(() => {
  element.value?.addEventListener('keydown', key)
  focusFirst()
  element.value?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <WrittenRow
    :id="id"
    :form="form"
    :words="words"
    :open="open"
    :findings="found"
    :all="watching"
    @open="(c) => show(openOf(c))"
    @keydown="key"
  />
  <SampleRow
    v-model="sample.name.value"
    :names="names"
    :sample="sample.ready.value ? sample.answer.value.value : undefined"
    :stale="sample.stale.value"
    :problem="sample.answer.problem.value"
    :rule="form"
    :folder="form.places.length > 0"
    @take="sample.take"
  />
  <tr class="editor">
    <td colspan="9">
      <form ref="element" v-escape="() => emit('cancel')" class="editor" :class="{ watching }" @submit.prevent="emit('save', form, false)">
        <p v-if="restored && !changedMeanwhile" class="restored quiet">What you were writing is here again.</p>
        <div class="opened">
          <WherePart v-if="open === 'where' || watching" v-model="form" :choices="choices" @named="named = true">
            <template v-if="likeIt" #like>
              <p class="note like">
                “{{ likeIt.name }}” stands on a folder like this one.
                <button class="act" type="button" data-test="do-as-it" @click="follow(likeIt)">Do as it does</button>
              </p>
            </template>
            <template v-if="!watching && id === undefined" #sorts>
              <span id="becomes" class="quiet">What becomes of a file</span>
              <span class="row wraps" role="group" aria-labelledby="becomes">
                <button class="act" type="button" data-test="become-file" @click="become('file')">It is filed at once</button>
                <button class="act" type="button" data-test="become-approve" @click="become('approve')">
                  It is reviewed, without a number
                </button>
                <button class="act" type="button" data-test="become-number" @click="become('number')">As the project says</button>
              </span>
            </template>
          </WherePart>
          <div v-if="watching" class="besides">
            <section>
              <h3>Tell</h3>
              <StationPart
                v-model="form.stations"
                station="tell"
                only
                :choices="choices"
                :project="project"
                :names="names"
                :parts="parts"
                :rule="form.name"
              />
            </section>
            <section>
              <h3>Copy</h3>
              <CopiesPart v-model="form.copies" :choices="choices" :parts="insertables(parts)" @put="used" />
            </section>
          </div>
          <StationPart
            v-else-if="open !== 'where'"
            :key="open"
            v-model="form.stations"
            :station="open"
            :choices="choices"
            :project="project"
            :names="names"
            :parts="parts"
            :says="says?.[open]"
            :rule="form.name"
            @put="used"
          />
        </div>
        <div class="foot">
          <ul class="findings" :class="{ some: found.length }" tabindex="0" aria-label="What the check finds" aria-live="polite">
            <li v-if="found.length === 0" class="quiet">The check finds nothing.</li>
            <li v-for="(f, i) in found" :key="i" :class="f.error ? 'error' : 'warning'">
              <button class="act bare column" type="button" @click="show(openOf(columnOf(f)))">
                {{ f.column.charAt(0).toUpperCase() + f.column.slice(1) }}
              </button>
              {{ f.sentence }} <span class="quiet">{{ f.mend }}</span>
              <button
                v-if="f.above && id === undefined && session.controls"
                class="act"
                type="button"
                :disabled="busy || !form.name"
                data-test="save-above"
                @click="emit('save', form, false, f.above)"
              >
                Save it above “{{ nameOf?.(f.above) }}”
              </button>
            </li>
          </ul>
          <footer>
            <Meanwhile v-if="changedMeanwhile" :by="by" @theirs="takeTheirs" @mine="keepMine" />
            <button class="act first" type="submit" :disabled="busy || changedMeanwhile" data-test="save-draft">Save as draft</button>
            <button
              class="act"
              type="button"
              :disabled="busy || forcing || changedMeanwhile || errors.length > 0"
              :title="errors.length ? 'What is wrong has to be put right first' : ''"
              data-test="save-force"
              @click="saveAndForce"
            >
              Save and put in force
            </button>
            <button class="act" type="button" @click="emit('leave', form)">Leave it as it was</button>
            <span class="quiet"
              >A draft changes nothing for arriving files. <span class="key">Alt ←</span> <span class="key">→</span> another station</span
            >
            <span class="grow" />
            <slot />
          </footer>
        </div>
      </form>
    </td>
  </tr>
</template>

<style scoped>
.editor > td {
  padding: 0;
  border: 2px solid var(--main);
  border-top: 0;
}
form.editor {
  scroll-margin-top: calc(var(--stick) + 32px);
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  background: var(--sheet);
}
.opened {
  padding: 8px 12px 10px;
  min-width: 0;
}
/* What has the focus is not behind the bars above and below. */
.opened :deep(:is(input, select, textarea, button)) {
  scroll-margin: calc(var(--stick) + 32px) 0 120px;
}
.besides {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  margin-top: 10px;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}
.besides section {
  min-width: 0;
}
h3 {
  font-size: 13px;
  font-weight: 600;
  margin-bottom: 4px;
}
.wraps {
  flex-wrap: wrap;
  gap: 6px;
}
.like {
  padding: 4px 8px;
}
.restored {
  padding: 5px 12px 0;
}
.foot {
  position: sticky;
  bottom: var(--foot);
}
.findings {
  padding: 5px 12px;
  font-size: 12.5px;
  line-height: 18px;
  max-height: 66px;
  min-height: 29px;
  overflow: auto;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.findings.some {
  background: var(--attention-soft);
}
.column {
  padding: 0 2px;
  min-height: 0;
  font-weight: 600;
  color: inherit;
}
.warning {
  color: var(--attention);
}
footer {
  border-top: 1px solid var(--line);
  padding: 7px 12px;
  display: flex;
  gap: 8px 10px;
  align-items: center;
  flex-wrap: wrap;
  background: var(--shade);
}
@media (max-width: 800px) {
  .besides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
