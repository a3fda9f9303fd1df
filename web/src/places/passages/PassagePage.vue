<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Due from '../../parts/Due.vue'
import Num from '../../parts/Num.vue'
import ReleaseForm from '../devices/ReleaseForm.vue'
import ReleasedHere from '../devices/ReleasedHere.vue'
import TitleCorner from '../../parts/TitleCorner.vue'
import StationStrip from '../../parts/StationStrip.vue'
import { marks, STATIONS, stationWord, whereInWords } from '../../parts/strip'
import TriedList from '../../parts/TriedList.vue'
import Trouble from '../../parts/Trouble.vue'
import { useTrying } from '../../parts/trying'
import WaitsHere from './WaitsHere.vue'
import WaysOut from '../../parts/WaysOut.vue'
import { count, exact, moment, size } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import ShelfMark from '../../tray/ShelfMark.vue'

const route = useRoute()
const session = useSession()
const id = computed(() => Number(route.params.id))
const sheet = useLoaded(() => data(api.GET('/api/passages/{id}', { params: { path: { id: id.value } } })))
const said = useLoaded(() => data(api.GET('/api/passages/{passage}/answers', { params: { path: { passage: id.value } } })))
/** What stands at places of the sheet, as far as one may know it; it is read beside the sheet. */
const onSheet = useLoaded(() => data(api.GET('/api/passages/{passage}/comments', { params: { path: { passage: id.value } } })))
const placed = computed(() => onSheet.value.value?.comments.length ?? 0)

const load = () => Promise.all([sheet.load(), said.load(), onSheet.load(), back.load()])
onMounted(load)
watch(id, load)
whenChanged(['PASSAGE', 'REVIEW', 'COMMENT'], load)

const row = computed(() => sheet.value.value?.row)
const passage = computed(() => row.value?.passage)
const stations = computed(() =>
  STATIONS.map((station, i) => ({
    station,
    mark: passage.value ? must(marks(passage.value)[i]) : 'ahead',
    lines: sheet.value.value?.journal.filter((line) => line.station === station) ?? [],
  })),
)
const explaining = ref(false)
const explanation = useLoaded(() => data(api.GET('/api/passages/{id}/explanation', { params: { path: { id: id.value } } })))
const again = useTrying()
const asking = ref(false)
const router = useRouter()
const mayRunAgain = computed(
  () => session.controls && passage.value?.at.state === 'DONE' && !passage.value.decision && passage.value.at.ended !== 'ISSUED',
)
function askAgain() {
  asking.value = !asking.value
  if (asking.value)
    void again.run(`/api/projects/${must(session.project).id}/trials`, {
      passages: [id.value],
      files: [],
      onlyDifferent: false,
      inForce: true,
    })
}
const runAgain = () =>
  act(async () => {
    const answer = await data(api.POST('/api/passages/{id}/runs', { params: { path: { id: id.value } } }))
    asking.value = false
    await router.push(`/passages/${answer.passage}`)
  })
function explain() {
  explaining.value = !explaining.value
  if (explaining.value) void explanation.load()
}
const reopening = ref(false)
const releasing = ref(false)
const reason = ref('')
const { busy, problem, act } = useAct(load)
const reopen = () =>
  act(async () => {
    await data(api.POST('/api/passages/{id}/reopenings', { params: { path: { id: id.value } }, body: { reason: reason.value } }))
    reopening.value = false
  })
const back = useLoaded(() => data(api.GET('/api/passages/{passage}/take-back', { params: { path: { passage: id.value } } })))
const mayTakeBack = computed(() => back.value.value?.review !== undefined)
const takeBack = () =>
  act(() =>
    data(
      api.POST('/api/reviews/{id}/take-backs', {
        params: { path: { id: must(must(back.value.value).review) } },
        body: { turn: must(back.value.value).turn, reason: '' },
      }),
    ),
  )
