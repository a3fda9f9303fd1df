<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Rule, type RuleForm } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { moment } from '../../say'
import { useSession } from '../../session'
import { askChoices, emptyRule } from './choices'
import RuleEditor from './RuleEditor.vue'
import * as words from './words'

const session = useSession()
const project = session.project!.id
const rules = useLoaded(() => data(api.GET('/api/projects/{project}/rules', { params: { path: { project } } })))
const choices = useLoaded(() => askChoices(project))
const open = ref<number | 'new'>()
const at = ref(0)
const { busy, problem, act: carryOut } = useAct(() => void rules.load())

onMounted(() => {
  void rules.load()
  void choices.load()
})
whenChanged(['RULES'], rules.load)
whenChanged(['PEOPLE', 'FOLDER'], choices.load, 1000)

const rows = computed(() => rules.value.value ?? [])
const columnWord = (column: string) => column.charAt(0).toUpperCase() + column.slice(1)
const shown = (rule: Rule): RuleForm => rule.draft ?? rule.inForce ?? emptyRule()

async function save(form: RuleForm, rule?: Rule) {
  const done = await carryOut(() => rule
    ? data(api.PUT('/api/rules/{id}/draft', { params: { path: { id: rule.id } }, body: { version: rule.version, rule: form } }))
    : data(api.POST('/api/projects/{project}/rules', { params: { path: { project } }, body: form })))
  if (done) open.value = undefined
}
const path = (rule: Rule) => ({ params: { path: { id: rule.id } } })
const putInForce = (rule: Rule) => carryOut(() => data(api.POST('/api/rules/{id}/put-in-force', { ...path(rule), body: { version: rule.version } })))
const turn = (rule: Rule) => carryOut(() => data(api.PUT('/api/rules/{id}/switch', { ...path(rule), body: { version: rule.version, on: !rule.switchedOn } })))
const dropDraft = (rule: Rule) => carryOut(() => data(api.DELETE('/api/rules/{id}/draft', { params: { path: { id: rule.id }, query: { version: rule.version } } })))

async function move(rule: Rule, by: number) {
  const ids = rows.value.map((r) => r.id)
  const from = ids.indexOf(rule.id)
  const to = from + by
  if (to < 0 || to >= ids.length) return
  ids.splice(to, 0, ...ids.splice(from, 1))
  await carryOut(() => data(api.PUT('/api/projects/{project}/rules/order', { params: { path: { project } }, body: { ids } })))
  at.value = to
}

useKeys([
  { key: 'ArrowDown', says: 'Next rule', does: () => (at.value = Math.min(rows.value.length - 1, at.value + 1)) },
  { key: 'ArrowUp', says: 'Rule before', does: () => (at.value = Math.max(0, at.value - 1)) },
  { key: 'Enter', says: 'Open the rule in place', does: () => (open.value = rows.value[at.value]?.id) },
  { key: 'n', says: 'New rule', does: () => (open.value = 'new') },
  { key: 'J', says: 'Move the rule down', does: () => rows.value[at.value] && void move(rows.value[at.value]!, 1) },
  { key: 'K', says: 'Move the rule up', does: () => rows.value[at.value] && void move(rows.value[at.value]!, -1) },
])
</script>

