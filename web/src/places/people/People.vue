<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAct } from '../../act'
import { api, data, type Schemas } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import AwaySheet from './AwaySheet.vue'
import FirmFolder from './FirmFolder.vue'
import PeopleFromList from './PeopleFromList.vue'
import CheckPanel from './CheckPanel.vue'
import MatrixSheet from './MatrixSheet.vue'
import RoleEditor from './RoleEditor.vue'
import RoleOpens from './RoleOpens.vue'
import { rightsInWords, usualRole } from './rights'
import { vAsks } from '../../parts/asks'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const session = useSession()
const inviteAgain = (name: string) =>
  `${name} has not accepted yet; ${session.entrance.mail ? 'another mail goes out' : 'another link is made'}; the former is no longer good`
const project = must(session.project).id
const params = { params: { path: { project } } }
const everybody = useLoaded(() => data(api.GET('/api/projects/{project}/people', params)))
const failing = useLoaded(() => data(api.GET('/api/projects/{project}/failing-addresses', params)))
onMounted(() => {
  void everybody.load()
  if (session.controls) void failing.load()
})
whenChanged(['MAIL'], () => (session.controls ? failing.load() : undefined), 1000)
/** Why mail to somebody's address as it is now was given up. */
const unreached = (p: { id: number; email: string }) => failing.value.value?.find((f) => f.person === p.id && f.address === p.email)
const { problem, act } = useAct()
const adding = ref<'person' | 'firm' | 'list' | undefined>(useRoute().query.list === 'take' ? 'list' : undefined)
const person = reactive({ firmId: 0, name: '', email: '', job: '', roles: [] as number[] })
const firm = reactive({ code: '', name: '', folder: 0 })
const PARTS = [
  { key: 'everybody', word: 'Everybody' },
  { key: 'matrix', word: 'Distribution matrix' },
  { key: 'away', word: 'Who is away' },
] as const
const route = useRoute()
const router = useRouter()
const part = computed(() => PARTS.find((p) => p.key === route.query.part)?.key ?? 'everybody')
whenChanged(['PEOPLE'], () => everybody.load(), 500)
/** Somebody who is about to leave, and what hangs on that person. */
const leaving = ref<{ id: number; name: string; hanging: Schemas['Hanging'][] }>()
/** Who was invited just now; with the link to hand over where there is no mail. */
const invited = ref<{ id: number; name: string; link?: string }>()
const editing = ref<Schemas['RoleView'] | 'new'>()
/** What giving a role to people would open, to be said before it is done. */
const giving = ref<{ role: Schemas['RoleView']; holders: number[]; opened: Schemas['Opened'][] }>()
const roles = computed(() => everybody.value.value?.roles ?? [])
const rolesOf = (id: number) =>
  roles.value
    .filter((r) => r.holders.includes(id))
    .map((r) => r.name)
    .join(', ')

/** What is done, and what may be cleared at once: whoever types on while the list is asked anew loses nothing. */
async function carryOut(call: () => Promise<unknown>, cleared: () => void = () => undefined) {
  const done = await act(call)
  if (done) cleared()
  await everybody.load()
  return done
}

const addPerson = () =>
  carryOut(
    async () => {
      const added = await data(api.POST('/api/projects/{project}/people', { ...params, body: { ...person } }))
      invited.value = { id: added.person.id, name: added.person.name, link: added.link }
    },
    () => {
      Object.assign(person, { name: '', email: '', job: '' })
      adding.value = undefined
    },
  )

/** A new person begins with handing in, as most do. */
function beginPerson() {
  adding.value = 'person'
  const usual = usualRole(roles.value)
  if (!person.roles.length && usual) person.roles = [usual.id]
}

const addFirm = () =>
  carryOut(
    () => data(api.POST('/api/projects/{project}/firms', { ...params, body: { ...firm, folder: firm.folder || undefined } })),
    () => {
      Object.assign(firm, { code: '', name: '' })
      adding.value = undefined
    },
  )

