<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { api, data, type Rule, type RuleForm } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count, moment } from '../../say'
import { useSession } from '../../session'
import { askChoices, emptyRule, type Stations } from './choices'
import { useRoute } from 'vue-router'
import { COLUMNS, type Column } from './columns'
import { shown, useDeeds } from './deeds'
import LyingFiles from './LyingFiles.vue'
import ProjectEditor from './ProjectEditor.vue'
import RuleEditor from './RuleEditor.vue'
import SheetFile from './SheetFile.vue'
import SheetHistory from './SheetHistory.vue'
import SheetRow from './SheetRow.vue'
import TrialPanel from './TrialPanel.vue'
import WatchedRuns from './WatchedRuns.vue'
import { forgetWriting, keepWriting, writingKey, writings } from './writing'
import { must } from '../../parts/must'

/** Past so many rows cells are kept short. */
const MANY = 25
const session = useSession()
const project = must(session.project).id
const sheet = useLoaded(() => data(api.GET('/api/projects/{project}/rules', { params: { path: { project } } })))
const deeds = useDeeds(sheet)
const { busy, problem, last, undo, turn, remove, duplicate, move, dropDraft, dropProject, taken } = deeds
const choices = useLoaded(() => askChoices(project, !session.controls))
const open = ref<number | 'new' | 'project'>()
const openColumn = ref<Column>()
const newKind = ref<RuleForm['kind']>('HANDLING')
const at = ref(0)
let pointedAt: number | undefined
const column = ref<Column>('which')
const route = useRoute()
/** Past arrivals that were chosen elsewhere to be tried. */
const chosenArrivals = computed(() =>
  String(route.query.try ?? '')
    .split(',')
    .map(Number)
    .filter(Boolean),
)
const beside = ref<'trial' | 'history' | 'file' | undefined>(route.query.try ? 'trial' : undefined)
const wanted = ref<number[]>([])
const orderToo = ref(true)
const projectToo = ref(true)
const text = ref('')
const only = ref<'all' | 'drafts' | 'findings'>('all')
/** Rules just put in force, for which it is looked whether files lie there already. */
const fresh = ref<number[]>([])
/** The watching rule of which it is shown what it told of. */
const watched = ref<{ id: number; name: string }>()

onMounted(() => {
  void sheet.load()
  void choices.load()
})
whenChanged(['RULES'], sheet.load)
// How often rules took or told of something follows what arrives, a little later so that a large drop does not ask each time.
whenChanged(['PASSAGE', 'FOLDER'], sheet.load, 3000)
whenChanged(['PEOPLE', 'FOLDER'], choices.load, 1000)

const all = computed(() => sheet.value.value?.rules ?? [])
const errors = (rule: Rule) => rule.findings.some((f) => f.error)
const matches = (rule: Rule) =>
  (only.value === 'all' || (only.value === 'drafts' ? !!rule.draft : rule.findings.length > 0)) &&
  (!text.value.trim() ||
    JSON.stringify([shown(rule).name, shown(rule).description, rule.words])
      .toLowerCase()
      .includes(text.value.trim().toLowerCase()))
const rows = computed(() => all.value.filter(matches))
const tight = computed(() => rows.value.length > MANY)
const drafts = computed(() => all.value.filter((r) => r.draft))
const chosen = computed(() => drafts.value.filter((r) => wanted.value.includes(r.id)))
const projectRow = computed(() => sheet.value.value?.project)
const projectStations = computed<Stations>(() => projectRow.value?.draft ?? projectRow.value?.inForce ?? {})
const somethingChosen = computed(
  () =>
    chosen.value.length > 0 ||
    (session.controls && ((orderToo.value && sheet.value.value?.reordered) || (projectToo.value && projectRow.value?.draft))),
)

/** What is being written is kept until it is saved or dropped: a rule by its id, a new one by its kind, or the project's word. */
const writing = (what: number | 'project' | RuleForm['kind']) => writingKey(must(session.me).account, project, String(what))
const unsaved = computed(() =>
  writings<RuleForm>(must(session.me).account, project)
    .filter((w) => w.what !== String(open.value === 'new' ? newKind.value : open.value))
    .flatMap((w) => {
      const its = all.value.find((r) => String(r.id) === w.what)
      if (w.what === 'project') return session.controls ? [{ name: 'what the project says', open: () => openProject() }] : []
      if (w.what === 'HANDLING' || w.what === 'WATCHING')
        return [
          {
            name: `${w.form.name ? `“${w.form.name}”` : 'a rule without a name'}, not on the sheet yet`,
            open: () => ((newKind.value = w.what as RuleForm['kind']), show('new')),
          },
        ]
      return its ? [{ name: `“${shown(its).name}”`, open: () => show(its.id) }] : []
    }),
)

