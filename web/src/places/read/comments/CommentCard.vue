<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { day, exact, moment, thisMoment } from '../../../say'
import { useSession } from '../../../session'
import { answerInWords, type Comment, type Comments } from './comments'
import { keepAnswer, keptAnswer } from './drafts'
import { heldBack } from './heldBack'
import JoinForm from './JoinForm.vue'
import { pictureUrl } from './pictures'
import { SHAPES } from './place'

/** What was said at a place: a line while it is folded, else all of it, what was answered, and what one may do with it. */
const props = defineProps<{
  comment: Comment
  colour: string
  selected: boolean
  comments: Comments
  again?: 'looking' | 'sure' | 'unsure'
  /** Where what has changed since is seen beside it, for one of an earlier revision. */
  changed?: string
}>()
const emit = defineEmits<{ select: []; rewrite: []; replace: [] }>()
const answering = ref<'SAID' | 'DONE' | 'NOT_DONE' | 'REWORDED'>()
const joining = ref(false)
const session = useSession()
const account = session.me?.account ?? 0
/** What is being answered; kept in this browser until it is sent. */
const text = ref(keptAnswer(account, props.comment.id))
if (text.value) answering.value = 'SAID'
watch(text, (now) => answering.value !== 'REWORDED' && keepAnswer(account, props.comment.id, now))
const field = useTemplateRef<HTMLTextAreaElement>('field')

const glyph = computed(() => SHAPES.find((s) => s.shape === props.comment.on.place?.shape))
const stage = computed(() => ({ OPEN: 'open', ANSWERED: 'answered', CLOSED: 'closed' })[props.comment.stage])
const late = computed(
  () => props.comment.stage === 'OPEN' && !!props.comment.asked?.due && props.comment.asked.due < thisMoment().toLocaleDateString('sv'),
)
const drawn = computed(() => {
  const { as, into } = props.comment.drawing ?? {}
  if (into) return `Joined with what ${props.comments.find(into)?.by.name ?? 'somebody'} said`
  return as === 'DROPPED' ? 'Dropped' : as === 'REWORDED' ? 'Reworded' : 'Kept'
})
const AGAIN = {
  looking: 'looking for its place …',
  sure: 'found again here',
  unsure: 'shown where it was there: its place was not found again for certain',
} as const
/** Which decisions it holds back. */
const before = computed(() => heldBack(props.comment.with.before ?? 0, session.project?.decisionCodes ?? []))

watch(answering, async (now) => {
  if (!now) return
  if (now === 'REWORDED') text.value = props.comment.drawing?.text ?? props.comment.text
  await nextTick()
  field.value?.focus()
})
async function give() {
  const how = answering.value
  if (!how) return
  const done =
    how === 'REWORDED'
      ? await props.comments.draw(props.comment, how, text.value)
      : await props.comments.answer(props.comment, how, text.value)
  if (done) leave()
}
function leave() {
  answering.value = undefined
  text.value = ''
}
const sure = computed(() => answering.value === 'DONE' || !!text.value.trim())
</script>

