<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import PaceEdit from '../../parts/PaceEdit.vue'
import Trouble from '../../parts/Trouble.vue'
import { longest, waitWords, words, type Pace } from '../../parts/pace'
import { count, exact, moment } from '../../say'

/** How soon messages come to whoever is signed in, and what waits to be told. */
const props = defineProps<{ project: number }>()
const at = () => ({ params: { path: { project: props.project } } })
const mine = useLoaded(() => data(api.GET('/api/projects/{project}/my-messages', at())))
const { busy, problem, act } = useAct(mine.load)
const wish = ref<Pace>()
const zone = ref('')
const saved = ref(false)
const ZONES = Intl.supportedValuesOf('timeZone')
/** Something is chosen and not saved yet; what others change meanwhile waits for that. */
const chosen = ref(false)
watch(mine.value, (m) => {
  wish.value = m?.wish
  zone.value = m?.zone ?? ''
  chosen.value = false
})
const ignored = computed(() => !!mine.value.value?.wish && longest(mine.value.value.wish) > mine.value.value.slowest)
onMounted(mine.load)
whenChanged(['PASSAGE', 'MAIL'], () => (chosen.value ? undefined : mine.load()), 2000)
const save = () =>
  act(async () => {
    saved.value = false
    await data(
      api.PUT('/api/projects/{project}/my-messages', {
        ...at(),
        body: { wish: wish.value, zone: (wish.value && zone.value) || undefined, version: mine.value.value?.version ?? 0 },
      }),
    )
    saved.value = true
  })
</script>

<template>
  <section class="panel mine" aria-label="How messages come to me">
    <h2>How messages come to me</h2>
    <Trouble :problem="mine.problem.value ?? problem" :again="mine.load" />
    <form v-if="mine.value.value" class="row" @submit.prevent="save" @change="((saved = false), (chosen = true))">
      <PaceEdit
        v-model="wish"
        name="How soon messages come to me"
        :otherwise="`as the rules and the project say (${words(mine.value.value.usual)})`"
        :slowest="mine.value.value.slowest"
      />
      <label v-if="wish?.hour !== undefined || wish?.workingDays" class="zone"
        >in the time of
        <select v-model="zone" class="text" data-test="pace-zone">
          <option value="">the project ({{ mine.value.value.projectZone }})</option>
          <option v-for="z in ZONES" :key="z" :value="z">{{ z }}</option>
        </select></label
      >
      <button class="act" type="submit" :disabled="busy" data-test="save-pace">Save</button>
      <span v-if="saved" role="status" class="quiet">Saved. What had gathered goes now.</span>
    </form>
    <p v-if="ignored" class="attention" role="status">
      In this project people may now wait {{ waitWords(mine.value.value?.slowest ?? 0) }}: until you choose anew you are told as the rules
      and the project say.
    </p>
    <p v-if="mine.value.value && !mine.value.value.mailed" class="attention">
      There is no mail server: nothing goes out until there is one. What is told stands here and in the tray.
    </p>
    <p v-if="mine.value.value?.waiting" data-test="waiting">
      {{ count(mine.value.value.waiting, 'thing') }} wait<template v-if="mine.value.value.waiting === 1">s</template> to be told;
      <template v-if="mine.value.value.next"
        >the message goes <strong :title="exact(mine.value.value.next)">{{ moment(mine.value.value.next) }}</strong>.</template
      >
    </p>
    <p class="quiet">
      What is asked of you, and what is late, comes at once in any case. People of this project may wait
      {{ waitWords(mine.value.value?.slowest ?? 0) }}.
    </p>
  </section>
</template>

<style scoped>
.mine {
  padding: 10px 12px;
  display: grid;
  gap: 6px;
}
.row {
  flex-wrap: wrap;
}
.zone {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-size: 13px;
}
.attention {
  color: var(--attention);
}
.zone select {
  width: auto;
  max-width: 260px;
}
</style>
