<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** The editions of the sheet: what was done when, what differs between two states in words, and going back to one. */
const props = defineProps<{ edition: number }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const session = useSession()
const project = must(session.project).id
const path = { path: { project } }
const editions = useLoaded(() => data(api.GET('/api/projects/{project}/sheet-editions', { params: path })))
const from = ref(props.edition)
const to = ref(0)
const differences = useLoaded(() =>
  data(api.GET('/api/projects/{project}/sheet-differences', { params: { ...path, query: { from: from.value, to: to.value } } })),
)
const { busy, problem, act } = useAct(() => (void editions.load(), void differences.load()))
const WHAT: Record<string, string> = {
  new: 'is new',
  gone: 'is gone',
  moved: 'is another',
  on: 'switched on',
  off: 'switched off',
  name: 'is called otherwise',
  description: 'is described otherwise',
  where: 'stands elsewhere',
  which: 'takes otherwise',
}
const word = (what: string) => WHAT[what] ?? `${what.charAt(0).toUpperCase()}${what.slice(1)} says otherwise`
const states = computed(() => [
  { edition: 0, word: 'the draft' },
  ...(editions.value.value ?? []).map((e) => ({
    edition: e.edition,
    word: `edition ${e.edition}${e.edition === props.edition ? ', in force' : ''}`,
  })),
])

onMounted(() => (void editions.load(), void differences.load()))
watch([from, to], differences.load)

async function goBack(edition: number) {
  if (
    await act(() =>
      data(
        api.POST('/api/projects/{project}/sheet-editions/{edition}/return', {
          params: { path: { project, edition } },
          body: { seen: props.edition },
        }),
      ),
    )
  )
    emit('changed')
}
</script>

<template>
  <section v-escape="() => emit('close')" class="panel" aria-label="Editions of the sheet">
    <header>
      <h2>Editions</h2>
      <span class="quiet">Whatever changed what is in force is one. Passages finish under the edition that took them.</span
      ><span class="grow" /><button class="act" type="button" @click="emit('close')">Put away</button>
    </header>
    <Trouble :problem="problem ?? editions.problem.value ?? differences.problem.value" />
    <div class="two">
      <ol class="editions">
        <li v-for="e in editions.value.value" :key="e.edition" :class="{ at: e.edition === edition }">
          <button
            class="act bare mono"
            type="button"
            :aria-label="`Compare edition ${e.edition}`"
            @click="((from = e.edition), (to = edition))"
          >
            {{ e.edition }}
          </button>
          <span class="grow"
            >{{ e.account }}<br /><span class="quiet" :title="exact(e.at)">{{ moment(e.at) }}, {{ e.by ?? 'Pervius' }}</span></span
          >
          <span v-if="e.edition === edition" class="quiet">in force</span>
          <button
            v-else
            class="act"
            type="button"
            :disabled="busy"
            title="Puts this state in force again, as a new edition"
            @click="goBack(e.edition)"
          >
            Back to this
          </button>
        </li>
        <li v-if="editions.value.value?.length === 0" class="quiet">Nothing was ever put in force.</li>
      </ol>
      <div class="differences">
        <p class="row">
          What is otherwise in
          <select v-model="to" class="text" aria-label="In which state">
            <option v-for="s in states" :key="s.edition" :value="s.edition">{{ s.word }}</option>
          </select>
          than in
          <select v-model="from" class="text" aria-label="Than in which state">
            <option v-for="s in states" :key="s.edition" :value="s.edition">{{ s.word }}</option>
          </select>
        </p>
        <p v-if="differences.value.value?.length === 0" class="quiet">Nothing differs.</p>
        <dl v-for="(d, i) in differences.value.value" :key="i">
          <dt>
            <strong>{{ d.rule }}</strong> {{ word(d.what) }}
          </dt>
          <dd v-if="d.before.length" class="before"><span class="hidden-text">before: </span>{{ d.before.join(' ') }}</dd>
          <dd v-if="d.after.length" class="after"><span class="hidden-text">after: </span>{{ d.after.join(' ') }}</dd>
        </dl>
      </div>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  max-height: 46vh;
}
.editions {
  overflow: auto;
  border-right: 1px solid var(--line);
}
.editions li {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 3px 10px;
  border-bottom: 1px solid var(--line);
}
.at {
  background: var(--main-soft);
}
.differences {
  overflow: auto;
  padding: 6px 10px;
  display: grid;
  gap: 7px;
  align-content: start;
}
.row select {
  width: auto;
}
dd {
  padding: 1px 8px;
  border-left: 3px solid;
  overflow-wrap: anywhere;
}
.before {
  border-color: var(--stop);
  color: var(--ink-2);
  text-decoration: line-through;
  text-decoration-color: var(--quiet);
}
.after {
  border-color: var(--done);
}
</style>
