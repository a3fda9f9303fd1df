<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import PasswordField from '../../parts/PasswordField.vue'
import SignInForm from '../../parts/SignInForm.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'

/** Where the link of an invitation leads: somebody new sets a password, who has an account already signs in with it; either is in. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const path = { params: { path: { secret: String(route.params.secret) } } }
const invited = useLoaded(() => data(api.GET('/api/entrance/invitations/{secret}', path)))
const password = ref('')
const way = ref<'new' | 'there'>('new')
const { busy, problem, act } = useAct()
const judge = (typed: string) => {
  const is = invited.value.value
  return data(api.POST('/api/entrance/strength', { body: { password: typed, words: is ? [is.name, is.email, is.project] : [] } }))
}
/** Who is signed in already in this browser, and may accept as that. */
const me = computed(() => session.me)

onMounted(async () => {
  await Promise.all([invited.load(), session.know().catch(() => undefined)])
})

const accept = () =>
  act(async () => {
    const { actor } = await data(api.POST('/api/entrance/invitations/{secret}', { ...path, body: { password: password.value } }))
    if (!actor) {
      await router.push({ path: '/sign-in', query: { provider: 'second-step' } })
      return
    }
    await session.begin()
    await router.push('/desk')
  })

const join = () =>
  act(async () => {
    await data(api.POST('/api/invitations/{secret}/acceptance', path))
    await session.begin()
    const joined = session.projects.find((p) => p.name === invited.value.value?.project)
    if (joined) session.choose(joined.id)
    await router.push('/desk')
  })
</script>

<template>
  <main class="door">
    <h1>Pervius</h1>
    <p v-if="invited.loading.value" class="quiet" role="status">Looking for your invitation …</p>
    <template v-if="invited.problem.value"
      ><Trouble :problem="invited.problem.value" />
      <p>
        If you have an account already, <RouterLink to="/sign-in">sign in</RouterLink>; else ask your document controller for another
        invitation.
      </p></template
    >
    <section v-if="invited.value.value" class="panel">
      <p>
        You are invited to <strong>{{ invited.value.value.project }}</strong> as {{ invited.value.value.name }} of
        {{ invited.value.value.firm }}, {{ invited.value.value.email }}. The link leads nowhere once you have accepted.
      </p>
      <template v-if="me">
        <p>
          You are signed in as <strong>{{ me.name }}</strong>.
        </p>
        <Trouble :problem="problem" />
        <div class="row">
          <button class="act first" type="button" :disabled="busy" @click="join">Join as {{ me.name }}</button
          ><button class="act" type="button" :disabled="busy" @click="session.signOut">I am somebody else</button>
        </div>
      </template>
      <template v-else>
        <fieldset class="ways">
          <legend class="hidden-text">How you get in</legend>
          <label class="row"><input v-model="way" type="radio" value="new" /> I am new here and set a password</label>
          <label class="row"><input v-model="way" type="radio" value="there" /> I have an account in this Pervius</label>
        </fieldset>
        <form v-if="way === 'new'" @submit.prevent="accept">
          <input type="hidden" autocomplete="username" :value="invited.value.value.email" />
          <PasswordField v-model="password" label="Password" :judge="judge" autofocus />
          <Trouble :problem="problem" />
          <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Setting it …' : 'Set the password and go on' }}</button>
        </form>
        <template v-else><Trouble :problem="problem" /><SignInForm :entrance="session.entrance" @in="join" /></template>
      </template>
    </section>
  </main>
</template>

<style scoped>
.door {
  max-width: 520px;
  margin: 10vh auto;
  padding: 0 20px;
  display: grid;
  gap: 14px;
}
section,
form {
  display: grid;
  gap: 12px;
  justify-items: start;
}
section {
  padding: 14px;
}
.ways {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
form {
  width: 100%;
}
</style>
