<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { PassageRow, Review, Schemas } from '../../api/client'
import { useKeys } from '../../keys'
import Due from '../../parts/Due.vue'
import { whereInWords } from '../../parts/strip'
import { useRemarks } from '../../parts/remarks'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import { mayClose, notClosed } from '../desk/closing'
import CommentForm from '../desk/CommentForm.vue'
import { useDeciding } from '../desk/decide'
import LastDecided from '../desk/LastDecided.vue'

const props = defineProps<{
  row: PassageRow
  review?: Review
  answers: Schemas['Said'][]
  before?: { revision?: string; said: Schemas['Said'][] }
}>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const router = useRouter()
const deciding = useDeciding(
  () => props.review,
  () => emit('changed'),
  () => props.row.passage.id,
  () => [passage.value.names.number, passage.value.names.revision, passage.value.names.title].filter(Boolean).join(' '),
)
const { problem, busy, asking, comment, give, say, unsay, takeBack, takeBackLast } = deciding
/** Why a key did nothing. */
const unheard = ref('')

const passage = computed(() => props.row.passage)
const remarks = useRemarks(
  () => passage.value.project,
  () => [passage.value.id],
)
void remarks.load()
const mine = computed(() => props.review?.may.decide ?? false)
const codes = computed(() => session.project?.decisionCodes ?? [])
const live = computed(() => props.review?.state === 'OPEN' || props.review?.state === 'RELEASING')
const file = computed(() => props.review?.files?.find((f) => f.passage.id === passage.value.id))
const answer = computed(() => (live.value ? file.value?.mine : undefined))
/** What was said before, and by others in this step, as far as one may know it. */
const earlier = computed(() =>
  live.value && file.value ? [...file.value.before, ...file.value.answers.filter((a) => a.id !== file.value?.mine?.id)] : props.answers,
)
const undecided = computed(() => props.review?.step.undecided ?? 0)

watch([() => passage.value.id, undecided], () => {
  unheard.value = ''
})

async function close() {
  const id = props.review?.id
  if (await deciding.close()) void router.push(`/desk?closed=${id}`)
}

useKeys([
  ...[1, 2, 3, 4].map((code) => ({
    key: String(code),
    says: `Decide: ${codes.value.find((c) => c.digit === code)?.name ?? code}`,
    does: () => {
      if (mine.value && props.review?.state === 'OPEN') void give([passage.value.id], code)
    },
  })),
  { key: 'u', says: 'Take back what was decided last', does: () => void takeBack(answer.value ? [passage.value.id] : []) },
  {
    key: 'c',
    says: 'Close the step',
    does: () => {
      if (!mine.value || props.review?.state !== 'OPEN') return
      unheard.value = notClosed(props.review, undecided.value, busy.value) ?? ''
      if (!unheard.value) void close()
    },
  },
])
</script>

