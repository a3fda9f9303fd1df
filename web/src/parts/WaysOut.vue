<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { api, data, type PassageRow, type Problem, type Schemas, type WayOut } from '../api/client'
import { asProblem, useLoaded } from '../load'
import { useSession } from '../session'
import Trouble from './Trouble.vue'
import { must } from './must'

/** Ways out of one stop, or of several alike at once: those that are open for all of them. */
const props = defineProps<{ rows: PassageRow[] }>()
/** Taken, with a line for each passage that it could not be taken for. */
const emit = defineEmits<{ taken: [notTaken: string[]] }>()
const session = useSession()

const WORDS: Record<WayOut, string> = {
  TRY_AGAIN: 'Try again',
  GIVE_FIELDS: 'Give the missing fields',
  PUT_NAME_RIGHT: 'Put the name right',
  CHOOSE_RULE: 'Choose the rule',
  CHOOSE_ROUTE: 'Choose the route',
  GO_ON_IN_FORCE: 'Go on under the rule now in force',
  GO_ON_ALL_THE_SAME: 'Go on all the same',
  SEND_BACK: 'Send back to the author',
  TAKE_OUT: 'Take out',
}
const EXPLAINED: Record<WayOut, string> = {
  TRY_AGAIN: 'Once the cause is mended: the same station again.',
  GIVE_FIELDS: 'Say what the fields are; then the same station again.',
  PUT_NAME_RIGHT: 'Say what the name should have been; it is read again with that.',
  CHOOSE_RULE: "It goes on under the rule you choose, whatever the rule's own conditions say.",
  CHOOSE_ROUTE: "It is reviewed on the route you choose instead of the rule's.",
  GO_ON_IN_FORCE: 'The rules that are in force now judge it afresh.',
  GO_ON_ALL_THE_SAME: 'It goes on as it is, without what is missing or differs.',
  SEND_BACK: 'Ends this passage; the author is told why.',
  TAKE_OUT: 'Ends this passage; the files stay in their folder.',
}
/** These ask for something, or end the passage; the others are done by one click. */
const ASKS: WayOut[] = ['GIVE_FIELDS', 'PUT_NAME_RIGHT', 'CHOOSE_RULE', 'CHOOSE_ROUTE', 'SEND_BACK', 'TAKE_OUT']

const chosen = ref<WayOut>()
const text = ref('')
const fields = reactive<Record<string, string>>({})
const rule = ref<number>()
const route = ref<string>()
const problem = ref<Problem>()
const busy = ref(false)
const many = computed(() => props.rows.length > 1)
const ways = computed(() =>
  (props.rows[0]?.waysOut ?? []).filter(
    (way) => props.rows.every((row) => row.waysOut.includes(way)) && !(many.value && way === 'PUT_NAME_RIGHT'),
  ),
)
const asked = computed(
  () => session.project?.fields.filter((f) => props.rows.some((row) => row.passage.at.stop?.fields.includes(f.key))) ?? [],
)
const inProject = () => ({ params: { path: { project: session.project?.id ?? 0 } } })
const rules = useLoaded(async () =>
  (await data(api.GET('/api/projects/{project}/rules', inProject()))).rules.filter((r) => r.on && r.inForce?.kind === 'HANDLING'),
)
const routes = useLoaded(() => data(api.GET('/api/projects/{project}/routes', inProject())))

/** Roles that routes ask and nobody holds: a controller fills them where it stopped, and the stop is tried again. */
const nobody = computed(() => session.controls && props.rows.every((row) => row.passage.at.stop?.code === 'NOBODY_TO_DECIDE'))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', inProject())))
const empty = computed(() =>
  (people.value.value?.roles ?? []).filter(
    (r) =>
      r.holders.length === 0 &&
      routes.value.value?.some((route) => route.form.steps.some((s) => s.who.some((w) => w.kind === 'ROLE' && w.id === r.id))),
  ),
)
watch(
  nobody,
  (now) => {
    if (now) void Promise.all([people.load(), routes.load()])
  },
  { immediate: true },
)

async function fill(role: Schemas['RoleView'], event: Event) {
  const person = Number((event.target as HTMLSelectElement).value)
  busy.value = true
  try {
    await data(
      api.PUT('/api/projects/{project}/roles/{role}/holders', {
        params: { path: { project: must(session.project).id, role: role.id } },
        body: { holders: [person], version: role.version },
      }),
    )
    await people.load()
    if (!empty.value.length) await take('TRY_AGAIN')
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
  }
}

