<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import FollowButton from '../../parts/FollowButton.vue'
import Num from '../../parts/Num.vue'
import StationStrip from '../../parts/StationStrip.vue'
import { stationWord } from '../../parts/strip'
import Trouble from '../../parts/Trouble.vue'
import { day, exact, moment } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import ReleaseForm from '../devices/ReleaseForm.vue'
import ShelfMark from '../../tray/ShelfMark.vue'

const route = useRoute()
const session = useSession()
/** By id, or by project and number as links that last name it, perhaps with a revision. */
const ask = () =>
  route.params.id
    ? data(api.GET('/api/documents/{id}', { params: { path: { id: Number(route.params.id) } } }))
    : data(
        api.GET('/api/documents/by-number', {
          params: { query: { project: String(route.params.project), number: String(route.params.number) } },
        }),
      )
const sheet = useLoaded(ask)
const sequences = useLoaded(() =>
  data(api.GET('/api/projects/{project}/revision-sequences', { params: { path: { project: must(session.project).id } } })),
)
const { busy, problem, act } = useAct(() => void sheet.load())
const releasing = ref(false)
const changing = ref(false)
const form = reactive({ title: '', ownReference: '', sequence: '' })
const copied = ref('')

onMounted(() => {
  void sheet.load()
  void sequences.load()
})
watch(
  () => route.fullPath,
  () => void sheet.load(),
)
whenChanged(['NUMBERS', 'PASSAGE', 'REVIEW'], sheet.load, 500)

const doc = computed(() => sheet.value.value)
/** What reviewers have said of each revision, the newest first, as far as one may know it. */
const MOST_REVISIONS = 12
const said = useLoaded(async () =>
  Promise.all(
    (doc.value?.revisions ?? []).slice(0, MOST_REVISIONS).map(async (r) => ({
      code: r.code,
      answers: await data(api.GET('/api/passages/{passage}/answers', { params: { path: { passage: r.passage.id } } })),
    })),
  ),
)
watch(sheet.value, () => void said.load())
const OCCASIONS: Record<Schemas['DocumentMessage']['occasion'], string> = {
  ARRIVED: 'it arrived',
  NUMBERED: 'it got its number',
  STEP_BEGUN: 'a step began',
  PROMPTED: 'its deciders were reminded',
  MOVED_ON: 'it was passed on',
  ASKED: 'something was asked about it',
  ANSWERED: 'a question about it was answered',
  DECIDED: 'it was decided',
  RELEASED: 'it was released',
  WITHDRAWN: 'it was withdrawn',
  SUPERSEDED: 'it was superseded',
  COMPLETE: 'its submission is complete',
  MESSAGE_FAILED: 'a message failed',
  PACKAGE_MADE: 'a package was made',
  PACKAGE_FAILED: 'a package was not made',
  TO_DECIDE: 'to decide',
  TO_DECIDE_AGAIN: 'to decide anew',
  PASSED_ON: 'passed on',
  TAKEN_BACK: 'it was taken back',
  REARRANGED: 'decided in another review',
  TO_RELEASE: 'to release',
  REMINDED: 'a reminder',
  ESCALATED: 'it is late',
  REOPENED: 'its decision was reopened',
  RETURNED: 'it came back',
  LEFT: 'it was left where it lies',
  ISSUED: 'it was issued',
  STOPPED: 'it was stopped',
  INVITED: 'an invitation',
  NEW_PASSWORD: 'a new password',
  SEALED: 'a seal',
}

const wanted = computed(() => (route.params.revision ? String(route.params.revision) : undefined))
const shown = computed(() => doc.value?.revisions.find((r) => r.code === wanted.value))
/** What is released to a device: the revision that is looked at, else the current one, else the newest. */
const printed = computed(() => shown.value ?? doc.value?.revisions.find((r) => r.currentIn) ?? doc.value?.revisions[0])
const newer = computed(() => (shown.value && !shown.value.currentIn ? doc.value?.row.current[0] : undefined))
const label = (key: string) => session.project?.fields.find((f) => f.key === key)?.label ?? key
const meaning = (key: string, code: string) =>
  session.project?.fields.find((f) => f.key === key)?.codes.find((c) => c.code === code)?.meaning ?? ''
