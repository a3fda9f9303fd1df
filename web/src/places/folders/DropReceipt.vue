<script setup lang="ts">
import { computed, ref, toRaw, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import type { PassageRow } from '../../api/client'
import Num from '../../parts/Num.vue'
import StationStrip from '../../parts/StationStrip.vue'
import Trouble from '../../parts/Trouble.vue'
import type { Tried } from '../../parts/trying'
import { count } from '../../say'
import AskedBefore from './AskedBefore.vue'
import { inWords, progress, worthShowing } from './progress'
import type { Drop, Sending } from './upload'
import { must } from '../../parts/must'

/** A drop on its way and its receipt: how far it is, what became of each file, and what came out otherwise than foretold. */
const props = defineProps<{
  project: number
  drop: Drop
  foretold: Tried[]
  passages: PassageRow[]
  more: boolean
  /** More are stopped than are told of here. */
  moreStopped: boolean
  remarks: (passage: number) => string[]
}>()
defineEmits<{ again: []; done: [] }>()

/** Larger drops are folded: an overall bar, and the files with which something is wrong. */
const MOST_SHOWN = 50
/** How often in a second the whole of a drop is looked through: not with each portion of each of its files. */
const LOOKS = 4
const began = Date.now()
const looked = ref(0)
const { pause } = useIntervalFn(() => looked.value++, 1000 / LOOKS)
watch(
  () => props.drop.state,
  (is) => {
    looked.value++
    if (is === 'closed') pause()
  },
)
/** All files as they are at the last look, without being told of each change to one. */
const files = computed(() => {
  void looked.value
  return toRaw(props.drop).files.map((f) => toRaw(f))
})
const whole = computed(() => progress({ ...toRaw(props.drop), files: files.value }, began, Date.now()))
const unfolded = ref(false)
/** Documents that have come before. */
const again = computed(() =>
  props.passages
    .map((row) => row.passage)
    .filter((p) => p.cycle > 1)
    .map((p) => p.id),
)
const place = computed(() => new Map(files.value.map((f, i) => [f, i])))
const placeOf = (file: Sending) => place.value.get(toRaw(file)) ?? -1
const shown = computed(() =>
  unfolded.value
    ? props.drop.files
    : worthShowing(files.value, MOST_SHOWN, (f) => !!passageOf(f.name)?.at.stop).map((f) => must(props.drop.files[placeOf(f)])),
)
const byName = computed(() => new Map(props.passages.flatMap((row) => row.passage.files.map((f) => [f.name, row.passage] as const))))
const passageOf = (name: string) => byName.value.get(name)
const remarkOf = (file: Sending) => props.drop.receipt?.files[placeOf(file)]?.remark
const stopped = computed(() => props.passages.filter((row) => row.passage.at.state === 'STOPPED').length)
/** Numbers that came out otherwise than shown before. */
const otherwise = computed(() =>
  props.foretold.flatMap((t) => {
    const real = passageOf(t.name)?.names.number
    return real && t.tried?.identity.number && real !== t.tried.identity.number
      ? [`${t.name}: ${real} instead of ${t.tried.identity.number}`]
      : []
  }),
)
const STATE = { waiting: 'waits', sending: 'being sent', received: 'received', refused: 'refused', failed: 'not sent' }
const share = (f: Sending) => (f.size ? Math.round((f.sent / f.size) * 100) : 0)
</script>

<template>
  <p class="lead" role="status">
    <span v-if="drop.state === 'closed' && drop.receipt"
      ><strong
        >Received as <span class="mono">{{ drop.receipt.reference }}</span></strong
      >: {{ count(whole.received, 'file') }} of {{ drop.files.length }}.
      <span v-if="stopped" class="error"
        >{{ moreStopped ? `More than ${stopped} revisions are` : count(stopped, 'revision is', 'revisions are') }} stopped.</span
      >{{ ' ' }}
      <RouterLink v-if="more" :to="`/passages?which=ALL&submission=${drop.receipt.id}`">See what became of all files</RouterLink></span
    >
    <template v-else-if="drop.state === 'sending'"
      >{{ whole.received }} of {{ count(drop.files.length, 'file') }} received<template v-if="whole.left"
        >, {{ inWords(whole.left) }}</template
      >
      …</template
    >
    <template v-else-if="drop.state === 'unfinished'"
      >Not all of it got through: {{ count(whole.received, 'file') }} received, and each of the others says why. Send the rest when that is
      over.</template
    >
    <span class="grow" />
    <button v-if="drop.state === 'unfinished' || drop.state === 'failed'" class="act first" type="button" @click="$emit('again')">
      Send the rest
    </button>
    <button v-if="drop.state !== 'sending'" class="act" type="button" @click="$emit('done')">Put away</button>
  </p>
  <progress
    v-if="drop.state === 'sending' && drop.files.length > 1"
    class="whole"
    :value="whole.share"
    max="1"
    :aria-label="`All files, ${Math.round(whole.share * 100)} percent`"
  />
  <Trouble :problem="drop.problem" />
  <p v-if="otherwise.length" class="note">Somebody took numbers in the meantime: {{ otherwise.join('; ') }}.</p>
  <ul class="names">
    <li v-for="file in shown" :key="placeOf(file)" :class="file.state">
      <span class="clip" :title="file.name">{{ file.name }}</span>
      <progress v-if="file.state === 'sending'" :value="share(file)" max="100" :aria-label="`${file.name}, ${share(file)} percent`" />
      <span v-else class="state">{{ STATE[file.state] }}</span>
      <span v-if="file.reason && file.state !== 'received'" class="reason">{{ file.reason }}</span>
      <template v-if="passageOf(file.name)">
        <Num
          v-if="passageOf(file.name)?.names.number"
          :number="passageOf(file.name)?.names.number"
          :revision="passageOf(file.name)?.names.revision"
        />
        <StationStrip :passage="must(passageOf(file.name))" />
        <RouterLink v-if="passageOf(file.name)?.at.stop" class="reason clip" :to="`/passages/${passageOf(file.name)?.id}`">{{
          passageOf(file.name)?.at.stop?.reason
        }}</RouterLink>
        <RouterLink
          v-for="r in remarks(must(passageOf(file.name)).id)"
          :key="r"
          class="remark clip"
          :title="r"
          :to="`/passages/${passageOf(file.name)?.id}`"
          >{{ r }}</RouterLink
        >
      </template>
      <span v-if="remarkOf(file)" class="quiet">{{ remarkOf(file) }}</span>
    </li>
  </ul>
  <AskedBefore v-if="again.length" :project="project" :passages="again" :more="more" />
  <p v-if="shown.length < drop.files.length" class="pad">
    <button class="act bare" type="button" @click="unfolded = true">Show all {{ drop.files.length.toLocaleString('en') }} files</button>
  </p>
</template>

<style scoped>
.lead {
  padding: 6px 10px;
  display: flex;
  gap: 8px;
  align-items: center;
}
.whole {
  width: calc(100% - 20px);
  margin: 0 10px;
  height: 8px;
  accent-color: var(--main);
}
.names {
  max-height: 220px;
  overflow: auto;
  padding: 4px 10px 8px;
}
.names li {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 23px;
}
.names li > .clip:first-child {
  flex: 0 0 250px;
}
.names :deep(.strip) {
  flex: none;
}
.pad {
  padding: 0 10px 6px;
}
.received .state {
  color: var(--done);
}
.refused .state,
.failed .state,
.reason {
  color: var(--stop);
}
.remark {
  color: var(--attention);
}
</style>