async function save(form: RuleForm, rule?: Rule) {
  const id = await deeds.save(form, rule, rows.value[at.value]?.id)
  if (id === undefined) return
  forgetWriting(writing(rule?.id ?? form.kind))
  open.value = undefined
  wanted.value = [...new Set([...wanted.value, id])]
  pointedAt = id
  point(rows.value.findIndex((r) => r.id === id))
  await nextTick()
  document.getElementById(`rule-${id}`)?.scrollIntoView({ block: 'nearest' })
}

async function saveProject(stations: Stations) {
  if (!(await deeds.saveProject(stations))) return
  forgetWriting(writing('project'))
  open.value = undefined
}

/** Leaves a rule as it was; what was written can be brought back. */
function leave(written: RuleForm, rule?: Rule) {
  leaving(rule?.id ?? written.kind, written, rule ? shown(rule) : emptyRule(written.kind), `“${written.name}”`, () => {
    newKind.value = written.kind
    open.value = rule?.id ?? 'new'
  })
}
const leaveProject = (written: Stations) =>
  leaving('project', written, projectStations.value, 'what the project says', () => (open.value = 'project'))

function leaving<T>(what: number | 'project' | RuleForm['kind'], written: T, there: T, name: string, reopen: () => void) {
  forgetWriting(writing(what))
  open.value = undefined
  if (JSON.stringify(written) === JSON.stringify(there)) return
  deeds.remember(`leaving ${name} as it was`, async () => {
    keepWriting(writing(what), written, there)
    reopen()
  })
}

async function putInForce(which: Rule[], withMore: boolean) {
  const more = withMore && session.controls
  if (
    !(await deeds.putInForce(
      which,
      more && orderToo.value && must(sheet.value.value).reordered,
      more && projectToo.value && !!projectRow.value?.draft,
    ))
  )
    return
  fresh.value = which.filter((r) => shown(r).kind === 'HANDLING').map((r) => r.id)
  wanted.value = wanted.value.filter((id) => !which.some((r) => r.id === id))
}

const openProject = () => (open.value = open.value === 'project' ? undefined : 'project')
function show(id: number | 'new' | undefined, which?: Column) {
  open.value = open.value === id && !which ? undefined : id
  openColumn.value = which
}
function choose(rule: Rule) {
  wanted.value = wanted.value.includes(rule.id) ? wanted.value.filter((id) => id !== rule.id) : [...wanted.value, rule.id]
}
/** The row the keys work on; it is the same rule wherever that goes, and what is in its place once it is gone. */
function point(i: number) {
  at.value = Math.max(0, Math.min(rows.value.length - 1, i))
  pointedAt = rows.value[at.value]?.id
}
watch(rows, (now) => {
  const i = now.findIndex((r) => r.id === pointedAt)
  point(i >= 0 ? i : at.value)
})
function go(by: number) {
  point(at.value + by)
  document.getElementById(`rule-${rows.value[at.value]?.id}`)?.scrollIntoView({ block: 'nearest' })
}
function across(by: number) {
  const columns = COLUMNS.slice(1)
  const i = columns.findIndex((c) => c.key === column.value) + by
  column.value = must(columns[Math.max(0, Math.min(columns.length - 1, i))]).key
}
const here = () => rows.value[at.value]
/** Past the row that is shown before or behind it, though others that are not shown lie between. */
function moveBy(i: number, by: 1 | -1) {
  const [rule, other] = [rows.value[i], rows.value[i + by]]
  if (rule && other) void move(rule.id, by < 0 ? 'above' : 'below', other.id)
}
/** The row that is being dragged. */
const dragged = ref<number>()
function dropOn(i: number) {
  const other = rows.value[i]
  const from = rows.value.findIndex((r) => r.id === dragged.value)
  if (dragged.value !== undefined && other) void move(dragged.value, from < i ? 'below' : 'above', other.id)
  dragged.value = undefined
}
const nameOf = (id: number) => all.value.filter((r) => r.id === id).map((r) => shown(r).name)[0] ?? ''
useKeys([
  { key: 'ArrowDown', says: 'Next rule', does: () => go(1) },
  { key: 'ArrowUp', says: 'Rule before', does: () => go(-1) },
  { key: 'ArrowRight', says: 'Next column', does: () => across(1) },
  { key: 'ArrowLeft', says: 'Column before', does: () => across(-1) },
  { key: 'Enter', says: 'Open the rule in place, at this column', does: () => here() && show(must(here()).id, column.value) },
  { key: 'n', says: 'New rule behind this one', does: () => ((newKind.value = 'HANDLING'), show('new')) },
  { key: 'w', says: 'New watching rule', does: () => ((newKind.value = 'WATCHING'), show('new')) },
  { key: 'd', says: 'Duplicate the rule', does: () => here() && void duplicate(must(here())) },
  { key: 'x', says: 'Choose its draft for putting in force', does: () => here()?.draft && choose(must(here())) },
  { key: 'J', says: 'Move the rule down', does: () => moveBy(at.value, 1) },
  { key: 'K', says: 'Move the rule up', does: () => moveBy(at.value, -1) },
  { key: 't', says: 'Try the draft', does: () => (beside.value = beside.value === 'trial' ? undefined : 'trial') },
  { key: 'u', says: 'Take back what was done last', does: () => void undo() },
])
</script>