function choose(way: WayOut) {
  problem.value = undefined
  text.value =
    way === 'PUT_NAME_RIGHT'
      ? (must(props.rows[0]).passage.at.stop?.proposal ?? must(props.rows[0]).passage.names.originalName.replace(/\.[^.]+$/, ''))
      : ''
  if (way === 'CHOOSE_RULE') void rules.load()
  if (way === 'CHOOSE_ROUTE') void routes.load()
  if (ASKS.includes(way)) chosen.value = chosen.value === way ? undefined : way
  else void take(way)
}

async function take(way: WayOut) {
  busy.value = true
  try {
    const names = new Map(props.rows.map((row) => [row.passage.id, row.passage.names.originalName]))
    const refused = await data(
      api.POST('/api/passages/ways-out', {
        body: {
          way,
          fields: way === 'GIVE_FIELDS' ? { ...fields } : {},
          text: text.value,
          rule: way === 'CHOOSE_RULE' ? rule.value : undefined,
          route: way === 'CHOOSE_ROUTE' ? route.value : undefined,
          passages: props.rows.map((row) => ({ passage: row.passage.id, version: row.passage.version })),
        },
      }),
    )
    chosen.value = undefined
    problem.value = undefined
    emit(
      'taken',
      refused.map((r) => `${names.get(r.passage)}: ${r.reason}`),
    )
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="ways">
    <div class="row wrap">
      <button
        v-for="way in ways"
        :key="way"
        type="button"
        class="act"
        :class="{ on: chosen === way }"
        :disabled="busy"
        :title="EXPLAINED[way]"
        :aria-expanded="ASKS.includes(way) ? chosen === way : undefined"
        @click="choose(way)"
      >
        {{ WORDS[way] }}
      </button>
      <span v-if="ways.length === 0 && many" class="quiet">No way out is open for all of these at once; choose fewer.</span>
      <span v-else-if="ways.length === 0" class="quiet">Document control has been told and will put this right.</span>
    </div>
    <p v-for="role in nobody ? empty : []" :key="role.id" class="row wrap">
      <span>Nobody holds “{{ role.name }}”. Put somebody in, and it goes on:</span>
      <select class="text few" :aria-label="`Who holds ${role.name}`" :disabled="busy" @change="fill(role, $event)">
        <option value="">choose somebody</option>
        <option v-for="p in people.value.value?.people" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
      </select>
    </p>
    <form v-if="chosen" class="ask" @submit.prevent="take(chosen)">
      <template v-if="chosen === 'GIVE_FIELDS'">
        <label v-for="field in asked" :key="field.key" class="field">
          <span>{{ field.label }}</span>
          <select v-if="field.codes.length" v-model="fields[field.key]" class="text" required>
            <option v-for="code in field.codes" :key="code.code" :value="code.code">{{ code.code }} {{ code.meaning }}</option>
          </select>
          <input v-else v-model="fields[field.key]" class="text" required :maxlength="field.greatestWidth" />
        </label>
      </template>
      <label v-else-if="chosen === 'CHOOSE_RULE'" class="field wide">
        <span>The rule, in its edition in force</span>
        <select v-model="rule" class="text" required>
          <option v-for="r in rules.value.value" :key="r.id" :value="r.id">{{ r.inForce?.name }} (edition {{ r.editionInForce }})</option>
        </select>
        <small v-if="rules.value.value?.length === 0">No rule is in force. Put one in force on the rule sheet first.</small>
      </label>
      <label v-else-if="chosen === 'CHOOSE_ROUTE'" class="field wide">
        <span>The route</span>
        <select v-model="route" class="text" required>
          <option v-for="r in routes.value.value" :key="r.key" :value="r.key">{{ r.name }}</option>
        </select>
      </label>
      <label v-else class="field wide">
        <span v-if="chosen === 'PUT_NAME_RIGHT'">The name as it should have been, without ending</span>
        <span v-else-if="chosen === 'SEND_BACK'">What the author is told</span>
        <span v-else>Why it is taken out (kept on its journal)</span>
        <input v-model="text" class="text" :required="chosen !== 'TAKE_OUT'" maxlength="2000" />
      </label>
      <button class="act first" type="submit" :disabled="busy">{{ WORDS[chosen] }}</button>
      <small class="quiet">{{ EXPLAINED[chosen] }}</small>
    </form>
    <Trouble :problem="problem ?? rules.problem.value ?? routes.problem.value" />
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 6px;
}
.wrap {
  flex-wrap: wrap;
}
.on {
  border-color: var(--main);
  box-shadow: inset 0 -2px 0 var(--main);
}
.ask {
  display: flex;
  align-items: end;
  gap: 8px;
  flex-wrap: wrap;
}
.few {
  width: auto;
}
.wide {
  flex: 1;
  min-width: 260px;
  max-width: 520px;
}
</style>