const codeName = (digit: number) => session.project?.decisionCodes.find((c) => c.digit === digit)?.name ?? ''
const others = computed(() => sheet.value.value?.cycles.filter((c) => c.id !== id.value) ?? [])
const label = (key: string) => session.project?.fields.find((f) => f.key === key)?.label ?? key
</script>

<template>
  <div v-if="passage && row && sheet.value.value" class="sheet">
    <header>
      <h1>
        <ShelfMark :passage="passage.id" /><Num :number="passage.names.number" :revision="passage.names.revision" />
        <span class="named">{{ passage.names.title }}</span>
      </h1>
      <StationStrip :passage="passage" />
      <strong :class="{ error: passage.at.state === 'STOPPED' }">{{ whereInWords(passage) }}</strong>
      <span v-if="passage.at.heldBy" class="quiet">with {{ passage.at.heldBy }}</span>
      <Due :at="passage.at.due" />
      <RouterLink v-if="sheet.value.value.document" class="act" :to="`/documents/${sheet.value.value.document}`">Document</RouterLink>
      <RouterLink v-if="passage.files.length" class="act" :to="`/read/${passage.id}`">Read</RouterLink>
      <button
        v-if="passage.files.length"
        class="act"
        type="button"
        :aria-expanded="releasing"
        title="Print it on a printer or plotter"
        data-test="release-passage"
        @click="releasing = !releasing"
      >
        To a device
      </button>
      <button
        v-if="session.controls && passage.at.state === 'DONE' && passage.decision"
        class="act"
        type="button"
        :aria-expanded="reopening"
        @click="reopening = !reopening"
      >
        Reopen the decision
      </button>
      <button v-if="session.controls" class="act" type="button" :aria-expanded="explaining" data-test="explain" @click="explain">
        {{ passage.rule ? 'Why this rule' : 'Why no rule' }}
      </button>
      <button v-if="mayRunAgain" class="act" type="button" :aria-expanded="asking" data-test="run-again" @click="askAgain">
        Run again
      </button>
      <button
        v-if="mayTakeBack"
        class="act"
        type="button"
        :disabled="busy"
        title="Nobody has decided yet; the files stay in their folder"
        @click="takeBack"
      >
        Take it back
      </button>
    </header>

    <ReleaseForm
      v-if="releasing"
      :what="passage.names.number ?? passage.names.originalName"
      :passages="[passage.id]"
      @done="releasing = false"
      @cancel="releasing = false"
    />

    <form v-if="reopening" v-escape="() => (reopening = false)" class="row" @submit.prevent="reopen">
      <label class="field grow"
        ><span>Why the decision is reopened; all who were told of it read this</span
        ><input v-model="reason" class="text" required maxlength="1000" autofocus
      /></label>
      <button class="act first" type="submit" :disabled="busy">Reopen the decision</button
      ><button class="act" type="button" @click="reopening = false">Not now</button>
      <span class="quiet"
        >The revision is no longer current anywhere from that moment, and stands at the last step of its review again.</span
      >
    </form>
    <Trouble :problem="problem" />

    <section v-if="explaining" class="panel why" aria-label="Why this rule">
      <Trouble :problem="explanation.problem.value" />
      <template v-if="explanation.value.value">
        <p>
          By the sheet {{ explanation.value.value.sheet ? `in edition ${explanation.value.value.sheet}` : 'in force' }},
          <strong>{{ explanation.value.value.taken ? `“${explanation.value.value.taken}” takes it` : 'no rule takes it' }}</strong>.
          <span class="quiet">Folders and roles are those of now.</span>
        </p>
        <dl>
          <template v-for="p in explanation.value.value.passedOver" :key="p.id"
            ><dt>
              <em>{{ p.rule }}</em>
            </dt>
            <dd>{{ p.reason }}</dd></template
          ><template v-if="explanation.value.value.watching.length"
            ><dt>watched by</dt>
            <dd>{{ explanation.value.value.watching.join(', ') }}</dd></template
          >
        </dl>
        <p v-if="!explanation.value.value.passedOver.length" class="quiet">It is the first rule that was tried.</p>
      </template>
    </section>
    <section v-if="asking" class="panel why" aria-label="Run again">
      <p v-if="again.running.value" class="quiet" role="status">Trying what would come of it …</p>
      <Trouble :problem="again.problem.value" />
      <template v-if="again.arrivals.value.length"
        ><p><strong>This is what will happen</strong> under the rules in force:</p>
        <TriedList :arrivals="again.arrivals.value" />
        <p class="row">
          <button class="act first" type="button" :disabled="busy" @click="runAgain">Run it again for real</button
          ><button class="act" type="button" @click="asking = false">Not now</button
          ><span class="quiet">It begins a passage of its own; this one stays as it is.</span>
        </p></template
      >
    </section>

    <div v-if="passage.at.stop" class="note bad stop">
      <p>
        <strong>Stopped at {{ stationWord(passage.at.station) }}.</strong> {{ passage.at.stop.reason }}
      </p>
      <WaysOut :rows="[row]" @taken="load" />
    </div>
    <div v-else-if="row.waysOut.length" class="note stop">
      <p>
        <strong>Waits for {{ passage.at.waitingFor }}.</strong> Where it is known that it will not come, it need not be waited for.
      </p>
      <WaysOut :rows="[row]" @taken="load" />
    </div>
    <WaitsHere
      v-else-if="passage.at.station === 'PREPARE' && passage.at.state === 'WAITING' && passage.at.waitingFor"
      :passage="id"
      :for-what="passage.at.waitingFor"
    />

    <div class="columns">
      <ol class="way">
        <li v-for="s in stations" :key="s.station" :class="s.mark">
          <h2>{{ stationWord(s.station) }}</h2>
          <ul>
            <li v-for="line in s.lines" :key="line.seq" class="line">
              <span class="when" :title="exact(line.at)">{{ moment(line.at) }}</span>
              <span class="grow"
                ><span v-if="line.actor !== 'Pervius'" class="actor">{{ line.actor }}: </span>{{ line.account }}
                <span v-if="line.rule && line.kind === 'PASSED'" class="quiet rule">rule {{ line.rule }}</span></span
              >
            </li>
            <li v-if="s.lines.length === 0" class="quiet">not there yet</li>
          </ul>
          <p v-if="s.station === 'REVIEW' && placed">
            <RouterLink :to="`/read/${id}`">{{ count(placed, 'comment') }} on the sheet</RouterLink>
          </p>
          <table v-if="s.station === 'REVIEW' && said.value.value?.length" class="dense answers">
            <thead>
              <tr>
                <th>Step</th>
                <th>Who</th>
                <th>Decision</th>
                <th>Comment</th>
                <th>When</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(a, i) in said.value.value" :key="i">
                <td>{{ a.stepName }}</td>
                <td>{{ a.person }}</td>
                <td class="nowrap">
                  <span class="key">{{ a.code }}</span> {{ codeName(a.code) }}
                </td>
                <td>{{ a.comment }}</td>
                <td class="nowrap">{{ moment(a.at) }}</td>
              </tr>
            </tbody>
          </table>
        </li>
      </ol>

      <aside>
        <section class="panel">
          <header><h2>What came in</h2></header>
          <ul class="files">
            <li v-for="(file, i) in passage.files" :key="file.folderFile">
              <a :href="`/api/files/${file.folderFile}/content`" target="_blank" rel="noopener">{{ file.name }}</a>
              <span class="quiet named">{{ size(file.size) }}</span>
              <a v-if="file.copy" class="named" :href="`/api/passages/${passage.id}/copies/${i}`" target="_blank" rel="noopener"
                >its readable copy, {{ file.copy.pages === 1 ? '1 page' : `${file.copy.pages} pages` }}</a
              >
            </li>
          </ul>
          <dl>
            <dt>From</dt>
            <dd>{{ row.author }}, {{ row.authorFirm }}</dd>
            <dt>Submission</dt>
            <dd>
              <RouterLink :to="{ path: '/passages', query: { submission: passage.from.submission } }" class="mono">{{
                row.submissionReference
              }}</RouterLink>
            </dd>
            <dt>Folder</dt>
            <dd><RouterLink :to="`/folders/${passage.from.folder}`">open it</RouterLink></dd>
            <dt>Rule</dt>
            <dd>{{ passage.rule ?? 'none yet' }}</dd>
            <dt>Cycle</dt>
            <dd>{{ passage.cycle }}</dd>
            <template v-if="passage.status"
              ><dt>Status</dt>
              <dd class="mono">{{ passage.status }}</dd></template
            >
            <template v-for="(value, key) in sheet.value.value.values" :key="key"
              ><template v-if="key !== 'title'"
                ><dt>{{ label(String(key)) }}</dt>
                <dd class="mono">{{ value }}</dd></template
              ></template
            >
          </dl>
        </section>
        <ReleasedHere :key="passage.id" :passage="passage.id" />
        <TitleCorner v-if="passage.files.some((f) => f.mediaType === 'application/pdf')" :passage="passage" />
        <section v-if="others.length" class="panel">
          <header><h2>Other cycles of this document</h2></header>
          <ul class="files">
            <li v-for="other in others" :key="other.id" class="row">
              <RouterLink :to="`/passages/${other.id}`" class="mono">{{ other.names.revision }}</RouterLink>
              <StationStrip :passage="other" words />
              <RouterLink class="act bare" :to="other.cycle < passage.cycle ? `/compare/${other.id}/${id}` : `/compare/${id}/${other.id}`"
                >Compare</RouterLink
              >
            </li>
          </ul>
        </section>
      </aside>
    </div>
  </div>
  <Trouble v-else-if="sheet.problem.value" :problem="sheet.problem.value" :again="load" />
  <p v-else class="quiet" role="status">Asking for the passage …</p>