const invite = (id: number, name: string) =>
  act(async () => {
    const { link } = await data(
      api.POST('/api/projects/{project}/people/{person}/invitations', { params: { path: { project, person: id } } }),
    )
    invited.value = { id, name, link }
  })

const copyLink = () => navigator.clipboard.writeText(must(must(invited.value).link))

const ask = (id: number, name: string) =>
  act(async () => {
    leaving.value = {
      id,
      name,
      hanging: await data(api.GET('/api/projects/{project}/people/{person}/hanging', { params: { path: { project, person: id } } })),
    }
  })

const leave = () =>
  carryOut(
    () => data(api.DELETE('/api/projects/{project}/people/{person}', { params: { path: { project, person: must(leaving.value).id } } })),
    () => {
      leaving.value = undefined
    },
  )

/** Choices of holders that are on their way, by role: one after the other, each over what the one before made. */
const choosing = new Map<number, Promise<unknown>>()
const wanted = ref<Record<number, number[]>>({})
function setHolders(role: number, holders: number[]) {
  wanted.value = { ...wanted.value, [role]: holders }
  const before = choosing.get(role) ?? Promise.resolve()
  choosing.set(
    role,
    before.then(async () => {
      const is = roles.value.find((r) => r.id === role)
      if (!is) return
      let opened: Schemas['Opened'][] = []
      const asked = await act(async () => {
        opened = await data(
          api.POST('/api/projects/{project}/roles/{role}/looks', { params: { path: { project, role } }, body: { may: is.may, holders } }),
        )
      })
      if (!asked) {
        // What it opens is not known, so it is not given; why stands above.
        delete wanted.value[role]
        return
      }
      if (opened.some((o) => o.firms.length)) {
        // Of two roles that wait for a word, the one chosen first is left as it was.
        if (giving.value) delete wanted.value[giving.value.role.id]
        giving.value = { role: is, holders, opened }
        wanted.value = { ...wanted.value, [role]: holders }
        return
      }
      await give(role, holders)
    }),
  )
}

async function give(role: number, holders: number[]) {
  const version = roles.value.find((r) => r.id === role)?.version ?? 0
  await carryOut(() =>
    data(api.PUT('/api/projects/{project}/roles/{role}/holders', { params: { path: { project, role } }, body: { holders, version } })),
  )
  if (wanted.value[role] === holders) delete wanted.value[role]
}

async function giveAllTheSame() {
  const is = must(giving.value)
  giving.value = undefined
  await give(is.role.id, is.holders)
}

function leaveIt() {
  delete wanted.value[must(giving.value).role.id]
  giving.value = undefined
}

async function roleSaved() {
  editing.value = undefined
  await everybody.load()
}
</script>

