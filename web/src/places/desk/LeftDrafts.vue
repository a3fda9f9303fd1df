<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, data, Problem, type Review } from '../../api/client'
import { useSession } from '../../session'
import { draftsOf, dropDraft } from './drafts'
import { must } from '../../parts/must'

/** What was being typed for reviews that have gone on meanwhile: what became of them, and the words to keep. */
const props = defineProps<{ waiting: Review[] }>()
const session = useSession()
const me = computed(() => session.me?.account ?? 0)
const left = ref<{ id: number; comment: string; now: string; passage: number }[]>([])
const copied = ref<number>()

watch(
  () => props.waiting.map((r) => r.id).join(),
  async () => {
    const here = new Set(props.waiting.map((r) => r.id))
    const gone = draftsOf(me.value).filter((d) => !here.has(d.review))
    left.value = await Promise.all(
      gone.map(async ({ review, draft }) => ({
        id: review,
        comment: draft.comment,
        passage: must(draft.passages[0]),
        now: await whatBecame(review),
      })),
    )
  },
  { immediate: true },
)

async function whatBecame(id: number): Promise<string> {
  try {
    const r = await data(api.GET('/api/reviews/{id}', { params: { path: { id } } }))
    const who = r.seats.map((s) => s.person).join(', ')
    return r.state === 'OPEN' || r.state === 'RELEASING'
      ? `${r.submission.reference} is at “${r.step.name}” now, with ${who}.`
      : `The review of ${r.submission.reference} is over.`
  } catch (e) {
    return e instanceof Problem && e.status === 404 ? 'You do not see that review any more.' : 'What became of it cannot be asked now.'
  }
}

function drop(id: number) {
  dropDraft(me.value, id)
  left.value = left.value.filter((d) => d.id !== id)
}

async function copy(id: number, text: string) {
  await navigator.clipboard.writeText(text)
  copied.value = id
}
</script>

<template>
  <section v-for="d in left" :key="d.id" class="panel note" role="status">
    <p>
      <strong>It went on while you were writing.</strong> {{ d.now }}
      <RouterLink :to="`/passages/${d.passage}`">See what happened</RouterLink>
    </p>
    <blockquote>{{ d.comment }}</blockquote>
    <p class="row">
      <button class="act" type="button" @click="copy(d.id, d.comment)">
        {{ copied === d.id ? 'Copied' : 'Copy what I wrote' }}</button><button class="act" type="button" @click="drop(d.id)">
        I do not need it any more
      </button>
    </p>
  </section>
</template>

<style scoped>
.note {
  display: grid;
  gap: 6px;
}
blockquote {
  margin: 0;
  padding: 4px 10px;
  border-left: 3px solid var(--line-strong);
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>
