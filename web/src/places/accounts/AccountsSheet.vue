<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import { vAsks } from '../../parts/asks'
import Trouble from '../../parts/Trouble.vue'
import { count, moment } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** All accounts: who signs in, how, and from where; closed and opened, made administrator, helped in again. */
type Line = Schemas['AccountLine']
const session = useSession()
const accounts = useLoaded(() => data(api.GET('/api/accounts')))
onMounted(accounts.load)
const { busy, problem, act } = useAct(() => accounts.load())
const wanted = ref('')
const closing = ref<{ line: Line; hanging: Schemas['Hanging'][] }>()
const told = ref<{ name: string; link?: string }>()
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (accounts.value.value ?? []).filter((l) =>
    words.every((w) => `${l.account.name} ${l.account.email} ${l.projects.join(' ')}`.toLowerCase().includes(w)),
  )
})
const path = (line: Line) => ({ params: { path: { id: line.account.id } } })
const howIn = (line: Line) =>
  [
    line.account.hasPassword ? 'password' : 'no password',
    line.secondSteps.includes('PASSKEY') && 'passkey',
    line.secondSteps.includes('CODE') && 'codes',
  ]
    .filter(Boolean)
    .join(', ')

const askClosing = (line: Line) =>
  act(async () => {
    closing.value = { line, hanging: await data(api.GET('/api/accounts/{id}/hanging', path(line))) }
  })
const close = () =>
  act(async () => {
    await data(api.POST('/api/accounts/{id}/closing', path(must(closing.value).line)))
    closing.value = undefined
  })
const parting = ref<Line>()
const parted = ref<Schemas['Anonymous']>()
const makeAnonymous = () =>
  act(async () => {
    parted.value = await data(api.POST('/api/accounts/{id}/anonymity', path(must(parting.value))))
    parting.value = undefined
  })
const open = (line: Line) => act(() => data(api.POST('/api/accounts/{id}/opening', path(line))))
const administer = (line: Line, administrator: boolean) =>
  act(() => data(api.PUT('/api/accounts/{id}/administrator', { ...path(line), body: { administrator } })))
const sendLink = (line: Line) =>
  act(async () => {
    told.value = { name: line.account.name, link: (await data(api.POST('/api/accounts/{id}/password-links', path(line)))).link }
  })
const forget = (line: Line) => act(() => data(api.DELETE('/api/accounts/{id}/second-steps', path(line))))
const endSessions = (line: Line) => act(() => data(api.DELETE('/api/accounts/{id}/sessions', path(line))))
const copyLink = () => navigator.clipboard.writeText(must(must(told.value).link))
</script>

