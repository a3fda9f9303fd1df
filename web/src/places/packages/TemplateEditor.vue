<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, reactive, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { stateName } from '../folders/tree'
import { addBelow, lines, move, newPlan, remove, type Plan } from './plan'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ template?: Schemas['TemplateView'] }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const session = useSession()
const project = must(session.project).id
const name = ref(props.template?.name ?? '')
const root = reactive<Plan>(
  props.template ? (JSON.parse(JSON.stringify(props.template.root)) as Plan) : newPlan('root', '{package} {title}'),
)
const all = computed(() => lines(root))
const open = ref<string>()
const STATES = ['WORK_IN_PROGRESS', 'SHARED', 'PUBLISHED', 'ARCHIVE'] as const
const rules = useLoaded(async () =>
  (await data(api.GET('/api/projects/{project}/rules', { params: { path: { project } } }))).rules
    .filter((r) => r.on && r.inForce)
    .map((r) => ({ id: r.id, name: must(r.inForce).name })),
)
const { busy, problem, act } = useAct()
onMounted(rules.load)
const key = computed(
  () =>
    props.template?.key ??
    (
      name.value
        .normalize('NFD')
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^[^a-z]+|-+$/g, '') || 'template'
    ).slice(0, 60),
)
const valueKeys = computed(() =>
  (session.project?.fields ?? []).filter((f) => !['project', 'originator'].includes(f.key)).map((f) => f.key),
)
const ruleWords = (plan: Plan) =>
  plan.rules.map((id) => rules.value.value?.find((r) => r.id === id)?.name ?? 'a rule that is gone').join(', ')
const valueWords = (plan: Plan) => Object.values(plan.values).filter(Boolean).join(' ')

function cleaned(plan: Plan): Plan {
  return {
    ...plan,
    state: plan.state || undefined,
    values: Object.fromEntries(Object.entries(plan.values).filter(([, v]) => v)),
    below: plan.below.map(cleaned),
  }
}

async function putInForce() {
  const done = await act(() =>
    data(
      api.PUT('/api/projects/{project}/folder-templates/{template}', {
        params: { path: { project, template: key.value } },
        body: { after: props.template?.edition ?? 0, name: name.value, root: cleaned(root) },
      }),
    ),
  )
  if (done) emit('done')
}
</script>

<template>
  <form
    v-escape="() => emit('cancel')"
    class="editor"
    :aria-label="template ? `Template ${template.name}` : 'New template'"
    @submit.prevent="putInForce"
  >
    <label class="field"
      ><span>Name of the template</span><input v-model="name" class="text" required maxlength="200" autofocus data-test="template-name"
    /></label>
    <p class="quiet">
      Names are patterns: <span class="mono">{package}</span> is the package's code, <span class="mono">{title}</span> its title, and the
      project's fields, such as <span class="mono">{originator}</span>.
    </p>
    <table class="dense">
      <thead>
        <tr>
          <th>Folder</th>
          <th>State</th>
          <th>Whose</th>
          <th>Rules, values</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <template v-for="line in all" :key="line.plan.key">
          <tr>
            <td>
              <input
                v-model="line.plan.name"
                class="text mono"
                :style="{ marginLeft: `${line.depth * 18}px`, width: `calc(100% - ${line.depth * 18}px)` }"
                required
                maxlength="500"
                :aria-label="`Name, ${line.depth} deep`"
                :data-test="`plan-${line.plan.key}`"
              />
            </td>
            <td>
              <select v-model="line.plan.state" class="text" aria-label="Information state">
                <option :value="undefined">as above</option>
                <option v-for="s in STATES" :key="s" :value="s">{{ stateName(s) }}</option>
              </select>
            </td>
            <td>
              <select v-model="line.plan.owner" class="text" aria-label="Whose own folder it is">
                <option value="AS_ABOVE">as above</option>
                <option value="FIRM">the firm's own</option>
              </select>
            </td>
            <td>
              <button
                class="act bare clip"
                type="button"
                :aria-expanded="open === line.plan.key"
                @click="open = open === line.plan.key ? undefined : line.plan.key"
              >
                {{ [ruleWords(line.plan), valueWords(line.plan)].filter(Boolean).join('; ') || 'none' }}
              </button>
            </td>
            <td class="nowrap">
              <button class="act bare" type="button" :data-test="`below-${line.plan.key}`" @click="addBelow(root, line.plan)">
                Add below
              </button>
              <template v-if="line.above"
                ><button class="act bare" type="button" aria-label="Up" @click="move(line, -1)">↑</button
                ><button class="act bare" type="button" aria-label="Down" @click="move(line, 1)">↓</button
                ><button class="act bare" type="button" @click="remove(line)">Remove</button></template
              >
            </td>
          </tr>
          <tr v-if="open === line.plan.key">
            <td colspan="5">
              <div class="more">
                <div class="field">
                  <span>Rules that stand on it, and on what lies below</span
                  ><MultiSelect
                    v-model="line.plan.rules"
                    :options="rules.value.value ?? []"
                    option-label="name"
                    option-value="id"
                    placeholder="none"
                    filter
                    aria-label="Rules"
                  />
                </div>
                <FieldInputs v-model="line.plan.values" :keys="valueKeys" optional />
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <Trouble :problem="rules.problem.value ?? problem" />
    <footer class="row">
      <button class="act first" type="submit" :disabled="busy" data-test="template-in-force">
        Put in force as edition {{ (template?.edition ?? 0) + 1 }}</button
      ><button class="act" type="button" @click="emit('cancel')">Leave it as it was</button>
      <span class="quiet">Folders that were made stay as they are until it is rolled out.</span>
    </footer>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 8px;
  padding: 10px;
  border-bottom: 2px solid var(--main);
}
.clip {
  max-width: 260px;
}
.more {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: end;
  padding: 6px 0;
}
.more .field {
  min-width: 200px;
}
</style>
