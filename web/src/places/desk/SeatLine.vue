<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, data, type Review } from '../../api/client'
import { useLoaded } from '../../load'
import { onDemand } from '../../parts/onDemand'
import { count } from '../../say'
import { useSession } from '../../session'
import type { Deciding } from './decide'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const WatchMore = onDemand(() => import('../../parts/WatchMore.vue'))

/** Who sits in the step, what each has answered, and the step changing hands. */
const props = defineProps<{ review: Review; deciding: Deciding }>()
const session = useSession()
const watching = ref(false)
const passing = ref<'on' | 'back'>()
const to = ref(0)
const note = ref('')
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.review.project } } })))
const others = computed(() => {
  const seats = new Set(props.review.seats.map((s) => s.personId))
  const sees = new Set(
    (people.value.value?.roles ?? [])
      .filter((r) => (r.may.decides && (r.may.seesAll || r.may.seesFirms.length > 0)) || r.may.controls)
      .flatMap((r) => r.holders),
  )
  return (people.value.value?.people ?? []).filter((p) => sees.has(p.id) && !seats.has(p.id))
})
const my = computed(() => props.review.seats.find((s) => props.review.may.from.includes(s.personId)))
const forOther = computed(() => my.value && !session.isMe(my.value.personId))
/** How many answers a file needs, and what becomes of several. */
const howMany = computed(() => {
  const { needed, drawing } = props.review.step
  if (drawing === 'LEAD') {
    const others = props.review.seats.filter((s) => !s.leads).length
    return needed >= others
      ? 'everybody answers, the lead draws together'
      : `${count(needed, 'answer')} beside the lead’s needed, the lead draws together`
  }
  return needed === 1
    ? 'one answer is enough'
    : `${count(needed, 'answer')} needed, ${drawing === 'WORST' ? 'the worst counts' : 'the majority counts'}`
})
const inHand = computed(() => !!my.value?.inHandSince)
const at = () => ({ params: { path: { id: props.review.id } } })

function begin(what: 'on' | 'back') {
  passing.value = what
  note.value = ''
  if (what === 'on') void people.load()
}

async function pass() {
  const turn = props.review.turn
  const call =
    passing.value === 'on'
      ? () => data(api.POST('/api/reviews/{id}/passings', { ...at(), body: { turn, to: to.value, note: note.value } }))
      : () => data(api.POST('/api/reviews/{id}/returns', { ...at(), body: { turn, note: note.value } }))
  if (await props.deciding.carryOut(call)) passing.value = undefined
}

const take = () =>
  props.deciding.carryOut(() =>
    data(api.PUT('/api/reviews/{id}/hand', { ...at(), body: { turn: props.review.turn, inHand: !inHand.value } })),
  )
</script>

<template>
  <div class="seats">
    <ul aria-label="Who has it">
      <li v-for="s in review.seats" :key="s.personId" :class="{ mine: review.may.from.includes(s.personId) }">
        {{ s.person }}<template v-if="s.leads"> (lead)</template><template v-if="s.deputy">, away: {{ s.deputy }} stands in</template>
        <span v-if="s.inHandSince" class="hand">has it</span
        ><span v-if="review.seats.length > 1 && review.state === 'OPEN'" class="quiet far"
          >{{ s.answered }} of {{ review.step.files }}</span
        >
      </li>
    </ul>
    <span v-if="review.state === 'OPEN' && review.seats.length > 1" class="quiet">{{ howMany }}</span>
    <span v-if="forOther" class="note-small">You stand in for {{ must(my).person }}.</span>
    <span v-if="my?.passedBy" class="note-small"
      >From {{ my.passedBy }}<template v-if="my.note">: {{ my.note }}</template></span
    >
    <span v-if="review.may.decide" class="row acts">
      <button class="act bare" type="button" :disabled="deciding.busy.value" @click="take">
        {{ inHand ? 'I do not have it any more' : 'I have it' }}
      </button>
      <button class="act bare" type="button" @click="begin('on')">Pass it on</button>
      <button class="act bare" type="button" :aria-expanded="watching" @click="watching = !watching">Tell more people</button>
      <button v-if="my?.passedBy" class="act bare" type="button" @click="begin('back')">Give it back</button>
    </span>
    <WatchMore
      v-if="watching"
      class="pass"
      :review="review.id"
      :project="review.project"
      :firm="review.submission.authorFirm"
      @done="watching = false"
      @cancel="watching = false"
    />
    <form v-if="passing" v-escape="() => (passing = undefined)" class="row pass" @submit.prevent="pass">
      <label v-if="passing === 'on'" class="field"
        ><span>To</span
        ><select v-model.number="to" class="text" required aria-label="Pass it on to">
          <option :value="0" disabled>{{ people.loading.value ? 'asking who could …' : 'choose somebody' }}</option>
          <option v-for="p in others" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select></label
      >
      <label class="field grow"><span>What you say with it</span><input v-model="note" class="text" maxlength="1000" autofocus /></label>
      <button class="act first" type="submit" :disabled="deciding.busy.value || (passing === 'on' && !to)">
        {{ passing === 'on' ? 'Pass it on' : 'Give it back' }}
      </button>
      <button class="act" type="button" @click="passing = undefined">Not now</button>
    </form>
  </div>
</template>

<style scoped>
.seats {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 3px 10px;
  border-bottom: 1px solid var(--line);
  font-size: 12px;
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.mine {
  font-weight: 600;
}
.far {
  margin-left: 5px;
  font-weight: 400;
}
.hand {
  margin-left: 5px;
  border: 1px solid var(--done);
  color: var(--done);
  padding: 0 4px;
}
.note-small {
  background: var(--attention-soft);
  padding: 0 6px;
  overflow-wrap: anywhere;
}
.acts {
  margin-left: auto;
}
.pass {
  flex-basis: 100%;
  align-items: end;
  padding: 4px 0 6px;
  flex-wrap: wrap;
}
</style>
