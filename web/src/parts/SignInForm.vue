<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../api/client'
import { useAct } from '../act'
import { passkeyAddress, passkeysHere, provePasskey } from '../passkeys'
import Trouble from './Trouble.vue'

/** Signing in: an address and a password, and a second step where there is one; or a passkey, or a provider. */
const props = defineProps<{ entrance: Schemas['Entrance']; email?: string; secondStep?: boolean }>()
const emit = defineEmits<{ in: [] }>()
const address = ref(props.email ?? '')
const password = ref('')
const code = ref('')
/** The ways a second step can be proved in; absent while none is asked for. */
const ways = ref<Schemas['SignInStep']['ways']>()
const { busy, problem, act } = useAct()
const passkeys = computed(() => passkeysHere(props.entrance.passkeyHost))
const elsewhere = computed(() => passkeyAddress(props.entrance.passkeyHost))
const codeField = ref<HTMLInputElement>()

onMounted(() => {
  if (props.secondStep)
    void act(async () => {
      await went(await data(api.GET('/api/session/second-step')))
    })
})

async function went(step: Schemas['SignInStep']) {
  if (step.actor) {
    emit('in')
    return
  }
  password.value = ''
  ways.value = step.ways
  await nextTick()
  codeField.value?.focus()
}

const signIn = () =>
  act(async () => went(await data(api.POST('/api/session', { body: { email: address.value, password: password.value } }))))
const giveCode = () => act(async () => went(await data(api.POST('/api/session/code', { body: { code: code.value } }))))
const usePasskey = () =>
  act(async () => {
    const { options } = await data(api.POST('/api/session/passkey/question'))
    const credential = await provePasskey(options)
    await went(await data(api.POST('/api/session/passkey', { body: { credential } })))
  })
function begin() {
  ways.value = undefined
  code.value = ''
  problem.value = undefined
}
</script>

<template>
  <div class="sign-in">
    <form v-if="!ways" class="fields" @submit.prevent="signIn">
      <label class="field"
        ><span>E-mail address</span
        ><input v-model="address" class="text" type="email" autocomplete="username" required maxlength="254" :readonly="Boolean(email)"
      /></label>
      <label class="field"
        ><span>Password</span
        ><input
          v-model="password"
          class="text"
          type="password"
          autocomplete="current-password"
          required
          maxlength="200"
          :autofocus="Boolean(email)"
      /></label>
      <Trouble :problem="problem" />
      <div class="row">
        <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Signing in …' : 'Sign in' }}</button><RouterLink
          v-if="!email"
          to="/forgotten"
          >Forgotten the password?</RouterLink
        >
      </div>
    </form>
    <form v-else class="fields" @submit.prevent="giveCode">
      <p>
        <strong>One more step.</strong>
        {{ ways.includes('CODE') ? 'Type the code your device shows, or one of your recovery codes.' : 'Show your passkey.' }}
      </p>
      <label v-if="ways.includes('CODE')" class="field"
        ><span>Code</span
        ><input
          ref="codeField"
          v-model="code"
          class="text mono"
          required
          maxlength="40"
          autocomplete="one-time-code"
          inputmode="text"
          spellcheck="false"
      /></label>
      <Trouble :problem="problem" />
      <div class="row">
        <button v-if="ways.includes('CODE')" class="act first" type="submit" :disabled="busy">Go on</button
        ><button class="act bare" type="button" @click="begin">Begin again</button>
      </div>
    </form>
    <div v-if="entrance.passkeyHost && (!ways || ways.includes('PASSKEY'))" class="other">
      <button v-if="passkeys" class="act" type="button" :disabled="busy" @click="usePasskey">Use a passkey</button>
      <p v-else-if="elsewhere" class="quiet">
        Passkeys work at <a :href="elsewhere">{{ elsewhere }}</a>.
      </p>
    </div>
    <div v-if="!ways && entrance.providers.length" class="other">
      <a v-for="p in entrance.providers" :key="p.address" class="act" :href="p.address">Sign in with {{ p.name }}</a>
    </div>
  </div>
</template>

<style scoped>
.sign-in {
  display: grid;
  gap: 12px;
  padding: 14px;
  max-width: 380px;
}
.fields {
  display: grid;
  gap: 12px;
}
.row {
  gap: 14px;
}
.other {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
a.act {
  text-decoration: none;
}
</style>
