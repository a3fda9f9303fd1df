<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import type { CommentLine } from '../comments/lines'

/** What was asked of the revisions before and is not answered: answered where the next ones are handed in. */
const props = defineProps<{
  project: number
  passages: number[]
  /** Whether there are more revisions that are not looked at here. */
  more: boolean
}>()
const lines = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/comment-sheet/lines', {
      params: { path: { project: props.project }, query: { passages: props.passages } },
    }),
  ),
)
const load = () => (props.passages.length ? lines.load() : Promise.resolve())
onMounted(load)
watch(() => props.passages.join(), load)
whenChanged(['COMMENT'], load, 500)
const { busy, problem, act } = useAct(load)
/** Those the author's firm is to answer. */
const asked = computed(() =>
  (lines.value.value ?? []).filter(
    ({ comment: c }) => c.on.carried && c.stage === 'OPEN' && c.by.side === 'REVIEWING' && c.may.answer && !c.may.close,
  ),
)
const texts = ref<Record<number, string>>({})
const answered = ref(0)
const text = (line: CommentLine) => texts.value[line.comment.id]?.trim() ?? ''
async function answer({ comment }: CommentLine, kind: 'DONE' | 'NOT_DONE', words: string) {
  const went = await act(() =>
    data(
      api.POST('/api/comments/{id}/answers', {
        params: { path: { id: comment.id } },
        body: { version: comment.version, kind, text: words },
      }),
    ),
  )
  if (went) answered.value++
}
</script>

<template>
  <section v-if="asked.length || answered" class="asked" aria-label="Asked of the revision before">
    <p class="lead">
      <strong v-if="asked.length">{{ count(asked.length, 'comment') }} on what came before</strong>
      <strong v-else>Every comment on what came before is answered.</strong>
      <span v-if="asked.length" class="quiet"
        >Say of each what was done, or why it was not; the reviewers read it beside the new revision.</span
      >
    </p>
    <p v-if="more" class="quiet">Those on the first files of this submission; those on the others are answered beside their sheets.</p>
    <Trouble :problem="problem ?? lines.problem.value" />
    <ul>
      <li v-for="l in asked" :key="l.comment.id">
        <Num :number="l.number" :revision="l.comment.on.revision" />
        <RouterLink class="plain said" :to="`/read/${l.comment.on.passage}?comment=${l.comment.id}`" :title="l.comment.text"
          ><b>{{ l.comment.by.name }}</b
          ><template v-if="l.comment.on.place">, page {{ l.comment.on.place.page }}</template
          >: {{ l.comment.text || 'a mark without words' }}</RouterLink
        >
        <input
          v-model="texts[l.comment.id]"
          class="text"
          maxlength="20000"
          placeholder="what was done, or why not"
          :aria-label="`Answer to ${l.comment.by.name}: ${l.comment.text}`"
        />
        <button class="act" type="button" :disabled="busy" @click="answer(l, 'DONE', text(l))">Done</button>
        <button
          class="act"
          type="button"
          :disabled="busy || !text(l)"
          :title="text(l) ? undefined : 'Say why not'"
          @click="answer(l, 'NOT_DONE', text(l))"
        >
          Not done
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.asked {
  border-top: 1px solid var(--line);
  padding: 6px 10px 8px;
}
.lead {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
ul {
  max-height: 240px;
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: max-content minmax(120px, 1fr) minmax(140px, 1fr) auto auto;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}
.said {
  max-height: 3.2em;
  overflow: auto;
  overflow-wrap: anywhere;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 1fr auto auto;
  }
  li > :nth-child(-n + 3) {
    grid-column: 1 / -1;
  }
}
</style>