</template>

<style scoped>
.named {
  margin-left: 8px;
}
.sheet {
  display: grid;
  gap: 12px;
  max-width: 1400px;
}
.sheet > header {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
.stop {
  display: grid;
  gap: 8px;
}
.why {
  padding: 8px 12px;
  display: grid;
  gap: 6px;
}
.why dl {
  grid-template-columns: minmax(130px, max-content) minmax(0, 1fr);
  padding: 0;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  gap: 16px;
  align-items: start;
}
.way {
  border-left: 2px solid var(--line-strong);
  margin-left: 8px;
  display: grid;
  gap: 12px;
}
.way > li {
  padding-left: 18px;
  position: relative;
  display: grid;
  gap: 3px;
}
.way > li::before {
  content: '';
  position: absolute;
  left: -7px;
  top: 4px;
  width: 11px;
  height: 11px;
  background: var(--sheet);
  border: 2px solid var(--line-strong);
  border-radius: 50%;
}
.way > li.passed::before {
  background: var(--done);
  border-color: var(--done);
  border-radius: 0;
}
.way > li.waiting::before,
.way > li.here::before {
  border-color: var(--main);
  border-width: 4px;
}
.way > li.stopped::before {
  background: var(--stop);
  border-color: var(--stop);
  border-radius: 0;
  transform: rotate(45deg);
}
.way > li.ended::before {
  background: var(--attention);
  border-color: var(--attention);
}
.way > li.ahead h2 {
  color: var(--quiet);
}
.line {
  display: flex;
  gap: 12px;
  padding: 1px 0;
}
.when {
  flex: 0 0 122px;
  color: var(--quiet);
  white-space: nowrap;
}
.actor {
  font-weight: 560;
}
.rule {
  margin-left: 6px;
}
.answers {
  margin-top: 4px;
}
aside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.files .row {
  flex-wrap: wrap;
}
.files {
  padding: 8px 10px;
  display: grid;
  gap: 3px;
  overflow-wrap: anywhere;
}
dl {
  display: grid;
  grid-template-columns: 96px 1fr;
  gap: 2px 8px;
  padding: 4px 10px 10px;
}
dt {
  color: var(--quiet);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
