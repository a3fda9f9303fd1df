<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import WatchMore from '../../parts/WatchMore.vue'
import { count, day, exact } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import ShelfMark from '../../tray/ShelfMark.vue'

/** A review opened in the list: its files, what was said, and what a controller or its sender can do with it. */
const props = defineProps<{ id: number }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const review = useLoaded(() => data(api.GET('/api/reviews/{id}', { params: { path: { id: props.id } } })))
const { busy, problem, act } = useAct(() => {
  void review.load()
  emit('changed')
})
onMounted(review.load)
whenChanged(['REVIEW'], review.load)
/** What will be sent to whom and when while nobody answers. */
const chasing = useLoaded(() => data(api.GET('/api/reviews/{id}/chasing', { params: { path: { id: props.id } } })))
const foreseen = (c: Schemas['Foreseen']) => {
  if (c.kind === 'SILENCE')
    return c.code
      ? `silence counts as ${c.code}, ${session.project?.decisionCodes.find((d) => d.digit === c.code)?.name ?? ''}`
      : 'the step is left out'
  return `${c.kind === 'ESCALATE' ? 'told that it is late:' : 'reminded:'} ${c.whom.join(', ') || 'nobody, as nobody holds the role'}`
}
const r = computed(() => review.value.value)
watch(r, () => void chasing.load())
const picked = ref(new Set<number>())
const doing = ref<'stop' | 'back' | 'join' | 'watch'>()
const reason = ref('')
const siblings = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/reviews', {
      params: { path: { project: must(r.value).project }, query: { which: 'OPEN', route: must(r.value).route.key } },
    }),
  ),
)
const others = computed(() =>
  (siblings.value.value?.items ?? []).filter((s) => s.submission.id === r.value?.submission.id && s.id !== props.id),
)
const at = { params: { path: { id: props.id } } }
const turn = () => must(r.value).turn

function toggle(id: number) {
  const now = new Set(picked.value)
  if (!now.delete(id)) now.add(id)
  picked.value = now
}

const split = () =>
  act(async () => {
    await data(api.POST('/api/reviews/{id}/splits', { ...at, body: { turn: turn(), passages: [...picked.value] } }))
    picked.value = new Set()
  })
const join = (other: number) =>
  act(async () => {
    await data(api.POST('/api/reviews/{id}/joins', { ...at, body: { turn: turn(), other } }))
    doing.value = undefined
  })
const say = () =>
  act(async () => {
    if (doing.value === 'stop') await data(api.POST('/api/reviews/{id}/stops', { ...at, body: { reason: reason.value } }))
    else await data(api.POST('/api/reviews/{id}/take-backs', { ...at, body: { turn: turn(), reason: reason.value } }))
    doing.value = undefined
  })
const nudge = () => act(() => data(api.POST('/api/reviews/{id}/nudges', { ...at, body: { turn: turn() } })))
const live = computed(() => r.value && ['FORMING', 'OPEN', 'RELEASING'].includes(r.value.state))

function begin(what: 'stop' | 'back' | 'join' | 'watch') {
  doing.value = doing.value === what ? undefined : what
  reason.value = ''
  if (what === 'join') void siblings.load()
}
</script>

