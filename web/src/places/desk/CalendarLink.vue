<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { moment } from '../../say'

/** A secret link under which a calendar program finds one's own due dates. */
const link = useLoaded(() => data(api.GET('/api/desk/calendar-link')))
const address = ref('')
const copied = ref(false)
const { busy, problem, act } = useAct(() => void link.load())
onMounted(link.load)

const make = () =>
  act(async () => {
    address.value = (await data(api.POST('/api/desk/calendar-link'))).address
    copied.value = false
  })
const withdraw = () =>
  act(async () => {
    await data(api.DELETE('/api/desk/calendar-link'))
    address.value = ''
  })

async function copy() {
  await navigator.clipboard.writeText(address.value)
  copied.value = true
}
</script>

<template>
  <details class="calendar">
    <summary>My due dates in a calendar</summary>
    <p>
      A calendar program that reads iCalendar links shows your due dates with their references; no titles, no comments. Whoever has the link
      can read them, so it is secret and can be withdrawn.
    </p>
    <p v-if="address" class="row">
      <code class="mono clip">{{ address }}</code><button class="act" type="button" @click="copy">{{ copied ? 'Copied' : 'Copy' }}</button
      ><span class="quiet">It is shown this once.</span>
    </p>
    <p class="row">
      <button class="act" type="button" :disabled="busy" @click="make">
        {{ link.value.value?.since ? 'Make another link; the old one leads nowhere then' : 'Make a link' }}
      </button>
      <template v-if="link.value.value?.since"
        ><button class="act" type="button" :disabled="busy" @click="withdraw">Withdraw it</button
        ><span class="quiet">made {{ moment(link.value.value.since) }}</span></template
      >
    </p>
    <Trouble :problem="problem ?? link.problem.value" />
  </details>
</template>

<style scoped>
.calendar {
  color: var(--ink-2);
}
summary {
  cursor: pointer;
}
p {
  margin-top: 6px;
  max-width: 110ch;
}
code {
  max-width: 620px;
  background: var(--shade);
  padding: 2px 6px;
}
</style>
