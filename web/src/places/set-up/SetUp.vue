<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data, type Problem } from '../../api/client'
import { asProblem } from '../../load'
import type { Entry } from '../../parts/startingSet'
import StartingSetChoice from '../../parts/StartingSetChoice.vue'
import PasswordField from '../../parts/PasswordField.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'

const route = useRoute()
const router = useRouter()
const session = useSession()
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = [...new Set(['UTC', here, ...Intl.supportedValuesOf('timeZone')])]
const set = ref<Entry>({ codes: {} })
const entry = reactive({
  code: typeof route.query.code === 'string' ? route.query.code : '',
  name: '',
  email: '',
  password: '',
  firmCode: '',
  firmName: '',
  projectCode: '',
  projectName: '',
  zone: here,
})
const judge = (typed: string) =>
  data(
    api.POST('/api/entrance/strength', {
      body: { password: typed, words: [entry.name, entry.email, entry.projectCode, entry.projectName, entry.firmName] },
    }),
  )
const problem = ref<Problem>()
const busy = ref(false)

async function setUp() {
  busy.value = true
  try {
    await data(api.POST('/api/entrance/set-up', { body: { ...entry, set: set.value } }))
    await session.begin()
    void router.push('/desk')
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <h1>Set up Pervius</h1>
    <p class="quiet">
      Nothing is here yet. You become the administrator and the document controller of the first project; after this you add its firms and
      people.
    </p>
    <form @submit.prevent="setUp">
      <fieldset class="panel">
        <legend>You</legend>
        <label class="field"
          ><span>Your name</span><input v-model="entry.name" class="text" required maxlength="200" autocomplete="name"
        /></label>
        <label class="field"
          ><span>E-mail address</span
          ><input v-model="entry.email" class="text" type="email" required maxlength="254" autocomplete="username"
        /></label>
        <PasswordField v-model="entry.password" label="Password" :judge="judge" />
        <label class="field"
          ><span>Code from the console</span><input v-model="entry.code" class="text mono" required /><small
            >it shows that you started this installation</small
          ></label
        >
      </fieldset>
      <fieldset class="panel">
        <legend>Your firm</legend>
        <label class="field"
          ><span>Code</span
          ><input
            v-model="entry.firmCode"
            class="text mono"
            required
            pattern="[A-Za-z0-9]{2,10}"
            title="2 to 10 letters and digits"
          /><small>stands in numbers, such as KWB</small></label
        >
        <label class="field"><span>Name</span><input v-model="entry.firmName" class="text" required maxlength="200" /></label>
      </fieldset>
      <fieldset class="panel">
        <legend>The first project</legend>
        <label class="field"
          ><span>Code</span
          ><input
            v-model="entry.projectCode"
            class="text mono"
            required
            pattern="[A-Za-z0-9]{2,10}"
            title="2 to 10 letters and digits"
          /><small>stands in numbers, such as KWR</small></label
        >
        <label class="field"><span>Name</span><input v-model="entry.projectName" class="text" required maxlength="200" /></label>
        <label class="field"
          ><span>Time zone</span
          ><select v-model="entry.zone" class="text">
            <option v-for="z in zones" :key="z">{{ z }}</option>
          </select></label
        >
      </fieldset>
      <StartingSetChoice v-model="set" :project="entry.projectCode" :firm="entry.firmCode" />
      <Trouble :problem="problem" />
      <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Setting up …' : 'Set up' }}</button>
    </form>
  </main>
</template>

<style scoped>
.door {
  max-width: 820px;
  margin: 4vh auto;
  padding: 0 20px;
  display: grid;
  gap: 14px;
}
form {
  display: grid;
  gap: 14px;
  justify-items: start;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 12px;
  padding: 12px;
  width: 100%;
  margin: 0;
}
legend {
  font-weight: 600;
  padding: 0 6px;
}
</style>