<template>
  <div class="opened">
    <Trouble :problem="review.problem.value ?? problem" :again="review.load" />
    <p v-if="!r && !review.problem.value" class="quiet" role="status">Asking for the review …</p>
    <template v-if="r">
      <p>
        <strong>{{ r.step.name }}</strong>
        <span class="quiet"
          >on route {{ r.route.name }}, submission <span class="mono">{{ r.submission.reference }}</span><template
            v-if="r.submission.purpose"
            >, {{ r.submission.purpose }}</template
          ><template v-if="r.submission.answerDue">, answer asked for by {{ day(r.submission.answerDue) }}</template></span
        >
        <template v-if="r.submission.sender">
          · sent by {{ r.submission.sender }}<template v-if="r.submission.message">: {{ r.submission.message }}</template></template
        >
      </p>
      <p v-if="r.seats.length && live" class="row">
        <span v-for="s in r.seats" :key="s.personId"
          >{{ s.person }}<template v-if="s.leads"> (lead)</template><template v-if="s.deputy">, away: {{ s.deputy }} stands in</template>
          <span class="quiet">{{ s.answered }}/{{ r.step.files }}</span></span
        >
      </p>
      <p v-if="chasing.value.value?.length" class="chasing quiet">
        While nobody answers:
        <span v-for="c in chasing.value.value" :key="c.kind" :title="exact(c.at)"
          ><strong>{{ day(c.at) }}</strong> {{ foreseen(c) }}</span
        >
      </p>
      <table class="dense">
        <thead>
          <tr>
            <th v-if="r.may.arrange"><span class="hidden-text">Pick</span></th>
            <th>Number</th>
            <th>Title</th>
            <th>Said</th>
            <th>Comes to</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in r.files" :key="f.passage.id">
            <td v-if="r.may.arrange">
              <input
                type="checkbox"
                :checked="picked.has(f.passage.id)"
                :aria-label="`Pick ${f.passage.names.title}`"
                @change="toggle(f.passage.id)"
              />
            </td>
            <td><ShelfMark :passage="f.passage.id" /><Num :number="f.passage.names.number" :revision="f.passage.names.revision" /></td>
            <td class="clip">
              <RouterLink class="plain" :to="`/passages/${f.passage.id}`">{{ f.passage.names.title }}</RouterLink>
            </td>
            <td class="said">
              <span v-for="a in [...f.before, ...f.answers]" :key="a.id" class="clip" :title="`${a.stepName}, ${a.person}: ${a.comment}`"
                ><span class="key">{{ a.code }}</span> {{ a.person }}<template v-if="a.comment">: {{ a.comment }}</template></span
              >
            </td>
            <td>
              <span v-if="f.ending ?? f.decision" class="key">{{ f.ending ?? f.decision }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="live" class="row acts">
        <RouterLink v-if="r.may.decide" class="act first" :to="`/desk?review=${r.id}`">Decide on the Desk</RouterLink>
        <button v-if="session.controls" class="act" type="button" :disabled="busy" @click="nudge">Remind those who have it</button>
        <button
          v-if="r.may.arrange"
          class="act"
          type="button"
          :disabled="busy || !picked.size || picked.size === r.files?.length"
          @click="split"
        >
          Split off {{ picked.size ? count(picked.size, 'file') : 'the picked files' }}
        </button>
        <button v-if="r.may.arrange" class="act" type="button" :aria-expanded="doing === 'join'" @click="begin('join')">
          Join with another
        </button>
        <button class="act" type="button" :aria-expanded="doing === 'watch'" @click="begin('watch')">Tell more people</button>
        <button v-if="r.may.takeBack" class="act" type="button" :aria-expanded="doing === 'back'" @click="begin('back')">
          Take it back
        </button>
        <button v-if="session.controls" class="act" type="button" :aria-expanded="doing === 'stop'" @click="begin('stop')">Stop it</button>
      </div>
      <form v-if="doing === 'stop' || doing === 'back'" v-escape="() => (doing = undefined)" class="row" @submit.prevent="say">
        <label class="field grow"
          ><span>{{
            doing === 'stop' ? 'Why it is stopped; it stands on every file' : 'Why it is taken back; those who have it read it'
          }}</span
          ><input v-model="reason" class="text" maxlength="1000" :required="doing === 'stop'" autofocus
        /></label>
        <button class="act first" type="submit" :disabled="busy">
          {{ doing === 'stop' ? 'Stop the review' : 'Take the review back' }}
        </button>
        <span class="quiet">{{
          doing === 'stop'
            ? 'Its files are stopped, with ways out; what was said so far is kept.'
            : 'Its files stay in their folder and can be sent again.'
        }}</span>
      </form>
      <div v-if="doing === 'join'" class="row">
        <span v-if="siblings.loading.value" class="quiet" role="status">Looking for reviews of the same submission …</span>
        <button v-for="o in others" :key="o.id" class="act" type="button" :disabled="busy" @click="join(o.id)">
          Take in {{ count(o.files.all, 'file') }}: {{ o.first.what }}
        </button>
        <span v-if="!siblings.loading.value && !others.length" class="quiet"
          >No other review of this submission is open on this route.</span
        >
      </div>
      <WatchMore
        v-if="doing === 'watch'"
        :review="id"
        :project="r.project"
        :firm="r.submission.authorFirm"
        @done="doing = undefined"
        @cancel="doing = undefined"
      />
    </template>
  </div>
</template>

<style scoped>
.opened {
  display: grid;
  gap: 7px;
  padding: 8px 12px 10px 22px;
  border-left: 3px solid var(--main);
}
.chasing {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.acts {
  flex-wrap: wrap;
}
form {
  align-items: end;
  flex-wrap: wrap;
}
.said .clip {
  display: block;
  max-width: 460px;
}
.clip {
  max-width: 320px;
}
</style>