<template>
  <li :id="`comment-${comment.id}`" class="card" :class="{ at: selected, closed: comment.stage === 'CLOSED' }" :style="{ '--who': colour }">
    <button type="button" class="head" :aria-expanded="selected" @click="emit('select')">
      <svg v-if="glyph" viewBox="0 0 16 16" aria-hidden="true"><path :d="glyph.glyph" /></svg>
      <span class="clip grow"
        ><b>{{ comment.by.name }}</b
        ><template v-if="!selected">{{ ` ${comment.text || glyph?.says}` }}</template></span
      >
      <span v-if="late" class="late">late</span>
      <span v-if="comment.with.pictures.length" class="stage" title="With a picture">▣</span>
      <span v-if="comment.with.before && comment.stage !== 'CLOSED'" class="key" :title="`Holds back ${before}`">{{
        comment.with.before
      }}</span>
      <span class="stage" :data-stage="comment.stage">{{ stage }}</span>
    </button>
    <div v-if="selected" class="body">
      <p class="quiet small" :title="exact(comment.by.at)">
        {{ comment.by.firm }}, {{ moment(comment.by.at) }}<template v-if="comment.on.place">, page {{ comment.on.place.page }}</template>
        <template v-if="comment.on.carried">
          · said of {{ comment.on.revision ?? 'an earlier one' }}<template v-if="again">, {{ AGAIN[again] }}</template></template
        >
        <template v-if="!comment.released"> · the author’s firm does not read it yet</template>
      </p>
      <p v-if="comment.text" class="words">{{ comment.text }}</p>
      <p v-if="comment.with.pictures.length" class="pictures">
        <a v-for="(p, i) in comment.with.pictures" :key="p.id" :href="pictureUrl(p.id)" target="_blank" rel="noopener"
          ><img :src="pictureUrl(p.id)" :alt="`Picture ${i + 1} of what ${comment.by.name} said`" :width="p.width" :height="p.height"
        /></a>
      </p>
      <p v-if="comment.with.before" class="small" :class="{ late: comment.stage !== 'CLOSED' }">
        {{ comment.stage === 'CLOSED' ? 'Held back' : 'Holds back' }} {{ before }}
      </p>
      <p v-if="comment.drawing" class="small drawn">
        {{ drawn }} by {{ comment.drawing.by }}<template v-if="comment.drawing.text">: {{ comment.drawing.text }}</template>
      </p>
      <p v-if="comment.asked" class="small" :class="{ late }">
        {{ comment.asked.name }} is to answer<template v-if="comment.asked.due"> by {{ day(comment.asked.due) }}</template>
      </p>
      <ul v-if="comment.answers.length" class="answers">
        <li v-for="(a, i) in comment.answers" :key="i">
          <b>{{ a.person }}</b> <span class="quiet small" :title="exact(a.at)">{{ moment(a.at) }}</span>
          <p class="words">
            {{ answerInWords(a) }}
          </p>
        </li>
      </ul>
      <form v-if="answering" class="answer" @submit.prevent="give">
        <label class="field"
          ><span>{{
            answering === 'REWORDED'
              ? 'In other words'
              : answering === 'NOT_DONE'
                ? 'Not done because'
                : answering === 'DONE'
                  ? 'Done (may be left empty)'
                  : 'Answer'
          }}</span>
          <textarea
            ref="field"
            v-model="text"
            class="text"
            rows="3"
            maxlength="20000"
            @keydown.enter.ctrl.prevent="sure && give()"
            @keydown.esc.stop="leave"
          />
        </label>
        <p v-if="answering !== 'REWORDED' && comment.released && comment.may.close" class="quiet small">
          Everybody who sees this file reads it at once.
        </p>
        <span class="row"
          ><button class="act first" type="submit" :disabled="comments.busy.value || !sure">Give it</button
          ><button class="act" type="button" @click="leave">Not now</button></span
        >
      </form>
      <JoinForm v-else-if="joining" :comment="comment" :comments="comments" @left="joining = false" />
      <div v-else class="acts">
        <RouterLink v-if="changed" class="act" :to="changed">What changed there</RouterLink>
        <template v-if="comment.may.answer">
          <template v-if="!comment.may.close">
            <button class="act" type="button" @click="answering = 'DONE'">Done</button>
            <button class="act" type="button" @click="answering = 'NOT_DONE'">Not done</button>
          </template>
          <button class="act" type="button" @click="answering = 'SAID'">Answer</button>
        </template>
        <button v-if="comment.may.close" class="act" type="button" @click="comments.close(comment, comment.stage !== 'CLOSED')">
          {{ comment.stage === 'CLOSED' ? 'Open again' : 'Close it' }}
        </button>
        <template v-if="comment.may.change">
          <button class="act bare" type="button" @click="emit('rewrite')">Change</button>
          <button v-if="comment.on.place && !comment.on.carried" class="act bare" type="button" @click="emit('replace')">Move</button>
          <button class="act bare" type="button" @click="comments.takeBack(comment)">Take back</button>
        </template>
        <template v-if="comment.may.draw">
          <button class="act" type="button" :aria-pressed="comment.drawing?.as === 'KEPT'" @click="comments.draw(comment, 'KEPT', '')">
            Keep
          </button>
          <button class="act" type="button" @click="answering = 'REWORDED'">Reword</button>
          <button v-if="comments.joinable(comment).length" class="act" type="button" @click="joining = true">Join …</button>
          <button
            class="act"
            type="button"
            :aria-pressed="comment.drawing?.as === 'DROPPED' && !comment.drawing.into"
            @click="comments.draw(comment, 'DROPPED', '')"
          >
            Drop
          </button>
        </template>
      </div>
    </div>
  </li>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--who);
}
.card.at {
  border-color: var(--who);
  box-shadow: 0 1px 6px #0002;
}
.head {
  display: flex;
  gap: 6px;
  align-items: center;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
svg {
  width: 14px;
  height: 14px;
  flex: none;
  fill: none;
  stroke: var(--who);
  stroke-width: 1.6;
}
.stage {
  font-size: 11px;
  color: var(--quiet);
}
.stage[data-stage='OPEN'] {
  color: var(--attention);
}
.stage[data-stage='ANSWERED'] {
  color: var(--main);
}
.late {
  color: var(--stop);
}
.closed .head {
  opacity: 0.7;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 5px;
  padding: 0 8px 8px;
}
.small {
  font-size: 11.5px;
}
.words {
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.pictures img {
  display: block;
  max-width: 100%;
  width: auto;
  height: auto;
  max-height: 180px;
  border: 1px solid var(--line);
}
.drawn {
  border-left: 2px solid var(--line-strong);
  padding-left: 6px;
}
.answers {
  display: grid;
  gap: 4px;
  border-left: 2px solid var(--line);
  padding-left: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.acts .act[aria-pressed='true'] {
  background: var(--main-soft);
}
.answer {
  display: grid;
  gap: 6px;
}
</style>
