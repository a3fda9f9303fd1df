<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Trouble from '../../parts/Trouble.vue'
import { moment } from '../../say'
import { useSession } from '../../session'
import RollOut from './RollOut.vue'
import TemplateEditor from './TemplateEditor.vue'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const session = useSession()
const router = useRouter()
const path = { params: { path: { project: must(session.project).id } } }
const all = useLoaded(() => data(api.GET('/api/projects/{project}/packages', path)))
const templates = useLoaded(() => data(api.GET('/api/projects/{project}/folder-templates', path)))
const folders = useLoaded(() => data(api.GET('/api/projects/{project}/folders', path)))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', path)))
const schemes = useLoaded(async () =>
  (await data(api.GET('/api/projects/{project}/schemes', path))).filter((s) => s.form.of === 'PACKAGES'),
)
const making = ref(false)
const editing = ref<string>()
const rolling = ref<string>()
const KINDS = [
  { kind: 'WORK_PACKAGE', word: 'work package' },
  { kind: 'CONTRACT', word: 'contract' },
  { kind: 'FIRM', word: 'firm' },
] as const
const form = reactive({
  kind: 'WORK_PACKAGE' as Schemas['PackageEntry']['kind'],
  code: '',
  title: '',
  firm: undefined as number | undefined,
  template: '',
  parent: undefined as number | undefined,
})
const values = ref<Record<string, string>>({})
const { busy, problem, act } = useAct(load)

function load() {
  return Promise.all([all.load(), session.controls ? templates.load() : undefined])
}
onMounted(() => {
  void load()
  if (!session.controls) return
  void folders.load()
  void people.load()
  void schemes.load()
})
whenChanged(['FOLDER'], load, 500)

const parents = computed(() => (folders.value.value ?? []).filter((f) => !f.firm && f.state !== 'ARCHIVE'))
const optional = computed(() => (session.project?.fields ?? []).filter((f) => !['project', 'originator'].includes(f.key)).map((f) => f.key))
const word = (kind: string) => KINDS.find((k) => k.kind === kind)?.word ?? kind
const editedTemplate = computed(() => templates.value.value?.find((t) => t.key === editing.value))

/** A package's code can be a number of a scheme for packages; taken, it stands in the ledger. */
const takeCode = () =>
  act(async () => {
    const taken = await data(
      api.POST('/api/projects/{project}/schemes/{scheme}/numbers', {
        params: { path: { project: must(session.project).id, scheme: must(must(schemes.value.value)[0]).key } },
        body: {
          values: Object.fromEntries(Object.entries(values.value).filter(([, v]) => v)),
          title: form.title,
          ownReference: '',
          count: 1,
          firm: form.firm,
        },
      }),
    )
    form.code = must(taken[0]).number
  })

async function make() {
  let id = 0
  const done = await act(async () => {
    id = (
      await data(
        api.POST('/api/projects/{project}/packages', {
          ...path,
          body: { ...form, parent: must(form.parent), values: Object.fromEntries(Object.entries(values.value).filter(([, v]) => v)) },
        }),
      )
    ).id
  })
  if (done) void router.push(`/packages/${id}`)
}
</script>

