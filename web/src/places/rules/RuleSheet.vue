<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { api, data, type Rule, type RuleForm } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { askChoices, emptyRule, type Stations } from './choices'
import { useRoute } from 'vue-router'
import { shown, useDeeds } from './deeds'
import AnythingElse from './AnythingElse.vue'
import ForceBar from './ForceBar.vue'
import LyingFiles from './LyingFiles.vue'
import { useOpened } from './opened'
import { usePointing } from './pointing'
import ProjectRow from './ProjectRow.vue'
import RowFindings from './RowFindings.vue'
import RuleEditor from './RuleEditor.vue'
import SheetFile from './SheetFile.vue'
import SheetHead from './SheetHead.vue'
import SheetHistory from './SheetHistory.vue'
import SheetRow from './SheetRow.vue'
import TrialPanel from './TrialPanel.vue'
import WatchedRuns from './WatchedRuns.vue'
import { forgetWriting } from './writing'
import { must } from '../../parts/must'

/** Past so many rows cells are kept short. */
const MANY = 25
const session = useSession()
const project = must(session.project).id
const sheet = useLoaded(() => data(api.GET('/api/projects/{project}/rules', { params: { path: { project } } })))
const deeds = useDeeds(sheet)
const { busy, problem, last, undo, turn, remove, duplicate, move, dropDraft, dropProject, taken } = deeds
const choices = useLoaded(() => askChoices(project, !session.controls))
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
const { open, openColumn, newKind, newBehind, projectOpen, writing, unsaved, show, add, openProject, leave, leaveProject } = useOpened(
  all,
  projectStations,
  deeds.remember,
)
const { at, column, dragged, point, pointTo, go, across, here, moveBy, dropOn } = usePointing(rows, move)
/** The rows, with the rule that is not on the sheet yet where it will come. */
const lines = computed(() => {
  const shownRows: { rule?: Rule; i: number }[] = rows.value.map((rule, i) => ({ rule, i }))
  if (open.value === 'new') {
    const behind = rows.value.findIndex((r) => r.id === newBehind.value)
    shownRows.splice(behind < 0 ? rows.value.length : behind + 1, 0, { i: -1 })
  }
  return shownRows
})
const somethingChosen = computed(
  () =>
    chosen.value.length > 0 ||
    (session.controls && ((orderToo.value && sheet.value.value?.reordered) || (projectToo.value && projectRow.value?.draft))),
)

async function save(form: RuleForm, force: boolean, rule?: Rule, above?: number) {
  const id = await deeds.save(form, rule, newBehind.value)
  if (id === undefined) return
  forgetWriting(writing(rule?.id ?? form.kind))
  open.value = undefined
  wanted.value = [...new Set([...wanted.value, id])]
  pointTo(id)
  if (above !== undefined) await move(id, 'above', above)
  const saved = all.value.find((r) => r.id === id)
  if (force && saved && !errors(saved)) await putInForce([saved], false)
  await nextTick()
  document.getElementById(`rule-${id}`)?.scrollIntoView({ block: 'nearest' })
}