const decision = (r: Schemas['RevisionView']) => session.project?.decisionCodes.find((d) => d.digit === r.decision)
const link = (revision?: string) => {
  const document = `${location.origin}/documents/${must(session.project).code}/${encodeURIComponent(must(doc.value).row.number)}`
  return revision ? `${document}/${revision}` : document
}

function fate(r: Schemas['RevisionView']): string {
  if (r.withdrawn) return 'withdrawn before anybody decided'
  if (r.onItsWay) return 'on its way'
  if (r.currentIn) return `current in ${doc.value?.row.current.find((c) => c.state === r.currentIn)?.where ?? ''}`
  return r.outcome === 'ISSUED' ? 'superseded' : 'went back'
}

async function copy(revision?: string) {
  await navigator.clipboard?.writeText(link(revision))
  copied.value = revision ?? 'current'
  setTimeout(() => (copied.value = ''), 1500)
}

function change() {
  Object.assign(form, {
    title: must(doc.value).row.title,
    ownReference: must(doc.value).row.ownReference,
    sequence: must(doc.value).sequence ?? '',
  })
  changing.value = true
}

async function save() {
  const done = await act(() =>
    data(
      api.PUT('/api/documents/{id}', {
        params: { path: { id: must(doc.value).row.id } },
        body: {
          title: form.title,
          ownReference: form.ownReference,
          sequence: form.sequence || undefined,
          version: must(doc.value).version,
        },
      }),
    ),
  )
  if (done) changing.value = false
}
</script>