<template>
  <div class="place">
    <header>
      <h1>Rule sheet</h1>
      <span class="quiet">Tried from the top; the first row that fits takes the file, and only that one.</span>
      <button class="act first end" type="button" @click="open = 'new'">Add a rule</button>
    </header>
    <Trouble :problem="rules.problem.value ?? choices.problem.value ?? problem" />
    <p v-if="!choices.value.value || !rules.value.value" class="quiet" role="status">Asking for the sheet …</p>
    <table v-else class="sheet">
      <thead>
        <tr><th>In force</th><th>Rule</th><th class="left-end">Where and which</th><th>Identify</th><th>Number</th><th>Prepare</th><th>Review</th><th>Issue</th><th>Tell</th></tr>
      </thead>
      <tbody>
        <template v-for="(rule, i) in rows" :key="rule.id">
          <tr :class="{ off: !rule.switchedOn, at: i === at }" @click="at = i">
            <td class="force">
              <button type="button" class="switch" role="switch" :aria-checked="rule.switchedOn" :aria-label="`${shown(rule).name}: ${rule.switchedOn ? 'on' : 'off'}`" :disabled="busy || rule.editionInForce === 0" @click.stop="turn(rule)">
                {{ rule.editionInForce === 0 ? 'never' : rule.switchedOn ? 'on' : 'off' }}</button>
              <span v-if="rule.editionInForce" class="quiet edition">edition {{ rule.editionInForce }}</span>
            </td>
            <td class="rule">
              <button type="button" class="act bare name" :aria-expanded="open === rule.id" @click.stop="open = open === rule.id ? undefined : rule.id">{{ shown(rule).name || 'without a name' }}</button>
              <span class="quiet">took {{ rule.fitted }} in 30 days</span>
              <span v-if="rule.draft" class="draft">draft by {{ rule.draftBy }}<template v-if="rule.draftAt">, {{ moment(rule.draftAt) }}</template></span>
            </td>
            <td class="left-end">{{ words.where(shown(rule), choices.value.value) }}<br><span class="quiet">{{ words.which(shown(rule), choices.value.value) }}</span></td>
            <td>
              <div v-for="p in shown(rule).namePatterns" :key="p" class="mono pattern">{{ p }}</div><span v-if="!shown(rule).namePatterns.length" class="quiet">number in the name</span>
              <div v-for="line in words.checks(shown(rule), choices.value.value)" :key="line">{{ line }}</div>
            </td>
            <td>{{ words.scheme(shown(rule), choices.value.value) }}</td>
            <td class="quiet">as project</td>
            <td>{{ words.route(shown(rule), choices.value.value) }}</td>
            <td><div v-for="line in words.issue(shown(rule), choices.value.value)" :key="line">{{ line }}</div></td>
            <td><div v-for="line in words.tell(shown(rule), choices.value.value)" :key="line">{{ line }}</div></td>
          </tr>
          <tr v-if="(rule.draft || rule.findings.length) && open !== rule.id" class="under">
            <td colspan="9">
              <p v-if="rule.findings.some((f) => f.error)">Before it can be put in force:</p>
              <ul class="findings"><li v-for="(f, k) in rule.findings" :key="k" :class="f.error ? 'error' : 'warning'"><strong>{{ columnWord(f.column) }}</strong> {{ f.sentence }}</li></ul>
              <span v-if="rule.draft" class="row">
                <button class="act first" type="button" :disabled="busy || rule.findings.some((f) => f.error)" @click="putInForce(rule)">Put in force</button>
                <button class="act" type="button" :disabled="busy" @click="dropDraft(rule)">{{ rule.editionInForce ? 'Drop the draft' : 'Drop the rule' }}</button>
              </span>
            </td>
          </tr>
          <tr v-if="open === rule.id" class="editor"><td colspan="9"><RuleEditor :form="shown(rule)" :choices="choices.value.value" :busy="busy" @save="(form) => save(form, rule)" @cancel="open = undefined" /></td></tr>
        </template>
        <tr v-if="open === 'new'" class="editor"><td colspan="9"><RuleEditor :form="emptyRule()" :choices="choices.value.value" :busy="busy" @save="(form) => save(form)" @cancel="open = undefined" /></td></tr>
        <tr class="last"><td>always</td><td>Anything else</td><td class="left-end">in an intake folder</td><td colspan="6">stopped at Arrive, for the document controller</td></tr>
      </tbody>
    </table>
    <p v-if="rows.length === 0 && rules.value.value && open !== 'new'" class="empty"><strong>No rules yet.</strong>A rule stands on folders and says what happens to a file that lands there. Begin with “Add a rule”.</p>
  </div>
</template>

<style scoped>
.place { display: grid; gap: 10px; }
header { display: flex; gap: 12px; align-items: baseline; }
.end { margin-left: auto; }
.sheet { width: 100%; border-collapse: collapse; background: var(--sheet); border: 1px solid var(--line-strong); }
th { text-align: left; background: var(--shade); font-weight: 560; font-size: 12px; padding: 4px 7px; border: 1px solid var(--line-strong); position: sticky; top: var(--stick); }
td { vertical-align: top; padding: 4px 7px; border: 1px solid var(--line); font-size: 12.5px; }
.left-end { border-right: 4px double var(--line-strong); }
.at > td:first-child { box-shadow: inset 3px 0 0 var(--main); }
.off td { color: var(--quiet); }
.force { white-space: nowrap; }
.edition { display: block; }
.switch { border: 1px solid var(--line-strong); background: var(--sheet); min-width: 42px; cursor: pointer; border-radius: 2px; }
.switch[aria-checked='true']:not(:disabled) { background: var(--done-soft); border-color: var(--done); color: var(--done); font-weight: 600; }
.rule { min-width: 130px; } .rule span { display: block; }
.name { font-weight: 600; white-space: normal; text-align: left; padding: 0; min-height: 0; }
.draft { color: var(--attention); }
.pattern { white-space: normal; overflow-wrap: anywhere; }
.under td { background: var(--attention-soft); border-top: 0; }
.findings { margin: 2px 0 5px; columns: 2; max-width: 900px; }
.warning { color: var(--attention); }
.editor > td { padding: 0; border: 2px solid var(--main); }
.last td { background: var(--shade); color: var(--ink-2); border-top: 1px solid var(--line-strong); }
</style>
