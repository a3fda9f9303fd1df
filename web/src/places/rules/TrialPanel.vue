<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import Trouble from '../../parts/Trouble.vue'
import TriedList from '../../parts/TriedList.vue'
import { bad, coming, names, useTrying, type Tried } from '../../parts/trying'
import { count } from '../../say'
import TrialLetters from './TrialLetters.vue'
import { useSession } from '../../session'
import type { Choices } from './choices'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** The sheet as it is drafted, tried on arrivals: nothing is spent, sent, made or moved. */
const props = defineProps<{ choices: Choices; passages: number[] }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const on = ref<'last' | 'names' | 'files' | 'chosen'>(props.passages.length ? 'chosen' : 'last')
const files = shallowRef<File[]>([])
const last = ref(100)
const folder = ref<number>()
const author = ref<number>()
const typed = ref('')
const onlyDifferent = ref(false)
const { arrivals, done, of, running, stopped, faulty, letters, problem, run, stop } = useTrying()
const showing = ref<'all' | 'different' | 'bad'>('all')
const different = (t: Tried) => t.differences.length > 0
const differing = computed(() => arrivals.value.filter(different).length)
const stopping = computed(() => arrivals.value.filter(bad).length)
const shown = computed(() => (showing.value === 'all' ? arrivals.value : arrivals.value.filter(showing.value === 'bad' ? bad : different)))
const intakes = computed(() =>
  props.choices.folders.filter((f) => f.state === 'WORK_IN_PROGRESS' && (!props.choices.kept || props.choices.kept.has(f.id))),
)
const made = computed(() => on.value === 'names' || on.value === 'files')
const ready = computed(() =>
  made.value
    ? folder.value !== undefined && (on.value === 'files' ? files.value.length > 0 : typed.value.trim() !== '')
    : session.controls || folder.value !== undefined,
)
const authors = computed(() => {
  const firm = intakes.value.find((f) => f.id === folder.value)?.firm
  return props.choices.people.people.filter((p) => firm === undefined || p.firmId === firm)
})

onMounted(() => {
  if (props.passages.length) void start()
})

async function start() {
  const arriving = on.value === 'names' ? names(typed.value) : on.value === 'files' ? await Promise.all(files.value.map(coming)) : []
  void run(`/api/projects/${must(session.project).id}/trials`, {
    last: on.value === 'last' ? last.value : undefined,
    folder: on.value === 'chosen' ? undefined : folder.value,
    passages: on.value === 'chosen' ? props.passages : [],
    files: arriving,
    author: made.value ? (author.value ?? authors.value[0]?.id) : undefined,
    onlyDifferent: onlyDifferent.value,
    inForce: false,
  })
}
</script>

<template>
  <section class="panel" aria-label="Trial">
    <form v-escape="() => emit('close')" @submit.prevent="start">
      <strong>Try the draft</strong>
      <label class="field"
        ><span>on</span
        ><select v-model="on" class="text" data-test="trial-on">
          <option value="last">the last arrivals</option>
          <option value="names">names typed or pasted</option>
          <option value="files">files of mine, which are not sent</option>
          <option v-if="passages.length" value="chosen">the {{ passages.length }} chosen arrivals</option>
        </select></label
      >
      <label v-if="on === 'last'" class="field"
        ><span>how many</span
        ><select v-model.number="last" class="text">
          <option v-for="n in [20, 100, 500, 2000, 10000]" :key="n" :value="n">{{ n.toLocaleString('en') }}</option>
        </select></label
      >
      <label v-if="on !== 'chosen'" class="field grow"
        ><span>{{ on === 'last' ? 'in' : 'arriving in' }}</span
        ><select v-model="folder" class="text" data-test="trial-folder">
          <option :value="undefined">{{ on === 'last' && session.controls ? 'the whole project' : 'choose a folder' }}</option>
          <option v-for="f in intakes" :key="f.id" :value="f.id">{{ f.path }}</option>
        </select></label
      >
      <label v-if="made" class="field"
        ><span>work of</span
        ><select v-model="author" class="text">
          <option :value="undefined">{{ authors[0]?.name ?? 'nobody' }}</option>
          <option v-for="p in authors.slice(1)" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select></label
      >
      <label class="tick"><input v-model="onlyDifferent" type="checkbox" /> only what differs</label>
      <button v-if="!running" class="act first" type="submit" :disabled="!ready" data-test="try">Try</button>
      <button v-else class="act" type="button" @click="stop">Stop</button>
      <button class="act" type="button" @click="(stop(), emit('close'))">Put away</button>
      <label v-if="on === 'files'" class="act"
        >{{ files.length ? count(files.length, 'file') : 'Choose files'
        }}<input type="file" multiple class="hidden-text" @change="files = [...(($event.target as HTMLInputElement).files ?? [])]"
      /></label>
      <textarea
        v-if="on === 'names'"
        v-model="typed"
        class="text names mono"
        rows="3"
        placeholder="one name a line, with its ending"
        aria-label="Names to try, one a line"
        data-test="trial-names"
      />
    </form>
    <Trouble :problem="problem" />
    <p v-if="of || running" class="lead" role="status">
      <template v-if="running"
        >{{ done.toLocaleString('en') }} of {{ of.toLocaleString('en') }} tried …
        <progress :value="done" :max="of || 1" aria-label="How far the trial is"
      /></template>
      <template v-else
        >{{ stopped ? 'Stopped after ' : '' }}{{ count(done, 'arrival') }} tried:
        {{
          differing
            ? `${differing} would fare otherwise than under the sheet in force`
            : 'none would fare otherwise than under the sheet in force'
        }}<template v-if="!onlyDifferent">, {{ stopping }} would be stopped or go back</template>. Numbers are shown, not promised; nothing
        was spent, sent or moved.</template
      >
    </p>
    <p v-if="faulty.length" class="lead attention">
      {{ faulty.join(', ') }}: the {{ faulty.length === 1 ? 'draft has' : 'drafts have' }} errors, so what is in force of
      {{ faulty.length === 1 ? 'it' : 'them' }} was tried, or nothing.
    </p>
    <p v-if="!of && !running" class="lead quiet">
      Each arrival goes through the stations under the draft and under what is in force; where the two differ is marked. No number is spent,
      no message sent, no file moved.
    </p>
    <p v-if="arrivals.length > 20" class="lead row">
      <label
        >Show
        <select v-model="showing" class="text" data-test="trial-showing">
          <option value="all">all {{ arrivals.length.toLocaleString('en') }}</option>
          <option value="different">the {{ differing }} that would fare otherwise</option>
          <option value="bad">the {{ stopping }} that would be stopped or go back</option>
        </select></label
      >
    </p>
    <TrialLetters v-if="letters.length" :letters="letters" />
    <div v-if="arrivals.length" class="scroll"><TriedList :key="showing" :arrivals="shown" compared /></div>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  align-items: end;
  flex-wrap: wrap;
  padding: 8px 10px;
  border-bottom: 1px solid var(--line);
}
form strong {
  padding-bottom: 5px;
}
.names {
  flex: 1 0 100%;
  white-space: pre;
}
.tick {
  display: flex;
  gap: 5px;
  padding-bottom: 5px;
}
.lead {
  padding: 6px 10px;
}
.lead select {
  width: auto;
}
.attention {
  color: var(--attention);
}
.scroll {
  max-height: 46vh;
  overflow: auto;
  --stick: 0px;
}
</style>