<template>
  <section class="sheet">
    <div class="row">
      <input v-model="wanted" class="text few" type="search" placeholder="name, address, project" aria-label="Narrow the accounts" /><span
        class="quiet"
        role="status"
        >{{ accounts.value.value ? count(found.length, 'account') : 'Asking …' }}</span
      >
    </div>
    <Trouble :problem="accounts.problem.value ?? problem" />
    <div v-if="told" class="note good" role="status">
      <template v-if="told.link"
        >There is no mail here. Hand this link to {{ told.name }}, and to nobody else; it is good for an hour, and not shown again:
        <span class="mono link">{{ told.link }}</span> <button class="act" type="button" @click="copyLink">Copy it</button></template
      >
      <template v-else>{{ told.name }} gets a link for a new password by mail.</template>
      <button class="act bare" type="button" @click="told = undefined">Done</button>
    </div>
    <div v-if="parted" class="note good" role="status">
      The person is called {{ parted.name }} now; name or address stood in {{ count(parted.entries, 'entry', 'entries') }}.
      <template v-if="parted.sharedNames.length"
        >Somebody else is called {{ parted.sharedNames.join(', ') }} too: where that stands in texts it stays, since nobody knows who is
        meant.</template
      >
      <button class="act bare" type="button" @click="parted = undefined">Done</button>
    </div>
    <div v-if="parting" v-asks class="panel closing" role="alertdialog" :aria-label="`Make ${parting.account.name} anonymous`">
      <div>
        <strong>{{ parting.account.name }} is forgotten, for good.</strong> Name, addresses and job go from people, journals, messages and
        acts; what was done stays, under “Former person {{ parting.account.id }}”, and journals stay proved. What the person wrote in
        comments, and what stands in files and their names, stays. <em>Data</em> writes out all that is kept: take that first if it is
        wanted.
      </div>
      <div class="row">
        <button class="act first" type="button" :disabled="busy" @click="makeAnonymous">Make anonymous</button
        ><button class="act" type="button" @click="parting = undefined">Leave the name</button>
      </div>
    </div>
    <div v-if="closing" v-asks class="panel closing" role="alertdialog" :aria-label="`Close the account of ${closing.line.account.name}`">
      <div>
        <strong>Nobody signs in as {{ closing.line.account.name }} any more.</strong> What was done stays;
        {{
          closing.line.projects.length
            ? `in ${closing.line.projects.join(', ')} the person is no longer active`
            : 'the account is in no project'
        }}. It can be opened again.
        <ul v-if="closing.hanging.length">
          <li v-for="h in closing.hanging" :key="h.what" class="error">{{ h.what }}</li>
        </ul>
      </div>
      <div class="row">
        <button class="act first" type="button" :disabled="busy" @click="close">Close the account</button
        ><button class="act" type="button" @click="closing = undefined">Leave it open</button>
      </div>
    </div>
    <div class="narrowly">
      <table class="dense stacks">
        <thead>
          <tr>
            <th>Name</th>
            <th>E-mail</th>
            <th>Projects</th>
            <th>Signs in with</th>
            <th>Sessions</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in found" :key="l.account.id">
            <td>
              <strong>{{ l.account.name }}</strong><span v-if="l.account.administrator" class="quiet"> administrator</span
              ><span v-if="l.account.closed" class="error"> closed</span>
            </td>
            <td data-is="E-mail">{{ l.account.email }}</td>
            <td data-is="Projects" class="mono">{{ l.projects.join(' ') || 'none' }}</td>
            <td data-is="Signs in with">{{ howIn(l) }}</td>
            <td data-is="Sessions">
              {{ l.sessions }}<span v-if="l.lastUse" class="quiet">, {{ moment(l.lastUse) }}</span>
            </td>
            <td class="acts">
              <a
                class="act bare"
                :href="`/api/accounts/${l.account.id}/data`"
                download
                :aria-label="`Data of ${l.account.name}, as JSON`"
                title="all that is kept of this person, as JSON"
                >Data</a
              >
              <template v-if="l.account.closed">
                <button
                  v-if="!l.account.anonymous"
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`Open the account of ${l.account.name}`"
                  @click="open(l)"
                >
                  Open
                </button>
                <button
                  v-if="!l.account.anonymous"
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`Make anonymous … ${l.account.name}`"
                  @click="parting = l"
                >
                  Make anonymous …
                </button>
              </template>
              <template v-else>
                <button
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`New password for ${l.account.name}`"
                  @click="sendLink(l)"
                >
                  New password
                </button>
                <button
                  v-if="l.secondSteps.length"
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`Forget second steps of ${l.account.name}`"
                  title="for who has lost the devices; all sessions end"
                  @click="forget(l)"
                >
                  Forget second steps
                </button>
                <button
                  v-if="l.sessions"
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`End sessions of ${l.account.name}`"
                  @click="endSessions(l)"
                >
                  End sessions
                </button>
                <button
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="
                    l.account.administrator ? `Administrator no more: ${l.account.name}` : `Make administrator: ${l.account.name}`
                  "
                  @click="administer(l, !l.account.administrator)"
                >
                  {{ l.account.administrator ? 'Administrator no more' : 'Make administrator' }}
                </button>
                <button
                  v-if="l.account.id !== session.me?.account"
                  class="act bare"
                  type="button"
                  :disabled="busy"
                  :aria-label="`Close … ${l.account.name}`"
                  @click="askClosing(l)"
                >
                  Close …
                </button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="accounts.value.value && !found.length" class="empty">
      <strong>No account is called so.</strong>Accounts are made when somebody accepts an invitation.
    </p>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
.few {
  width: 280px;
}
.closing {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.acts {
  text-align: right;
}
.link {
  white-space: normal;
  overflow-wrap: anywhere;
  user-select: all;
}
@media (min-width: 701px) {
  .acts {
    white-space: nowrap;
  }
}
</style>
