<script setup lang="ts">
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { useRoute } from 'vue-router'
import { api, data } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import { useGrowing } from '../../parts/growing'
import PassageTable from '../../parts/PassageTable.vue'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import TakenList from '../numbers/TakenList.vue'
import AskedList from './AskedList.vue'
import CalendarLink from './CalendarLink.vue'
import ControllerLists from './ControllerLists.vue'
import LeftDrafts from './LeftDrafts.vue'
import { useDeciding } from './decide'
import LastDecided from './LastDecided.vue'
import { stand } from './stand'
import FollowingList from './FollowingList.vue'
import ReviewSlip from './ReviewSlip.vue'
import StillMissing from './StillMissing.vue'
import StoppedList from './StoppedList.vue'

/** How many reviews the server gives at most. */
const MOST = 100
/** From so many reviews on they can be narrowed down. */
const CROWDED = 6
/** How many reviews are drawn at once: more than fit a screen. */
const DRAWN_AT_ONCE = 12
const session = useSession()
const project = computed(() => session.project?.id ?? 0)
/** Of one's own firm for who sees no more; of all others only what is one's own, whatever role one has beside. */
const list = (which: 'STOPPED' | 'TO_ANSWER' | 'ON_THE_WAY', mine = session.seesAll) =>
  data(api.GET('/api/projects/{project}/passages', { params: { path: { project: project.value }, query: { which, mine } } }))
/** What a crowded Desk is narrowed down to, and its order. */
const text = ref('')
const order = ref<'DUE' | 'FROM' | 'NEWEST'>('DUE')
const reviews = useLoaded(() => data(api.GET('/api/desk/reviews', { params: { query: { text: text.value, order: order.value } } })))
let pause: ReturnType<typeof setTimeout> | undefined
watch([text, order], () => {
  clearTimeout(pause)
  pause = setTimeout(() => void reviews.load(), 200)
})
onScopeDispose(() => clearTimeout(pause))
const stopped = useLoaded(() => list('STOPPED', session.seesAll && !session.controls))
const back = useLoaded(() => list('TO_ANSWER'))
const onTheWay = useLoaded(() => list('ON_THE_WAY'))
/** What was chosen to be dealt with together and could not be, a line each. */
const left = ref<string[]>([])
/** Reviews closed by the person in this browser whose consequences are shown until they have been read. */
const closed = useLocalStorage<number[]>(`desk/closed/${session.me?.account ?? 0}`, [])
/** How much a controller sees beside stops. */
const more = ref(0)
const missing = ref(0)
const askedOf = ref(0)
const route = useRoute()
const closedElsewhere = Number(route.query.closed)
if (closedElsewhere && !closed.value.includes(closedElsewhere)) closed.value = [closedElsewhere, ...closed.value]
/** The review the keys are for: the one a link leads to, where one stood before, or the most urgent. */
const linked = Number(route.query.review)
if (linked) stand.value = { review: linked, passage: 0 }
const here = computed(() => waiting.value.find((r) => r.id === stand.value.review)?.id ?? waiting.value[0]?.id)
/** What came too late, and who was first. */
const lost = ref<string[]>([])
const {
  busy,
  problem: notTaken,
  takeBackLast,
} = useDeciding(
  () => undefined,
  () => void reviews.load(),
)

function turn(by: number) {
  const at = waiting.value.findIndex((r) => r.id === here.value)
  stand.value = { review: waiting.value[Math.max(0, Math.min(waiting.value.length - 1, at + by))]?.id ?? 0, passage: 0 }
}
useKeys([
  { key: 'PageDown', says: 'Next review', does: () => turn(1) },
  { key: 'PageUp', says: 'Review before', does: () => turn(-1) },
])
const originator = computed(() => !session.seesAll)
/** What is to come after what came back, by the codes it came back with. */
const backAgain = computed(() => {
  const codes = session.project?.decisionCodes ?? []
  const last = rows(back).filter((r) => codes.find((c) => c.digit === r.passage.decision)?.mustComeAgain === false)
  const some = last.length < rows(back).length ? 'The next revision is recognised by the number in its name.' : ''
  if (!last.length) return some
  const which = last.length === rows(back).length ? 'these' : `those with ${[...new Set(last.map((r) => r.passage.decision))].join(', ')}`
  return `${some} Of ${which} no further revision is expected; one that comes all the same is taken as the next.`.trim()
})

const load = () => Promise.all([reviews.load(), stopped.load(), back.load(), onTheWay.load()])
onMounted(load)
/** Passages stand here that are one's own, or one's firm's for who sees no more; of a controller all that are stopped. */
whenChanged(
  ['REVIEW', 'PASSAGE'],
  load,
  120,
  (c) => c.own || (session.me?.memberships[String(c.project)]?.controls ?? false) || (c.topic === 'PASSAGE' && !session.seesAll),
)

const waiting = computed(() => reviews.value.value ?? [])
const shown = useGrowing(
  () => waiting.value,
  DRAWN_AT_ONCE,
  () => waiting.value.findIndex((r) => r.id === here.value) + 1,
)
const files = computed(() => waiting.value.reduce((n, r) => n + r.step.files, 0))
const rows = (loaded: typeof stopped) => loaded.value.value?.items ?? []
const asked = computed(() => reviews.value.value !== undefined)
const nothing = computed(
  () =>
    asked.value &&
    waiting.value.length === 0 &&
    rows(stopped).length === 0 &&
    more.value === 0 &&
    missing.value === 0 &&
    askedOf.value === 0 &&
    rows(back).length === 0 &&
    rows(onTheWay).length === 0,
)
</script>