<template>
  <div class="place">
    <header>
      <h1>People</h1>
      <nav aria-label="Parts">
        <button
          v-for="p in PARTS"
          :key="p.key"
          type="button"
          class="act bare"
          :aria-pressed="part === p.key"
          @click="router.replace({ query: { part: p.key } })"
        >
          {{ p.word }}
        </button>
      </nav>
      <template v-if="session.controls && part === 'everybody'">
        <button class="act end" type="button" @click="adding = 'list'">Take a list</button>
        <button class="act" type="button" @click="adding = 'firm'">Add a firm</button>
        <button class="act first" type="button" @click="beginPerson">Invite a person</button>
      </template>
    </header>
    <Trouble :problem="everybody.problem.value ?? problem" />
    <p v-if="!everybody.value.value && !everybody.problem.value" class="quiet" role="status">Asking who takes part …</p>
    <form v-if="adding === 'firm'" v-escape="() => (adding = undefined)" class="panel add" @submit.prevent="addFirm">
      <label class="field"><span>Code</span><input v-model="firm.code" class="text mono" required maxlength="10" autofocus /></label>
      <label class="field grow"><span>Name</span><input v-model="firm.name" class="text" required maxlength="200" /></label>
      <FirmFolder v-model="firm.folder" label="Its folder lies in" />
      <button class="act first" type="submit">Add the firm</button
      ><button class="act" type="button" @click="adding = undefined">Leave it</button>
    </form>
    <PeopleFromList
      v-if="adding === 'list' && everybody.value.value"
      :project="project"
      :roles="roles"
      @taken="everybody.load"
      @cancel="adding = undefined"
    />
    <form v-if="adding === 'person'" v-escape="() => (adding = undefined)" class="panel add" @submit.prevent="addPerson">
      <label class="field grow"><span>Name</span><input v-model="person.name" class="text" required maxlength="200" autofocus /></label>
      <label class="field grow"
        ><span>E-mail address</span><input v-model="person.email" class="text" type="email" required maxlength="254"
      /></label>
      <label class="field"
        ><span>Firm</span
        ><select v-model="person.firmId" class="text" required>
          <option v-for="f in everybody.value.value?.firms" :key="f.id" :value="f.id">{{ f.code }} {{ f.name }}</option>
        </select></label
      >
      <label class="field"><span>What the person does</span><input v-model="person.job" class="text" maxlength="200" /></label>
      <div class="field grow">
        <span id="new-roles">Roles</span
        ><MultiSelect
          v-model="person.roles"
          :options="roles"
          option-label="name"
          option-value="id"
          display="comma"
          placeholder="none: sees the own firm’s folders"
          aria-labelledby="new-roles"
        />
      </div>
      <button class="act first" type="submit">{{ session.entrance.mail ? 'Invite by mail' : 'Make an invitation' }}</button><button
        class="act"
        type="button"
        @click="adding = undefined"
      >
        Leave it
      </button>
    </form>

    <div v-if="invited" class="note good" role="status">
      <template v-if="invited.link"
        >There is no mail here. Hand this link to {{ invited.name }}, and to nobody else; it is good for 7 days, and not shown again:
        <span class="mono link">{{ invited.link }}</span> <button class="act" type="button" @click="copyLink">Copy it</button></template
      >
      <template v-else>{{ invited.name }} is invited by mail.</template>
      <button class="act bare" type="button" @click="invited = undefined">Done</button>
    </div>

    <MatrixSheet v-if="part === 'matrix' && everybody.value.value" :roles="roles" />
    <AwaySheet v-if="part === 'away' && everybody.value.value" :people="everybody.value.value.people" />
    <section v-if="part === 'everybody' && everybody.value.value">
      <h2>Roles, and who holds them</h2>
      <table class="dense stacks">
        <thead>
          <tr>
            <th>Role</th>
            <th>Held by</th>
            <th>May</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="role in roles" :key="role.id" :class="{ at: role.id === Number(route.query.role) }">
            <td class="main">{{ role.name }}</td>
            <td class="holders" data-is="Held by">
              <MultiSelect
                v-if="session.controls"
                :model-value="wanted[role.id] ?? role.holders"
                :options="everybody.value.value.people"
                option-label="name"
                option-value="id"
                display="comma"
                placeholder="nobody: what needs this role will be stopped"
                filter
                selected-items-label="{0} people"
                :max-selected-labels="4"
                :aria-label="`Holders of ${role.name}`"
                @update:model-value="(v: number[]) => setHolders(role.id, v)"
              />
              <span v-else>{{
                everybody.value.value.people
                  .filter((p) => role.holders.includes(p.id))
                  .map((p) => p.name)
                  .join(', ') || 'nobody'
              }}</span>
            </td>
            <td class="quiet" data-is="May">
              {{ rightsInWords(role.may, everybody.value.value.firms) }}
              <button
                v-if="session.controls"
                class="act bare"
                type="button"
                :aria-label="`Change what ${role.name} may`"
                @click="editing = role"
              >
                Change
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="giving" v-asks class="panel opened" role="alertdialog" :aria-label="`What ${giving.role.name} opens`">
        <RoleOpens :opened="giving.opened" :called="giving.role.name" />
        <div class="row">
          <button class="act first" type="button" @click="giveAllTheSame">Give the role</button
          ><button class="act" type="button" @click="leaveIt">Leave it</button>
        </div>
      </div>
      <RoleEditor
        v-if="editing"
        :key="editing === 'new' ? 0 : editing.id"
        :role="editing === 'new' ? undefined : editing"
        :firms="everybody.value.value.firms"
        @saved="roleSaved"
        @leave="editing = undefined"
      />
      <button v-else-if="session.controls" class="act add-role" type="button" @click="editing = 'new'">Add a role</button>
    </section>
    <section v-if="part === 'everybody' && everybody.value.value">
      <h2>Everybody</h2>
      <div v-if="leaving" v-asks class="panel add" role="alertdialog" :aria-label="`${leaving.name} leaves the project`">
        <div class="grow">
          <strong>{{ leaving.name }} leaves the project.</strong>
          <ul v-if="leaving.hanging.length">
            <li v-for="h in leaving.hanging" :key="h.what">
              <span class="error">{{ h.what }}</span> <RouterLink :to="h.place">Put it right</RouterLink>
            </li>
          </ul>
          <p v-else>Nothing hangs on this person. What the person did stays; the person sees nothing of the project any more.</p>
        </div>
        <button class="act first" type="button" :disabled="leaving.hanging.length > 0" @click="leave">Leaves the project</button
        ><button class="act" type="button" @click="leaving = undefined">Stays</button>
      </div>
      <table class="dense stacks">
        <thead>
          <tr>
            <th>Name</th>
            <th>Firm</th>
            <th>Does</th>
            <th>Roles</th>
            <th>E-mail</th>
            <th v-if="session.controls" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in everybody.value.value.people" :key="p.id" :class="{ at: p.id === Number(route.query.person) }">
            <td class="main">{{ p.name }}<span v-if="!p.joined" class="quiet"> invited, not in yet</span></td>
            <td data-is="Firm">
              <span class="mono">{{ p.firmCode }}</span> {{ p.firmName }}
            </td>
            <td data-is="Does">{{ p.job }}</td>
            <td data-is="Roles">{{ rolesOf(p.id) }}</td>
            <td data-is="E-mail">
              {{ p.email }}
              <small v-if="unreached(p)" class="error" role="note"
                >mail does not reach it: {{ unreached(p)?.words ?? 'it was given up' }} (<RouterLink to="/messages?whose=ALL&which=GIVEN_UP"
                  >messages</RouterLink
                >)</small
              >
            </td>
            <td v-if="session.controls" class="nowrap">
              <button v-if="!p.joined" class="act bare" type="button" :title="inviteAgain(p.name)" @click="invite(p.id, p.name)">
                Invite again</button
              ><span v-else-if="!p.active" class="quiet">closed</span>
              <button class="act bare" type="button" @click="ask(p.id, p.name)">Leaves …</button>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <CheckPanel v-if="part === 'everybody' && session.me?.administrator" />
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  max-width: 1300px;
  align-content: start;
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
}
.end {
  margin-left: auto;
}
nav {
  display: flex;
  gap: 4px;
}
nav button {
  border-radius: 0;
  color: var(--ink-2);
}
nav button[aria-pressed='true'] {
  border-bottom: 2px solid var(--main);
  color: var(--ink);
  font-weight: 600;
}
.few {
  width: 220px;
}
section {
  display: grid;
  gap: 6px;
  align-content: start;
}
.add {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.add .field {
  flex: 1 1 120px;
  min-width: 120px;
}
.add .grow {
  flex: 2 1 160px;
  min-width: 150px;
}
.opened {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.add-role {
  justify-self: start;
}
.link {
  white-space: normal;
  overflow-wrap: anywhere;
  user-select: all;
}
.holders {
  min-width: 340px;
}
.holders :deep(.p-multiselect) {
  width: 100%;
}
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
  }
  .main {
    font-weight: 600;
  }
  .holders {
    min-width: 0;
  }
}
</style>