<template>
  <div class="place">
    <header>
      <h1>Rule sheet</h1>
      <span v-if="!session.controls" class="quiet says"
        >The rules that stand only on folders you look after; others may stand above them.</span
      >
      <span v-else class="quiet says">The first handling rule that fits takes the file; every watching rule that fits tells.</span>
      <button v-if="last" class="act" type="button" :disabled="busy" :title="`Takes back: ${last}`" @click="undo">
        Take back <span class="key">u</span>
      </button>
      <button
        v-if="session.controls"
        class="act"
        type="button"
        :aria-expanded="beside === 'history'"
        @click="beside = beside === 'history' ? undefined : 'history'"
      >
        Editions
      </button>
      <button
        v-if="session.controls"
        class="act"
        type="button"
        :aria-expanded="beside === 'file'"
        @click="beside = beside === 'file' ? undefined : 'file'"
      >
        As a file
      </button>
      <button class="act" type="button" :aria-expanded="beside === 'trial'" @click="beside = beside === 'trial' ? undefined : 'trial'">
        Try the draft
      </button>
      <button class="act" type="button" @click="((newKind = 'WATCHING'), show('new'))">Add a watching rule</button>
      <button class="act first" type="button" @click="((newKind = 'HANDLING'), show('new'))">Add a rule</button>
    </header>
    <Trouble :problem="sheet.problem.value ?? choices.problem.value ?? problem" />
    <p v-if="!choices.value.value || !sheet.value.value" class="quiet" role="status">Asking for the sheet …</p>
    <template v-else>
      <TrialPanel v-if="beside === 'trial'" :choices="choices.value.value" :passages="chosenArrivals" @close="beside = undefined" />
      <WatchedRuns v-if="watched" :key="watched.id" :rule="watched.id" :name="watched.name" @close="watched = undefined" />
      <SheetHistory
        v-if="beside === 'history'"
        :key="sheet.value.value.edition"
        :edition="sheet.value.value.edition"
        @close="beside = undefined"
        @changed="sheet.load"
      />
      <SheetFile v-if="beside === 'file'" :sheet="sheet.value.value" @close="beside = undefined" @taken="taken" />
      <LyingFiles
        v-if="fresh.length && session.controls"
        :key="fresh.join()"
        :rules="fresh"
        :names="Object.fromEntries(all.map((r) => [r.id, shown(r).name]))"
        @done="fresh = []"
      />
      <div v-if="drafts.length || sheet.value.value.reordered || projectRow?.draft" class="note force-bar">
        <span
          ><strong>{{ count(drafts.length, 'draft') }}</strong
          ><template v-if="drafts.length">, {{ chosen.length }} chosen</template></span
        >
        <button
          v-if="drafts.length && chosen.length < drafts.length"
          class="act bare"
          type="button"
          @click="wanted = drafts.map((r) => r.id)"
        >
          choose all
        </button>
        <label v-if="sheet.value.value.reordered && session.controls" class="tick"
          ><input v-model="orderToo" type="checkbox" /> the order as shown</label
        >
        <label v-if="projectRow?.draft && session.controls" class="tick"
          ><input v-model="projectToo" type="checkbox" /> what the project says</label
        >
        <span class="grow" />
        <span v-if="chosen.some(errors)" class="error"
          >{{ count(chosen.filter(errors).length, 'chosen row has', 'chosen rows have') }} errors.</span
        >
        <button
          class="act first"
          type="button"
          :disabled="busy || !somethingChosen || chosen.some(errors)"
          data-test="put-in-force"
          @click="putInForce(chosen, true)"
        >
          Put what is chosen in force
        </button>
      </div>
      <p v-if="unsaved.length" class="note unsaved">
        Not saved yet:
        <template v-for="(w, k) in unsaved" :key="w.name"
          >{{ k ? '; ' : '' }}{{ w.name }} <button class="act bare" type="button" @click="w.open">go on with it</button></template
        >
      </p>
      <div v-if="all.length > 8" class="row find">
        <input v-model="text" class="text" type="search" placeholder="find a rule by any of its words" aria-label="Find a rule" />
        <select v-model="only" class="text" aria-label="Which rules">
          <option value="all">all {{ all.length }}</option>
          <option value="drafts">drafts</option>
          <option value="findings">with findings</option>
        </select>
      </div>
      <table class="sheet stacks" aria-label="The rule sheet">
        <thead>
          <tr>
            <th>In force</th>
            <th>Rule</th>
            <th class="left-end">Where and which</th>
            <th>Identify</th>
            <th>Number</th>
            <th>Review</th>
            <th>Issue</th>
            <th>Tell</th>
          </tr>
          <tr class="project" @dblclick="session.controls && openProject()">
            <td class="quiet">ed. {{ sheet.value.value.edition }}</td>
            <td>
              <button
                type="button"
                class="act bare name"
                :aria-expanded="open === 'project'"
                :disabled="!session.controls"
                @click="openProject"
              >
                The project says</button
              ><span v-if="projectRow?.drafted" class="draft"
                >draft by {{ projectRow.drafted.by }}, {{ moment(projectRow.drafted.at) }}</span
              >
            </td>
            <td class="left-end quiet">wherever a row leaves a station to it</td>
            <td v-for="c in COLUMNS.slice(2)" :key="c.key" :data-is="c.word" :title="projectRow?.words[c.key as 'issue'].join('\n')">
              <div class="cell">
                <div v-for="line in projectRow?.words[c.key as 'issue']" :key="line">{{ line }}</div>
              </div>
            </td>
          </tr>
          <tr v-if="open === 'project'" class="editor">
            <td colspan="8">
              <ProjectEditor
                :stations="projectStations"
                :writing="writing('project')"
                :by="projectRow?.drafted?.by"
                :choices="choices.value.value"
                :busy="busy"
                :drafted="!!projectRow?.draft"
                @save="saveProject"
                @cancel="open = undefined"
                @leave="leaveProject"
                @drop="dropProject"
              />
            </td>
          </tr>
        </thead>
        <tbody>
          <template v-for="(rule, i) in rows" :key="rule.id">
            <SheetRow
              :id="`rule-${rule.id}`"
              :rule="rule"
              :at="i === at"
              :column="column"
              :open="open === rule.id"
              :chosen="wanted.includes(rule.id)"
              :busy="busy"
              :tight="tight"
              :up="session.controls && i > 0"
              :down="session.controls && i < rows.length - 1"
              :over="dragged !== undefined && dragged !== rule.id"
              @move="(by) => (point(i), moveBy(i, by))"
              @drag="dragged = rule.id"
              @undrag="dragged = undefined"
              @drop="dropOn(i)"
              @point="(c) => (point(i), (column = c))"
              @open="(c) => (point(i), show(rule.id, c))"
              @choose="choose(rule)"
              @turn="turn(rule)"
              @runs="watched = { id: rule.id, name: shown(rule).name }"
            />
            <tr v-if="(rule.draft || rule.findings.length) && open !== rule.id && (!tight || i === at || errors(rule))" class="under">
              <td colspan="8">
                <p v-if="errors(rule)">Before it can be put in force:</p>
                <ul v-if="rule.findings.length" class="findings">
                  <li v-for="(f, k) in rule.findings" :key="k" :class="f.error ? 'error' : 'warning'">
                    <button class="act bare column" type="button" @click="show(rule.id, f.column as Column)">
                      {{ f.column.charAt(0).toUpperCase() + f.column.slice(1) }}
                    </button>
                    {{ f.sentence }} <span class="quiet">{{ f.mend }}</span>
                    <button
                      v-if="f.above && session.controls"
                      class="act"
                      type="button"
                      :disabled="busy"
                      @click="move(rule.id, 'above', f.above)"
                    >
                      Move it above “{{ nameOf(f.above) }}”
                    </button>
                  </li>
                </ul>
                <span v-if="rule.draft" class="row">
                  <button class="act first" type="button" :disabled="busy || errors(rule)" @click="putInForce([rule], false)">
                    Put in force
                  </button>
                  <button class="act" type="button" :disabled="busy" @click="dropDraft(rule)">
                    {{ rule.editionInForce ? 'Drop the draft' : 'Drop the rule' }}
                  </button>
                </span>
              </td>
            </tr>
            <tr v-if="open === rule.id" class="editor">
              <td colspan="8">
                <RuleEditor
                  :id="rule.id"
                  :form="shown(rule)"
                  :writing="writing(rule.id)"
                  :by="rule.drafted?.by"
                  :findings="rule.findings"
                  :choices="choices.value.value"
                  :project="projectStations"
                  :busy="busy"
                  :column="openColumn"
                  @save="(form) => save(form, rule)"
                  @cancel="open = undefined"
                  @leave="(written) => leave(written, rule)"
                />
                <p class="row beside">
                  <button class="act" type="button" :disabled="busy" @click="duplicate(rule)">Duplicate</button>
                  <button class="act" type="button" :disabled="busy" @click="remove(rule)">Take off the sheet</button
                  ><span class="quiet">{{ rule.editionInForce ? 'at once; it can be taken back' : '' }}</span>
                </p>
              </td>
            </tr>
          </template>
          <tr v-if="open === 'new'" class="editor">
            <td colspan="8">
              <RuleEditor
                :key="newKind"
                :form="emptyRule(newKind)"
                :writing="writing(newKind)"
                :findings="[]"
                :choices="choices.value.value"
                :project="projectStations"
                :busy="busy"
                @save="(form) => save(form)"
                @cancel="open = undefined"
                @leave="(written) => leave(written)"
              />
            </td>
          </tr>
          <tr class="last">
            <td>always</td>
            <td>Anything else</td>
            <td class="left-end">in an intake folder</td>
            <td colspan="5">stopped at Arrive, for the document controller</td>
          </tr>
        </tbody>
      </table>
      <p v-if="all.length === 0 && open !== 'new'" class="empty">
        <strong>No rules yet.</strong>A rule stands on folders and says what happens to a file that lands there. Begin with “Add a rule”.
      </p>
      <p v-else-if="all.length && rows.length === 0" class="empty">
        <strong>No rule is like that.</strong>Ask for other words, or for all of them.
      </p>
    </template>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.says {
  flex: 1 1 200px;
  font-size: 12px;
}
.sheet {
  width: 100%;
  border-collapse: collapse;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  table-layout: fixed;
}
th {
  text-align: left;
  background: var(--shade);
  font-weight: 560;
  font-size: 12px;
  padding: 4px 7px;
  border: 1px solid var(--line-strong);
  position: sticky;
  top: var(--stick);
  z-index: 1;
  box-shadow: 0 0 0 1px var(--line-strong);
}
th:nth-child(1) {
  width: 88px;
}
th:nth-child(2) {
  width: 13%;
}
th:nth-child(3) {
  width: 17%;
}
th:nth-child(5) {
  width: 11%;
}
.left-end {
  border-right: 4px double var(--line-strong);
}
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
.under td {
  background: var(--attention-soft);
  padding: 3px 8px 6px;
  border: 1px solid var(--line);
  border-top: 0;
}
.findings {
  margin: 2px 0 5px;
  max-width: 1100px;
  font-size: 12.5px;
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
.editor > td {
  padding: 0;
  border: 2px solid var(--main);
}
.beside {
  padding: 6px 10px;
}
.last td {
  background: var(--shade);
  color: var(--ink-2);
  border-top: 1px solid var(--line-strong);
  padding: 4px 7px;
  font-size: 12.5px;
}
.unsaved {
  padding: 4px 10px;
}
.force-bar {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 5px 10px;
}
.tick {
  display: flex;
  gap: 5px;
}
.find input {
  max-width: 320px;
}
.find select {
  width: auto;
}
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
  }
  .says {
    flex-basis: 100%;
    order: 1;
  }
  .force-bar {
    flex-wrap: wrap;
  }
  .left-end {
    border-right-width: 0;
  }
}
</style>
