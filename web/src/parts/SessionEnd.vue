<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import { lastUse } from '../attended'
import { api, data } from '../api/client'
import { useSession } from '../session'
import { clock } from '../say'
import SignInForm from './SignInForm.vue'
import { must } from './must'

/** Says that a session is about to end, and lets the same person in again over the page as it stands, so that nothing typed is lost. */
const WARN = 120_000
const session = useSession()
const now = ref(Date.now())
const tick = setInterval(() => {
  now.value = Date.now()
}, 5000)
onBeforeUnmount(() => clearInterval(tick))
const email = ref<string>()
const box = ref<HTMLDialogElement>()

/** Asked anew with every tick: other tabs use the session too. */
const idleEnd = computed(() => (now.value && session.ends ? lastUse() + session.ends.idleSeconds * 1000 : Infinity))
const end = computed(() => (session.ends ? Math.min(idleEnd.value, new Date(session.ends.end).getTime()) : Infinity))
const left = computed(() => (session.me ? end.value - now.value : Infinity))
const byUse = computed(() => Boolean(session.ends) && idleEnd.value < new Date(must(session.ends).end).getTime())

const stay = async () => {
  await data(api.GET('/api/session')).catch(() => undefined)
  now.value = Date.now()
}

watch(left, (is) => {
  if (is <= 0 && session.me) session.over = true
})
watch(
  () => session.over,
  async (is) => {
    if (!is) {
      box.value?.close()
      return
    }
    await nextTick()
    box.value?.showModal()
  },
)
/** The address is asked while one may: it is what signing in again begins with. */
watch(
  () => session.me?.account,
  async (account) => {
    email.value = account ? (await data(api.GET('/api/account')).catch(() => undefined))?.account.email : undefined
  },
  { immediate: true },
)

function leave() {
  box.value?.close()
  location.assign(`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`)
}
</script>

<template>
  <div v-if="session.me && !session.over && left < WARN" class="warning" role="alert">
    <span
      >{{ byUse ? 'Nobody has used Pervius here for long' : 'This session has lasted as long as one may' }}: it ends at
      {{ clock(new Date(end).toISOString()) }}.</span
    >
    <button v-if="byUse" class="act first" type="button" @click="stay">Go on working</button>
    <button v-else class="act first" type="button" @click="session.over = true">Sign in again now</button>
  </div>
  <dialog ref="box" aria-labelledby="session-over" @cancel.prevent>
    <template v-if="session.over">
      <h2 id="session-over">Sign in again to go on</h2>
      <p class="quiet">Your session has ended. What you see behind this, and what you have typed, is still there.</p>
      <SignInForm :entrance="session.entrance" :email="email" @in="session.goOn" />
      <button class="act bare" type="button" @click="leave">Somebody else signs in</button>
    </template>
  </dialog>
</template>

<style scoped>
.warning {
  position: fixed;
  inset: auto 0 0 0;
  z-index: 50;
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: center;
  padding: 10px;
  background: var(--sheet);
  border-top: 3px solid var(--stop);
}
dialog {
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  color: var(--ink);
  padding: 18px;
  max-width: 440px;
}
dialog::backdrop {
  background: rgb(20 24 28 / 55%);
}
</style>
