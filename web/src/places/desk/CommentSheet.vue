<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Review, type Schemas } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import type { Deciding } from './decide'
import { vEscape } from '../../parts/escape'

type Answer = Schemas['AnswerView']
/** The comments of a review, drawn together before its author reads them: each kept, reworded or dropped; the original is always kept. */
const props = defineProps<{ review: Review; deciding: Deciding }>()
const rewording = ref<number>()
const text = ref('')
const rows = computed(() =>
  (props.review.files ?? [])
    .map((f) => ({ file: f, said: [...f.before, ...f.answers].filter((a) => a.comment) }))
    .filter((r) => r.said.length),
)
const total = computed(() => rows.value.reduce((n, r) => n + r.said.length, 0))
/** What was said at places of the sheets; drawn together beside the sheet. */
const onSheets = useLoaded(() => data(api.GET('/api/reviews/{review}/on-sheets', { params: { path: { review: props.review.id } } })))
onMounted(onSheets.load)
whenChanged(['COMMENT'], onSheets.load)
const placed = computed(() =>
  (onSheets.value.value ?? []).flatMap((s) => {
    const file = props.review.files?.find((f) => f.passage.id === s.passage)
    return file ? [{ ...s, names: file.passage.names }] : []
  }),
)

function draw(answer: Answer, as: 'KEPT' | 'REWORDED' | 'DROPPED', words = '') {
  return props.deciding.carryOut(() =>
    data(
      api.PUT('/api/reviews/{id}/comments/{answer}', {
        params: { path: { id: props.review.id, answer: answer.id } },
        body: { as, text: words },
      }),
    ),
  )
}

function reword(answer: Answer) {
  rewording.value = answer.id
  text.value = answer.drawnText ?? answer.comment
}

async function keepWords(answer: Answer) {
  if (await draw(answer, 'REWORDED', text.value)) rewording.value = undefined
}
</script>

<template>
  <div class="comments">
    <Trouble :problem="onSheets.problem.value" :again="onSheets.load" />
    <p v-if="!total && onSheets.value.value && !placed.length" class="quiet">No comments were made: the author gets the decisions alone.</p>
    <ul v-if="placed.length" aria-label="On the sheets">
      <li v-for="s in placed" :key="s.passage" class="placed">
        <Num :number="s.names.number" :revision="s.names.revision" />
        <span
          >{{ count(s.said, 'comment') }} on the sheet<template v-if="s.undrawn"
            >, {{ s.undrawn === s.said ? 'which go' : `${s.undrawn} of which go` }} to the author as written</template
          ></span
        ><RouterLink class="act" :to="`/read/${s.passage}`">Draw them together there</RouterLink>
      </li>
    </ul>
    <template v-for="row in rows" :key="row.file.passage.id">
      <h3>
        <Num :number="row.file.passage.names.number" :revision="row.file.passage.names.revision" /> {{ row.file.passage.names.title }}
        <span v-if="row.file.ending" class="key">{{ row.file.ending }}</span>
      </h3>
      <ul>
        <li v-for="a in row.said" :key="a.id" :class="a.drawn?.toLowerCase()">
          <span class="who"
            ><span class="key">{{ a.code }}</span> {{ a.person }}, {{ a.stepName }}</span
          >
          <div class="words">
            <p class="original">{{ a.comment }}</p>
            <p v-if="a.drawn === 'REWORDED' && rewording !== a.id" class="new">{{ a.drawnText }}</p>
            <form v-if="rewording === a.id" v-escape="() => (rewording = undefined)" @submit.prevent="keepWords(a)">
              <textarea
                v-model="text"
                class="text"
                required
                maxlength="20000"
                autofocus
                aria-label="In other words"
                @keydown.enter.ctrl.prevent="keepWords(a)"
              />
              <span class="row"
                ><button class="act first" type="submit" :disabled="deciding.busy.value || !text.trim()">The author reads this</button
                ><button class="act" type="button" @click="rewording = undefined">Not now</button></span
              >
            </form>
          </div>
          <span class="row choice" role="group" :aria-label="`What the author reads of ${a.person}'s comment`">
            <button
              type="button"
              class="act"
              :aria-pressed="!a.drawn || a.drawn === 'KEPT'"
              :disabled="deciding.busy.value"
              @click="draw(a, 'KEPT')"
            >
              Keep
            </button>
            <button type="button" class="act" :aria-pressed="a.drawn === 'REWORDED'" :disabled="deciding.busy.value" @click="reword(a)">
              Reword
            </button>
            <button
              type="button"
              class="act"
              :aria-pressed="a.drawn === 'DROPPED'"
              :disabled="deciding.busy.value"
              @click="draw(a, 'DROPPED')"
            >
              Drop
            </button>
          </span>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.comments {
  display: grid;
  gap: 6px;
  padding: 8px 10px;
  max-height: 46vh;
  overflow: auto;
}
h3 {
  display: flex;
  gap: 8px;
  align-items: center;
}
li {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) auto;
  gap: 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  align-items: start;
}
.words p {
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.dropped .original,
.reworded .original {
  text-decoration: line-through;
  color: var(--quiet);
}
.new {
  border-left: 3px solid var(--main);
  padding-left: 6px;
}
.choice {
  gap: 0;
}
.choice .act {
  margin-right: -1px;
  border-radius: 0;
}
.choice [aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
form {
  display: grid;
  gap: 4px;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