async function saveProject(stations: Stations) {
  if (!(await deeds.saveProject(stations))) return
  forgetWriting(writing('project'))
  open.value = undefined
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

/** A rule that stands on a folder beside this one, of the same folder above. */
function like(folder: number) {
  const folders = must(choices.value.value).folders
  const parent = folders.find((f) => f.id === folder)?.parent
  const beside = (id: number) => id !== folder && parent !== undefined && folders.find((f) => f.id === id)?.parent === parent
  const found = all.value.map(shown).find((r) => r.kind === 'HANDLING' && r.places.some((p) => beside(p.folder)))
  return found
}
function choose(rule: Rule) {
  wanted.value = wanted.value.includes(rule.id) ? wanted.value.filter((id) => id !== rule.id) : [...wanted.value, rule.id]
}
const nameOf = (id: number) => all.value.filter((r) => r.id === id).map((r) => shown(r).name)[0] ?? ''
useKeys([
  { key: 'ArrowDown', says: 'Next rule', does: () => go(1) },
  { key: 'ArrowUp', says: 'Rule before', does: () => go(-1) },
  { key: 'ArrowRight', says: 'Next column', does: () => across(1) },
  { key: 'ArrowLeft', says: 'Column before', does: () => across(-1) },
  { key: 'Enter', says: 'Open the rule in place, at this column', does: () => here() && show(must(here()).id, column.value) },
  { key: 'n', says: 'New rule behind this one', does: () => add('HANDLING', here()?.id) },
  { key: 'w', says: 'New watching rule', does: () => add('WATCHING', here()?.id) },
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
    <SheetHead
      v-model:beside="beside"
      :last="last"
      :busy="busy"
      :controls="session.controls"
      @undo="undo"
      @add="(kind) => add(kind, all.at(-1)?.id)"
    />
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
      <ForceBar
        v-if="drafts.length || sheet.value.value.reordered || projectRow?.draft"
        v-model:order="orderToo"
        v-model:project="projectToo"
        :drafts="drafts.length"
        :chosen="chosen.length"
        :faulty="chosen.filter(errors).length"
        :reordered="sheet.value.value.reordered"
        :project-drafted="!!projectRow?.draft"
        :controls="session.controls"
        :busy="busy"
        :ready="!!somethingChosen"
        @all="wanted = drafts.map((r) => r.id)"
        @force="putInForce(chosen, true)"
      />
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
            <th>Prepare</th>
            <th>Review</th>
            <th>Issue</th>
            <th>Tell</th>
          </tr>
          <ProjectRow
            v-if="projectRow"
            :row="projectRow"
            :edition="sheet.value.value.edition"
            :open="open === 'project'"
            :station="projectOpen"
            :stations="projectStations"
            :writing="writing('project')"
            :choices="choices.value.value"
            :controls="session.controls"
            :busy="busy"
            @open="openProject"
            @save="saveProject"
            @cancel="open = undefined"
            @leave="leaveProject"
            @drop="dropProject"
          />
        </thead>
        <tbody>
          <template v-for="{ rule, i } in lines" :key="rule?.id ?? 'new'">
            <RuleEditor
              v-if="!rule || open === rule.id"
              :id="rule?.id"
              :key="rule ? `${rule.id} ${openColumn ?? ''}` : newKind"
              :form="rule ? shown(rule) : emptyRule(newKind)"
              :writing="writing(rule?.id ?? newKind)"
              :by="rule?.drafted?.by"
              :findings="rule?.findings ?? []"
              :words="rule?.words"
              :says="projectRow?.words"
              :choices="choices.value.value"
              :project="projectStations"
              :busy="busy"
              :column="openColumn"
              :behind="newBehind"
              :like="like"
              :name-of="nameOf"
              @save="(form, force, above) => save(form, force, rule, above)"
              @cancel="open = undefined"
              @leave="(written) => leave(written, rule)"
            >
              <template v-if="rule">
                <button class="act" type="button" :disabled="busy" @click="duplicate(rule)">Duplicate</button>
                <button
                  class="act"
                  type="button"
                  :disabled="busy"
                  :title="rule.editionInForce ? 'at once; it can be taken back' : ''"
                  @click="remove(rule)"
                >
                  Take off the sheet
                </button>
              </template>
            </RuleEditor>
            <template v-else>
              <SheetRow
                :id="`rule-${rule.id}`"
                :rule="rule"
                :says="projectRow?.words"
                :at="i === at"
                :column="column"
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
              <RowFindings
                v-if="(rule.draft || rule.findings.length) && (!tight || i === at || errors(rule))"
                :rule="rule"
                :busy="busy"
                :faulty="errors(rule)"
                :controls="session.controls"
                :name-of="nameOf"
                @show="(c) => show(rule.id, c)"
                @above="(other) => move(rule.id, 'above', other)"
                @force="putInForce([rule], false)"
                @drop="dropDraft(rule)"
              />
            </template>
          </template>
          <AnythingElse :says="projectRow?.words.untaken ?? []" :controls="session.controls" @open="openProject('untaken')" />
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
.unsaved {
  padding: 4px 10px;
}
.find input {
  max-width: 320px;
}
.find select {
  width: auto;
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
}
</style>