<template>
  <section class="block" aria-label="Title block">
    <div class="line two">
      <span class="cell"
        ><small>Number</small><span class="mono">{{ passage.names.number ?? 'none yet' }}</span></span
      ><span class="cell"
        ><small>Revision</small><span class="mono">{{ passage.names.revision ?? '' }}</span></span
      >
    </div>
    <div class="line two">
      <span class="cell"><small>From</small>{{ row.author }}, {{ row.authorFirm }}</span
      ><span class="cell"><small>Cycle</small>{{ passage.cycle }}</span>
    </div>
    <div v-if="remarks.of(passage.id).length" class="line cell said differs" role="note">
      <small>The sheet says otherwise</small>
      <p v-for="r in remarks.of(passage.id)" :key="r">{{ r }}</p>
    </div>
    <div v-if="passage.cycle > 1 && before?.said.length" class="line cell said">
      <small>Asked of {{ before.revision }}</small>
      <p v-for="(a, i) in before.said" :key="i">
        <span class="key">{{ a.code }}</span> {{ a.person }}: {{ a.comment }}
      </p>
    </div>
    <div v-if="earlier.length" class="line cell said">
      <small>Said before</small>
      <p v-for="(a, i) in earlier" :key="i">
        <span class="key">{{ a.code }}</span> {{ a.person }}<template v-if="a.comment">: {{ a.comment }}</template>
      </p>
    </div>
    <div v-if="review?.state === 'RELEASING' && mine" class="line cell">
      <small>{{ review.step.name }}, <Due :at="review.step.due" /></small
      ><RouterLink class="act first" :to="`/desk?review=${review.id}`">Draw the comments together on the Desk</RouterLink>
    </div>
    <div v-else-if="review?.state === 'OPEN' && mine" class="line cell">
      <small>{{ review.step.name }}, <Due :at="review.step.due" /></small>
      <div class="codes" role="group" aria-label="Decision">
        <button
          v-for="c in codes"
          :key="c.digit"
          type="button"
          :class="{ given: answer?.code === c.digit }"
          :aria-pressed="answer?.code === c.digit"
          @click="give([passage.id], c.digit)"
        >
          <span class="key">{{ c.digit }}</span> {{ c.name }}
        </button>
      </div>
      <button v-if="answer && !asking" class="act bare" type="button" :disabled="busy" @click="unsay([passage.id])">Take it back</button>
      <p v-if="answer?.comment && !asking" class="comment">{{ answer.comment }}</p>
      <CommentForm
        v-if="asking"
        v-model="comment"
        class="asked"
        :asking="asking"
        label="What is to be done"
        :busy="busy"
        @say="say()"
        @not-now="asking = undefined"
      />
      <p v-if="unheard" class="note" role="alert">{{ unheard }}</p>
      <span class="row end"
        ><span class="quiet grow">{{
          undecided ? `${count(undecided, 'file')} of ${review.step.files} without a decision` : 'Every file has a decision'
        }}</span>
        <button
          class="act"
          :class="{ first: mayClose(review, undecided) }"
          type="button"
          title="Cannot be taken back: what follows begins, and its people are told"
          :disabled="busy || !mayClose(review, undecided)"
          @click="close"
        >
          Close the step
        </button></span
      >
    </div>
    <div v-else class="line cell">
      <small>Where</small>{{ whereInWords(passage) }}<template v-if="passage.at.heldBy">, with {{ passage.at.heldBy }}</template>
    </div>
    <Trouble :problem="problem" />
    <LastDecided :take-back="takeBackLast" :busy="busy" />
  </section>
</template>

<style scoped>
.block {
  position: absolute;
  right: 12px;
  bottom: 12px;
  width: 336px;
  background: var(--sheet);
  border: 2px solid var(--ink);
  max-height: calc(100% - 24px);
  overflow: auto;
}
.line {
  border-bottom: 1px solid var(--ink);
}
.line:last-child {
  border-bottom: 0;
}
.two {
  display: grid;
  grid-template-columns: 1fr 84px;
}
.two .cell + .cell {
  border-left: 1px solid var(--ink);
}
.cell {
  padding: 3px 8px 5px;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}
small {
  display: block;
  font-size: 10.5px;
  color: var(--quiet);
}
.differs {
  background: var(--attention-soft);
}
.codes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 4px 0 6px;
}
.codes button {
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  padding: 4px 6px;
  text-align: left;
  cursor: pointer;
  margin: 0 -1px -1px 0;
}
.codes button:hover:not(:disabled) {
  background: var(--shade);
}
.codes button.given {
  background: var(--main);
  color: var(--main-ink);
  border-color: var(--main);
}
.said p,
.comment {
  overflow-wrap: anywhere;
}
.said {
  max-height: 160px;
  overflow: auto;
}
.asked {
  display: grid;
  gap: 6px;
  margin-bottom: 6px;
}
.end {
  margin-top: 6px;
}
@media (max-width: 900px) {
  .block {
    left: 8px;
    right: 8px;
    width: auto;
    position: static;
    margin: 0 8px 8px;
    max-height: none;
    flex: none;
  }
}
</style>
