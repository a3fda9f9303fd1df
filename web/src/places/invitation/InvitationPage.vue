<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'

/** Where the link of an invitation leads: a password is set, and one is in. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const path = { params: { path: { secret: String(route.params.secret) } } }
const invited = useLoaded(() => data(api.GET('/api/entrance/invitations/{secret}', path)))
const password = ref('')
const { busy, problem, act } = useAct()
onMounted(invited.load)

const accept = () => act(async () => {
  await session.begin(await data(api.POST('/api/entrance/invitations/{secret}', { ...path, body: { password: password.value } })))
  await router.push('/desk')
})
</script>

<template>
  <main class="door">
    <h1>Pervius</h1>
    <p v-if="invited.loading.value" class="quiet" role="status">Looking for your invitation …</p>
    <template v-if="invited.problem.value"><Trouble :problem="invited.problem.value" /><p>If you have set a password already, <RouterLink to="/sign-in">sign in</RouterLink>.</p></template>
    <form v-if="invited.value.value" class="panel" @submit.prevent="accept">
      <p>You are invited as <strong>{{ invited.value.value.name }}</strong>, {{ invited.value.value.email }}. Set a password and you are in; the link leads nowhere afterwards.</p>
      <input type="hidden" autocomplete="username" :value="invited.value.value.email">
      <label class="field"><span>Password</span><input v-model="password" class="text" type="password" required minlength="10" maxlength="200" autocomplete="new-password" autofocus><small>at least 10 characters</small></label>
      <Trouble :problem="problem" />
      <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Setting it …' : 'Set the password and go on' }}</button>
    </form>
  </main>
</template>

<style scoped>
.door { max-width: 520px; margin: 12vh auto; padding: 0 20px; display: grid; gap: 14px; } form { display: grid; gap: 12px; padding: 14px; justify-items: start; } .field { width: 100%; }
</style>