<template>
  <div v-if="doc" class="sheet">
    <header>
      <h1>
        <Num :number="doc.row.number" :revision="wanted" /> <span>{{ doc.row.title }}</span>
      </h1>
      <span v-if="doc.row.current.length === 0" class="quiet">{{
        doc.row.latest ? 'no revision is current' : 'nothing has come for it yet'
      }}</span>
      <span v-for="c in doc.row.current" :key="c.state" class="current"
        ><strong class="mono">{{ c.revision }} {{ c.status }}</strong> current in {{ c.where }}</span
      >
      <span class="grow" />
      <FollowButton kind="DOCUMENT" :thing="doc.row.id" what="this document" />
      <RouterLink
        v-if="doc.revisions.length"
        class="act"
        :to="{ path: '/comments', query: { passages: doc.revisions.map((r) => r.passage.id).join(','), of: doc.row.number } }"
        >Comments</RouterLink
      >
      <button
        v-if="doc.revisions.length"
        class="act"
        type="button"
        :aria-expanded="releasing"
        title="Print it on a printer or plotter"
        @click="releasing = !releasing"
      >
        To a device
      </button>
      <button class="act" type="button" title="A link that always leads to what is current" @click="copy()">
        {{ copied === 'current' ? 'Copied' : 'Copy link' }}
      </button>
      <button v-if="doc.mayChange" class="act" type="button" :aria-expanded="changing" @click="changing ? (changing = false) : change()">
        Change
      </button>
    </header>
    <Trouble :problem="problem ?? sheet.problem.value" />
    <ReleaseForm
      v-if="releasing && printed"
      :key="printed.code"
      :what="`${doc.row.number} ${printed.code}`"
      :passages="[printed.passage.id]"
      @done="releasing = false"
      @cancel="releasing = false"
    />
    <p v-if="doc.row.voided" class="note bad">Its number was voided and will never be used again: {{ doc.row.voided }}</p>
    <p v-if="newer" class="note">
      This link leads to {{ wanted }}, which is {{ fate(must(shown)) }}. Current is
      <RouterLink :to="`/documents/${must(session.project).code}/${doc.row.number}/${newer.revision}`">{{ newer.revision }}</RouterLink>.
    </p>
    <p v-else-if="wanted && !shown" class="note bad">{{ doc.row.number }} has no revision {{ wanted }}.</p>
    <form v-if="changing" v-escape="() => (changing = false)" class="panel change" @submit.prevent="save">
      <label class="field grow"><span>Title</span><input v-model="form.title" class="text" required maxlength="400" autofocus /></label>
      <label class="field"
        ><span>The originator's own reference</span><input v-model="form.ownReference" class="text" maxlength="200"
      /></label>
      <label v-if="session.controls" class="field"
        ><span>Its next revision is</span
        ><select v-model="form.sequence" class="text">
          <option value="">in the sequence it is in</option>
          <option v-for="s in sequences.value.value?.sequences" :key="s.key" :value="s.key">{{ s.name }}</option>
        </select></label
      >
      <button class="act first" type="submit" :disabled="busy">Save</button>
    </form>

    <div class="columns">
      <section class="panel">
        <header><h2>Revisions</h2></header>
        <table v-if="doc.revisions.length" class="dense">
          <thead>
            <tr>
              <th>Revision</th>
              <th>What became of it</th>
              <th>Decided</th>
              <th>Status</th>
              <th>Files, and where they lie</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in doc.revisions" :key="r.passage.id" :class="{ at: r === shown, gone: !r.currentIn && !r.onItsWay }">
              <td>
                <ShelfMark :passage="r.passage.id" /><RouterLink
                  class="plain mono"
                  :to="`/documents/${must(session.project).code}/${doc.row.number}/${r.code}`"
                  >{{ r.code }}</RouterLink
                >
                <div class="quiet">cycle {{ r.cycle }}</div>
              </td>
              <td>
                <strong v-if="r.currentIn">{{ fate(r) }}</strong><template v-else>{{ fate(r) }}</template>
                <div>
                  <RouterLink class="plain" :to="`/passages/${r.passage.id}`"><StationStrip :passage="r.passage" /></RouterLink>
                </div>
              </td>
              <td>
                {{ decision(r) ? `${must(decision(r)).digit} ${must(decision(r)).name}` : '' }}
                <div v-if="r.issuedAt" class="quiet" :title="exact(r.issuedAt)">{{ day(r.issuedAt) }}</div>
              </td>
              <td class="mono">{{ r.status }}</td>
              <td class="files">
                <div v-for="f in r.files" :key="f.id" class="clip" :title="f.name">
                  <a :href="`/api/files/${f.id}/content`" target="_blank" rel="noopener" class="plain">{{ f.name }}</a>
                  <RouterLink v-if="f.folder" class="quiet" :to="`/folders/${f.folder}`">{{ f.where }}</RouterLink><span
                    v-else
                    class="quiet"
                    >{{ f.where }}</span
                  >
                </div>
              </td>
              <td class="nowrap">
                <RouterLink v-if="r.passage.readFile !== undefined" class="act" :to="`/read/${r.passage.id}`">Read</RouterLink>
                <button class="act bare" type="button" title="A link that stays with this revision" @click="copy(r.code)">
                  {{ copied === r.code ? 'Copied' : 'Link' }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-else class="empty">
          <strong>Nothing has come for it yet.</strong>Send the file with {{ doc.row.number }} in its name; it becomes the first revision.
        </p>
        <p v-if="doc.revisionBefore" class="quiet pad">
          Before Pervius it had come as far as <span class="mono">{{ doc.revisionBefore }}</span>.
        </p>
      </section>

      <div class="side">
        <section class="panel">
          <header><h2>What it is</h2></header>
          <dl>
            <dt>Originator</dt>
            <dd>
              <span class="mono">{{ doc.row.originator }}</span> {{ doc.originatorName }}
            </dd>
            <template v-if="doc.row.ownReference"
              ><dt>Own reference</dt>
              <dd>{{ doc.row.ownReference }}</dd></template
            >
            <template v-for="(value, key) in doc.row.values" :key="key"
              ><template v-if="key !== 'project' && key !== 'originator' && key !== 'title'"
                ><dt>{{ label(String(key)) }}</dt>
                <dd>
                  <span class="mono">{{ value }}</span> {{ meaning(String(key), value) }}
                </dd></template
              ></template
            >
            <template v-if="doc.sequence"
              ><dt>Next revision</dt>
              <dd>{{ sequences.value.value?.sequences.find((s) => s.key === must(doc).sequence)?.name }}</dd></template
            >
            <template v-if="doc.formerNames.length"
              ><dt>Files were called</dt>
              <dd>{{ doc.formerNames.join(', ') }}</dd></template
            >
          </dl>
        </section>
        <section v-if="doc.holders.length" class="panel">
          <header><h2>Who holds which revision</h2></header>
          <ul class="holders">
            <li v-for="h in doc.holders" :key="h.person" :class="{ old: !h.current }">
              <strong class="mono">{{ h.revision }}</strong> {{ h.person }} <span class="quiet">{{ h.firm }}, told {{ day(h.at) }}</span
              ><span v-if="!h.current" class="attention"> not current</span>
            </li>
          </ul>
        </section>
      </div>
    </div>

    <section v-if="said.value.value?.some((r) => r.answers.length)" class="panel">
      <header><h2>Decisions and comments</h2></header>
      <table class="dense">
        <tbody>
          <template v-for="r in said.value.value" :key="r.code"
            ><tr v-for="(a, i) in r.answers" :key="i">
              <td class="mono">{{ r.code }}</td>
              <td class="nowrap">{{ a.stepName }}</td>
              <td class="nowrap">{{ a.person }}</td>
              <td class="nowrap">
                <span class="key">{{ a.code }}</span> {{ session.project?.decisionCodes.find((d) => d.digit === a.code)?.name }}
              </td>
              <td>{{ a.comment }}</td>
              <td class="nowrap quiet" :title="exact(a.at)">{{ moment(a.at) }}</td>
            </tr></template
          >
        </tbody>
      </table>
    </section>

    <section class="panel">
      <header><h2>What happened</h2></header>
      <table class="dense">
        <tbody>
          <tr v-for="(l, i) in doc.journal" :key="i">
            <td class="nowrap quiet" :title="exact(l.line.at)">{{ moment(l.line.at) }}</td>
            <td class="mono">{{ l.revision }}</td>
            <td>{{ stationWord(l.line.station) }}</td>
            <td class="nowrap">{{ l.line.actor }}</td>
            <td>{{ l.line.account }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="doc.journal.length === 0" class="quiet pad">Nothing yet.</p>
    </section>
    <details v-if="doc.messages.length" class="panel">
      <summary class="pad">
        <strong>Messages</strong> <span class="quiet">{{ doc.messages.length }} about it</span>
      </summary>
      <table class="dense">
        <tbody>
          <tr v-for="(m, i) in doc.messages" :key="i">
            <td class="nowrap quiet" :title="exact(m.at)">{{ moment(m.at) }}</td>
            <td class="mono">{{ m.revision }}</td>
            <td>{{ m.person }}</td>
            <td>{{ OCCASIONS[m.occasion] }}</td>
            <td>{{ m.sent ? 'sent' : 'waits to be sent' }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
  <Trouble v-else-if="sheet.problem.value" :problem="sheet.problem.value" :again="sheet.load" />
  <p v-else class="quiet" role="status">Asking for the document …</p>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  align-content: start;
}
.sheet > header {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
h1 {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
h1 :deep(.num) {
  font-size: 16px;
}
.current {
  padding: 1px 8px;
  border-left: 3px solid var(--done);
  background: var(--done-soft);
}
.change {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 10px;
  align-items: start;
}
.side {
  display: grid;
  gap: 10px;
}
.files {
  max-width: 330px;
}
.files a + a {
  margin-left: 8px;
}
.gone {
  color: var(--ink-2);
}
.pad {
  padding: 8px 10px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 10px;
  padding: 8px 10px;
}
dt {
  color: var(--quiet);
}
.holders {
  padding: 8px 10px;
  display: grid;
  gap: 3px;
}
.attention {
  color: var(--attention);
  font-weight: 600;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
