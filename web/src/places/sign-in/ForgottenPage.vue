<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'

/** A link for a new password, by mail. Nobody learns here who has an account. */
const entrance = useLoaded(() => data(api.GET('/api/entrance')))
onMounted(entrance.load)
const email = ref('')
const asked = ref('')
const { busy, problem, act } = useAct()
const ask = () =>
  act(async () => {
    await data(api.POST('/api/entrance/passwords', { body: { email: email.value } }))
    asked.value = email.value
  })
</script>

<template>
  <main class="door">
    <h1>A new password</h1>
    <Trouble :problem="entrance.problem.value ?? problem" :again="entrance.problem.value ? entrance.load : undefined" />
    <p v-if="entrance.value.value && !entrance.value.value.mail" class="note">
      This Pervius sends no mail. Ask its administrator for a link to set a new password.
    </p>
    <p v-else-if="asked" class="note good" role="status">
      If there is an account with the address <strong>{{ asked }}</strong>, a link is on its way there. It is good for an hour and leads you
      to a new password. Nothing there after some minutes? Look whether the address is right, and among the junk.
    </p>
    <form v-else class="panel" @submit.prevent="ask">
      <label class="field"
        ><span>E-mail address</span
        ><input v-model="email" class="text" type="email" required maxlength="254" autocomplete="username" autofocus
      /></label>
      <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Sending …' : 'Send me a link' }}</button>
    </form>
    <p><RouterLink to="/sign-in">Back to signing in</RouterLink></p>
  </main>
</template>

<style scoped>
.door {
  max-width: 480px;
  margin: 12vh auto;
  padding: 0 20px;
  display: grid;
  gap: 14px;
}
form {
  display: grid;
  gap: 12px;
  padding: 14px;
  justify-items: start;
}
.field {
  width: 100%;
}
</style>