<template>
  <div class="place">
    <header>
      <h1>Packages</h1>
      <span class="quiet grow">Work packages, contracts and firms; their folders are made from a template, all or none.</span>
      <button
        v-if="session.controls && templates.value.value?.length"
        class="act first"
        type="button"
        :aria-expanded="making"
        data-test="new-package"
        @click="making = !making"
      >
        New package
      </button>
    </header>
    <Trouble :problem="all.problem.value ?? templates.problem.value ?? problem" :again="load" />
    <form v-if="making" v-escape="() => (making = false)" class="panel make" aria-label="New package" @submit.prevent="make">
      <label class="field"
        ><span>It is a</span
        ><select v-model="form.kind" class="text">
          <option v-for="k in KINDS" :key="k.kind" :value="k.kind">{{ k.word }}</option>
        </select></label
      >
      <label class="field"
        ><span>Code</span><input v-model="form.code" class="text mono" required maxlength="60" placeholder="WP-07" data-test="package-code"
      /></label>
      <button
        v-if="schemes.value.value?.length"
        class="act"
        type="button"
        :disabled="busy || !form.title.trim()"
        title="Takes the next number of the scheme for packages; say the title first"
        @click="takeCode"
      >
        Take the next code
      </button>
      <label class="field grow"
        ><span>Title</span><input v-model="form.title" class="text" required maxlength="120" data-test="package-title"
      /></label>
      <label class="field"
        ><span>Firm</span
        ><select v-model="form.firm" class="text" data-test="package-firm">
          <option :value="undefined">none</option>
          <option v-for="f in people.value.value?.firms" :key="f.id" :value="f.id">{{ f.code }} {{ f.name }}</option>
        </select></label
      >
      <label class="field"
        ><span>Folders from</span
        ><select v-model="form.template" class="text" required data-test="package-template">
          <option v-for="t in templates.value.value" :key="t.key" :value="t.key">{{ t.name }}</option>
        </select></label
      >
      <label class="field"
        ><span>Under</span
        ><select v-model="form.parent" class="text" required data-test="package-parent">
          <option v-for="f in parents" :key="f.id" :value="f.id">{{ f.path || f.name }}</option>
        </select></label
      >
      <details>
        <summary>Values its folders' names may need</summary>
        <div class="values"><FieldInputs v-model="values" :keys="optional" optional /></div>
      </details>
      <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Making its folders …' : 'Make it with its folders' }}</button>
    </form>

    <table v-if="all.value.value?.length" class="dense">
      <thead>
        <tr>
          <th>Code</th>
          <th>Title</th>
          <th>Is a</th>
          <th>Firm</th>
          <th>Folders from</th>
          <th>Made</th>
          <th>Folders</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in all.value.value" :key="p.id">
          <td class="mono">
            <RouterLink :to="`/packages/${p.id}`">{{ p.code }}</RouterLink>
          </td>
          <td class="clip">
            <RouterLink class="plain" :to="`/packages/${p.id}`">{{ p.title }}</RouterLink>
          </td>
          <td>{{ word(p.kind) }}</td>
          <td>{{ p.firm }}</td>
          <td>
            {{ p.template.name }} <span class="quiet">edition {{ p.template.edition }}</span>
          </td>
          <td class="nowrap" :title="p.by">{{ moment(p.at) }}</td>
          <td>
            <strong v-if="p.failed" class="error">could not be made</strong
            ><span v-else-if="p.template.behind" class="attention">template is newer</span><span v-else>made</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="all.value.value" class="empty">
      <strong>No package yet.</strong
      >{{
        session.controls
          ? templates.value.value?.length
            ? 'Make one with “New package”.'
            : 'First make a template of the folders it is to have.'
          : 'A document controller makes them.'
      }}
    </p>

    <section v-if="session.controls" class="panel">
      <header>
        <h2>Folder templates</h2>
        <span class="quiet grow">The tree every package of a sort begins with.</span
        ><button class="act" type="button" data-test="new-template" @click="editing = 'new'">New template</button>
      </header>
      <TemplateEditor
        v-if="editing"
        :key="editing"
        :template="editedTemplate"
        @done="((editing = undefined), load())"
        @cancel="editing = undefined"
      />
      <table v-if="templates.value.value?.length" class="dense">
        <tbody>
          <template v-for="t in templates.value.value" :key="t.key">
            <tr>
              <td>
                <strong>{{ t.name }}</strong>
              </td>
              <td class="quiet">edition {{ t.edition }}</td>
              <td>{{ t.madeFrom === 1 ? '1 package' : `${t.madeFrom} packages` }} made from it</td>
              <td>
                <div class="row">
                  <button class="act bare" type="button" @click="editing = t.key">Change</button
                  ><button
                    v-if="t.madeFrom"
                    class="act bare"
                    type="button"
                    :aria-expanded="rolling === t.key"
                    @click="rolling = rolling === t.key ? undefined : t.key"
                  >
                    Roll out
                  </button>
                </div>
              </td>
            </tr>
            <tr v-if="rolling === t.key">
              <td colspan="4"><RollOut :template="t.key" @changed="load" /></td>
            </tr>
          </template>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 10px;
  align-content: start;
  max-width: 1300px;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.make {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.values {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  padding-top: 6px;
}
details {
  flex-basis: 100%;
}
.clip {
  max-width: 320px;
}
.attention {
  color: var(--attention);
  font-weight: 600;
}
</style>