<template>
  <div class="desk">
    <Trouble :problem="reviews.problem.value ?? stopped.problem.value" :again="load" />
    <p v-if="!asked && !reviews.problem.value" class="empty" role="status">Asking what waits for you …</p>

    <LeftDrafts v-if="asked" :waiting="waiting" />
    <FollowingList v-for="id in closed" :key="id" :review="id" @read="closed = closed.filter((c) => c !== id)" />

    <div v-if="lost.length" class="panel left" role="alert">
      <strong>Somebody was quicker.</strong>
      <ul>
        <li v-for="line in lost" :key="line">{{ line }}</li>
      </ul>
      <button type="button" class="act" @click="lost = []">I have read this</button>
    </div>

    <section v-if="rows(back).length">
      <h1>Came back to you</h1>
      <p class="quiet">Open one to read why. {{ backAgain }}</p>
      <PassageTable :rows="rows(back)" />
    </section>

    <AskedList @some="(many) => (askedOf = many)" />

    <section v-if="waiting.length || text.trim()">
      <div class="row wrap">
        <h1>{{ count(files, 'file waits', 'files wait') }} for your decision<template v-if="text.trim()">, as narrowed down</template></h1>
        <template v-if="waiting.length >= CROWDED || text.trim() || order !== 'DUE'">
          <input
            v-model="text"
            class="text narrow"
            type="search"
            placeholder="number, title, submission, firm, route"
            aria-label="Narrow the reviews down"
            data-test="desk-text"
          />
          <select v-model="order" class="text order" aria-label="In which order">
            <option value="DUE">most urgent first</option>
            <option value="FROM">by who sent it</option>
            <option value="NEWEST">newest first</option>
          </select>
        </template>
      </div>
      <p v-if="!waiting.length && !reviews.loading.value" class="empty">
        <strong>Nothing that waits for you is like that.</strong
        ><button class="act" type="button" @click="text = ''">Show all of it</button>
      </p>
      <ReviewSlip
        v-for="review in shown"
        :key="`${review.id}/${review.turn}/${review.id === here}`"
        :review="review"
        :keys="review.id === here"
        @changed="reviews.load"
        @closed="(id) => (closed = [id, ...closed.filter((c) => c !== id)])"
        @lost="(why) => lost.push(why)"
      />
      <p v-if="waiting.length >= MOST" class="quiet">
        These are the {{ MOST }} most urgent reviews; the others follow as these are closed.
      </p>
      <Trouble :problem="notTaken" />
      <LastDecided :take-back="takeBackLast" :busy="busy" />
    </section>

    <section v-if="rows(stopped).length || left.length">
      <h1>{{ count(rows(stopped).length, 'passage is', 'passages are') }} stopped</h1>
      <div v-if="left.length" class="panel left" role="alert">
        <strong>{{ count(left.length, 'was', 'were') }} left as it is; the others go on.</strong>
        <ul>
          <li v-for="line in left" :key="line">{{ line }}</li>
        </ul>
        <button type="button" class="act" @click="left = []">I have read this</button>
      </div>
      <StoppedList
        :rows="rows(stopped)"
        @taken="
          (lines) => {
            left = lines
            stopped.load()
          }
        "
      />
      <p v-if="stopped.value.value?.next" class="quiet">
        These are the newest 100; <RouterLink to="/passages?which=STOPPED">see all</RouterLink>.
      </p>
    </section>

    <StillMissing v-if="session.controls" :key="`missing ${project}`" @some="(many) => (missing = many)" />
    <ControllerLists v-if="session.controls" :key="project" @some="(many) => (more = many)" />

    <section v-if="originator">
      <p class="row">
        <RouterLink class="act" to="/numbers?take">Take a number</RouterLink>
        <span class="quiet">before you draw; send the drawing with it in its name.</span>
      </p>
      <TakenList />
    </section>

    <section v-if="rows(onTheWay).length">
      <h1>Yours on the way</h1>
      <PassageTable :rows="rows(onTheWay)" />
    </section>

    <CalendarLink v-if="session.seesAll" />

    <div v-if="nothing" class="empty">
      <strong>Nothing waits for you.</strong>
      <template v-if="session.seesAll"
        >What needs your decision, and what is stopped, appears here by itself.
        <RouterLink to="/passages">See everything on its way</RouterLink>.</template
      >
      <template v-else
        >Drop files into your folder and see here where they are. <RouterLink to="/folders">Go to Folders</RouterLink>, or
        <RouterLink to="/numbers?take">take a number</RouterLink> before you draw.</template
      >
    </div>
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
  max-width: 1500px;
}
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.wrap {
  flex-wrap: wrap;
}
.narrow {
  max-width: 300px;
  margin-left: auto;
}
.order {
  width: auto;
}
.left {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 7px 10px 9px;
  border-left: 3px solid var(--stop);
}
</style>
