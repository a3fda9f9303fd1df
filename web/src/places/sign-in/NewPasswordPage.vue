<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import PasswordField from '../../parts/PasswordField.vue'
import Trouble from '../../parts/Trouble.vue'

/** Where the link for a new password leads. */
const route = useRoute()
const path = { params: { path: { secret: String(route.params.secret) } } }
const whose = useLoaded(() => data(api.GET('/api/entrance/passwords/{secret}', path)))
onMounted(whose.load)
const password = ref('')
const set = ref(false)
const { busy, problem, act } = useAct()
const judge = (typed: string) =>
  data(
    api.POST('/api/entrance/strength', {
      body: { password: typed, words: [whose.value.value?.name ?? '', whose.value.value?.email ?? ''] },
    }),
  )
const save = () =>
  act(async () => {
    await data(api.POST('/api/entrance/passwords/{secret}', { ...path, body: { password: password.value } }))
    set.value = true
  })
</script>

<template>
  <main class="door">
    <h1>A new password</h1>
    <p v-if="whose.loading.value" class="quiet" role="status">Looking for your link …</p>
    <template v-if="whose.problem.value && !set"
      ><Trouble :problem="whose.problem.value" />
      <p><RouterLink to="/forgotten">Ask for another link</RouterLink></p></template
    >
    <p v-if="set" class="note good" role="status">
      The password is set, and all sessions there were have ended. <RouterLink to="/sign-in">Sign in</RouterLink> with it.
    </p>
    <form v-else-if="whose.value.value" class="panel" @submit.prevent="save">
      <p>
        For <strong>{{ whose.value.value.name }}</strong>, {{ whose.value.value.email }}. All your sessions end with it; the link leads
        nowhere afterwards.
      </p>
      <input type="hidden" autocomplete="username" :value="whose.value.value.email" />
      <PasswordField v-model="password" label="New password" :judge="judge" autofocus />
      <Trouble :problem="problem" />
      <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Setting it …' : 'Set the password' }}</button>
    </form>
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
</style>
