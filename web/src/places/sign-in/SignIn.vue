<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data, type Problem } from '../../api/client'
import { asProblem, useLoaded } from '../../load'
import SignInForm from '../../parts/SignInForm.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'

const session = useSession()
const router = useRouter()
const route = useRoute()
const problem = ref<Problem>()
const busy = ref(false)
const entrance = useLoaded(() => data(api.GET('/api/entrance')))
const demoPeople = useLoaded(() => data(api.GET('/api/entrance/demo')))
/** What became of signing in through a provider, where one comes back from one. */
const PROVIDER: Record<string, string> = {
  unknown:
    'The provider has said who you are, but nobody here has an account with that address. Ask your document controller to invite you.',
  failed: 'Signing in through the provider did not work out. Try again, or sign in another way.',
}
const came = PROVIDER[String(route.query.provider)]

onMounted(async () => {
  await entrance.load()
  if (entrance.value.value?.setUpNeeded) void router.replace({ path: '/set-up', query: route.query })
  if (entrance.value.value?.demo) await demoPeople.load()
})

async function isIn() {
  await session.begin()
  const to =
    typeof route.query.to === 'string' && route.query.to.startsWith('/') && !route.query.to.startsWith('//') ? route.query.to : '/desk'
  void router.push(to)
}

async function be(person: number) {
  busy.value = true
  problem.value = undefined
  try {
    await data(api.POST('/api/entrance/demo', { body: { person } }))
    await isIn()
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <section class="intro">
      <h1>Pervius</h1>
      <p>Drawings go in, pass their reviewers, and come out with a number, a status and a proof of who decided.</p>
      <svg viewBox="0 0 360 74" role="img" aria-label="Arrive, Identify, Number, Prepare, Review, Issue">
        <line x1="20" y1="24" x2="340" y2="24" />
        <template v-for="(word, i) in ['Arrive', 'Identify', 'Number', 'Prepare', 'Review', 'Issue']" :key="word">
          <rect :x="14 + i * 64" y="18" width="12" height="12" :class="{ last: i === 5 }" />
          <text :x="20 + i * 64" y="54" text-anchor="middle">{{ word }}</text>
        </template>
      </svg>
    </section>
    <section v-if="entrance.value.value?.demo" class="panel people">
      <header>
        <h2>Be somebody on Kestrel Weir</h2>
        <span class="quiet">one click signs you in; open a second browser for a second person</span>
      </header>
      <Trouble :problem="demoPeople.problem.value ?? problem" :again="demoPeople.load" />
      <p v-if="demoPeople.loading.value" class="empty">Asking who takes part …</p>
      <table class="dense">
        <tbody>
          <tr v-for="p in demoPeople.value.value" :key="p.id">
            <td>
              <button class="act bare" type="button" :disabled="busy" @click="be(p.id)">{{ p.name }}</button>
            </td>
            <td>{{ p.job }}</td>
            <td class="quiet">{{ p.firm }}</td>
            <td>{{ p.toDo }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="entrance.value.value" class="panel">
      <header>
        <h2>{{ entrance.value.value.demo ? 'Or sign in as on a real project' : 'Sign in' }}</h2>
      </header>
      <p v-if="came" class="note bad" role="alert">{{ came }}</p>
      <SignInForm :entrance="entrance.value.value" :second-step="route.query.provider === 'second-step'" @in="isIn" />
    </section>
    <Trouble v-if="entrance.problem.value" :problem="entrance.problem.value" :again="entrance.load" />
  </main>
</template>

<style scoped>
.door {
  max-width: 900px;
  margin: 5vh auto;
  padding: 0 20px;
  display: grid;
  gap: 22px;
}
.intro {
  display: grid;
  grid-template-columns: 1fr 360px;
  column-gap: 30px;
  align-items: center;
}
.intro h1 {
  font-size: 30px;
  font-stretch: 112%;
  letter-spacing: 0.02em;
  grid-column: 1;
}
.intro p {
  font-size: 15px;
  color: var(--ink-2);
  max-width: 46ch;
  grid-column: 1;
}
svg {
  grid-column: 2;
  grid-row: 1 / span 2;
}
svg line {
  stroke: var(--line-strong);
  stroke-width: 2;
}
svg rect {
  fill: var(--done);
}
svg rect.last {
  fill: var(--main);
}
svg text {
  font: 12px var(--sans);
  fill: var(--ink-2);
}
@media (max-width: 700px) {
  .intro {
    grid-template-columns: 1fr;
  }
  svg {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
