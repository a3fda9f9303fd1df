<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import PasswordField from '../../parts/PasswordField.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import CodesPanel from './CodesPanel.vue'
import PasskeysPanel from './PasskeysPanel.vue'
import SessionsPanel from './SessionsPanel.vue'

/** One's own account: password, second steps, sessions. */
const session = useSession()
const own = useLoaded(() => data(api.GET('/api/account')))
onMounted(own.load)
const current = ref('')
const password = ref('')
const changed = ref(false)
const { busy, problem, act } = useAct()
const judge = (typed: string) => data(api.POST('/api/account/password/strength', { body: { password: typed } }))
const is = computed(() => own.value.value)

const save = () =>
  act(async () => {
    await data(api.PUT('/api/account/password', { body: { current: current.value || undefined, password: password.value } }))
    current.value = ''
    password.value = ''
    changed.value = true
    await own.load()
  })

/** A second step was set up or taken away: what is open changes with it. */
async function stepsChanged() {
  await own.load()
  if (session.secondStepMissing) await session.begin()
}
</script>

<template>
  <div class="place">
    <header>
      <h1>My account</h1>
      <span v-if="is" class="quiet"
        >{{ is.account.name }}, {{ is.account.email }}{{ is.account.administrator ? ', administrator' : '' }}</span
      ><a v-if="is && !session.secondStepMissing" class="act end" href="/api/account/data" download>All that is kept of me</a>
    </header>
    <Trouble :problem="own.problem.value" :again="own.load" />
    <p v-if="!is && !own.problem.value" class="quiet" role="status">Asking …</p>
    <template v-if="is">
      <p v-if="session.secondStepMissing" class="note" role="status">
        <strong>A second step is asked of you when you sign in.</strong> Set up a passkey or one-time codes here; after that everything is
        open to you.
      </p>
      <div class="sheets">
        <section class="panel">
          <header><h2>Password</h2></header>
          <form class="in" @submit.prevent="save">
            <p v-if="!is.account.hasPassword" class="quiet">You have no password: you sign in another way. You may set one.</p>
            <label v-else class="field"
              ><span>Present password</span
              ><input v-model="current" class="text" type="password" required maxlength="200" autocomplete="current-password"
            /></label>
            <PasswordField v-model="password" label="New password" :judge="judge" />
            <Trouble :problem="problem" />
            <p v-if="changed" class="note good" role="status">The password is changed. All your other sessions have ended.</p>
            <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Changing …' : 'Change the password' }}</button>
          </form>
        </section>
        <PasskeysPanel :own="is" @changed="stepsChanged" />
        <CodesPanel :own="is" @changed="stepsChanged" />
      </div>
      <SessionsPanel :own="is" @changed="own.load" />
    </template>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 14px;
  max-width: 1300px;
  align-content: start;
  grid-template-columns: minmax(0, 1fr);
}
.place > header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 14px;
  align-items: start;
}
.in {
  display: grid;
  gap: 10px;
  padding: 12px;
  justify-items: start;
}
.in .field {
  width: 100%;
}
</style>
