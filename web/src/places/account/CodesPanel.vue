<script setup lang="ts">
import { ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import PasswordOnceMore from './PasswordOnceMore.vue'
import { useProving } from './proving'
import { must } from '../../parts/must'

/** One-time codes of a device as a second step, and recovery codes for the day it is lost. */
defineProps<{ own: Schemas['OwnAccount'] }>()
const emit = defineEmits<{ changed: [] }>()
const proving = useProving()
const { busy, problem } = proving
const enrolment = ref<Schemas['Enrolment']>()
const code = ref('')
/** Recovery codes that are told this once. */
const told = ref<string[]>()

const begin = () =>
  proving.prove(async (password) => {
    enrolment.value = await data(api.POST('/api/account/codes/question', { body: { password } }))
  })
const confirm = () =>
  proving.prove(async () => {
    told.value = (await data(api.POST('/api/account/codes', { body: { secret: must(enrolment.value).secret, code: code.value } }))).codes
    enrolment.value = undefined
    code.value = ''
    emit('changed')
  })
const end = () =>
  proving.prove(async (password) => {
    await data(api.POST('/api/account/codes/withdrawal', { body: { password } }))
    told.value = undefined
    emit('changed')
  })
const fresh = () =>
  proving.prove(async (password) => {
    told.value = (await data(api.POST('/api/account/recovery-codes', { body: { password } }))).codes
    emit('changed')
  })
</script>

<template>
  <section class="panel">
    <header><h2>One-time codes</h2></header>
    <div class="in">
      <p class="quiet">
        An authenticator program on your telephone shows a code that changes every half minute; it is asked for after the password.
      </p>
      <Trouble :problem="problem" />
      <PasswordOnceMore :proving="proving" />
      <template v-if="told">
        <p>
          <strong>Keep these recovery codes where nobody else finds them.</strong> Each lets you in once when your device is not at hand.
          They are not shown again.
        </p>
        <ul class="codes mono">
          <li v-for="c in told" :key="c">{{ c }}</li>
        </ul>
        <button class="act first" type="button" @click="told = undefined">I have kept them</button>
      </template>
      <form v-else-if="enrolment" class="enrol" @submit.prevent="confirm">
        <p>Take this picture with the program, or type the secret into it; then type the code it shows.</p>
        <svg
          :viewBox="`-4 -4 ${enrolment.size + 8} ${enrolment.size + 8}`"
          role="img"
          aria-label="The secret as a picture for an authenticator program"
        >
          <rect x="-4" y="-4" :width="enrolment.size + 8" :height="enrolment.size + 8" fill="#fff" />
          <path :d="enrolment.picture" fill="#000" />
        </svg>
        <p class="mono secret">{{ enrolment.secret.match(/.{1,4}/g)?.join(' ') }}</p>
        <label class="field"
          ><span>Code it shows</span
          ><input v-model="code" class="text mono" required maxlength="10" inputmode="numeric" autocomplete="one-time-code" autofocus
        /></label>
        <div class="row">
          <button class="act first" type="submit" :disabled="busy">Ask for codes from now on</button
          ><button class="act" type="button" @click="enrolment = undefined">Leave it</button>
        </div>
      </form>
      <template v-else-if="own.account.codes">
        <p>Codes are asked for. {{ own.recoveryCodes }} recovery {{ own.recoveryCodes === 1 ? 'code is' : 'codes are' }} left.</p>
        <div class="row">
          <button class="act" type="button" :disabled="busy" @click="fresh">Make new recovery codes</button
          ><button class="act bare" type="button" :disabled="busy" @click="end">Ask for no codes any more</button>
        </div>
      </template>
      <button v-else-if="!proving.asking.value" class="act" type="button" :disabled="busy" @click="begin">Set up one-time codes</button>
    </div>
  </section>
</template>

<style scoped>
.in,
.enrol {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.in {
  padding: 12px;
}
svg {
  width: 180px;
  height: 180px;
}
.secret {
  white-space: normal;
}
.codes {
  display: grid;
  grid-template-columns: repeat(2, auto);
  gap: 4px 22px;
  font-size: 13px;
}
</style>
