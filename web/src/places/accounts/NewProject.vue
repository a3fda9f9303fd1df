<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import type { Entry } from '../../parts/startingSet'
import StartingSetChoice from '../../parts/StartingSetChoice.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** A further project, with its first firm and first controller. */
const session = useSession()
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = [...new Set(['UTC', here, ...Intl.supportedValuesOf('timeZone')])]
const set = ref<Entry>({ codes: {} })
const form = reactive({ code: '', name: '', zone: here, firmCode: '', firmName: '', controller: '', controllerEmail: '' })
const made = ref<{ name: string; controller: string; link?: string }>()
const { busy, problem, act } = useAct()
onMounted(async () => {
  const own = (await data(api.GET('/api/account')).catch(() => undefined))?.account
  if (own && !form.controller) Object.assign(form, { controller: own.name, controllerEmail: own.email })
})
const make = () =>
  act(async () => {
    const { id, link } = await data(api.POST('/api/projects', { body: { ...form, set: set.value } }))
    made.value = { name: form.name, controller: form.controller, link }
    Object.assign(form, { code: '', name: '', firmCode: '', firmName: '' })
    await session.begin()
    if (session.projects.some((p) => p.id === id)) session.choose(id)
  })
const copyLink = () => navigator.clipboard.writeText(must(must(made.value).link))
</script>

<template>
  <div v-if="made" class="note good" role="status">
    “{{ made.name }}” is made.
    <template v-if="made.link"
      >There is no mail here. Hand this link to {{ made.controller }}, and to nobody else: <span class="mono link">{{ made.link }}</span>
      <button class="act" type="button" @click="copyLink">Copy it</button></template
    >
    <template v-else-if="session.projects.some((p) => p.name === must(made).name)"
      >You control it: <RouterLink to="/people">invite its people</RouterLink>.</template
    >
    <template v-else>{{ made.controller }} is invited by mail to control it.</template>
  </div>
  <form class="panel in" @submit.prevent="make">
    <label class="field"
      ><span>Code of the project</span
      ><input v-model="form.code" class="text mono" required pattern="[A-Za-z0-9]{2,10}" title="2 to 10 letters and digits" /><small
        >stands in numbers, such as KWR</small
      ></label
    >
    <label class="field"><span>Name</span><input v-model="form.name" class="text" required maxlength="200" /></label>
    <label class="field"
      ><span>Time zone</span
      ><select v-model="form.zone" class="text">
        <option v-for="z in zones" :key="z">{{ z }}</option>
      </select></label
    >
    <label class="field"
      ><span>Code of its first firm</span
      ><input v-model="form.firmCode" class="text mono" required pattern="[A-Za-z0-9]{2,10}" title="2 to 10 letters and digits"
    /></label>
    <label class="field"><span>Name of that firm</span><input v-model="form.firmName" class="text" required maxlength="200" /></label>
    <span />
    <label class="field"
      ><span>Its first document controller</span><input v-model="form.controller" class="text" required maxlength="200"
    /></label>
    <label class="field"
      ><span>That person’s address</span><input v-model="form.controllerEmail" class="text" type="email" required maxlength="254" /><small
        >your own, or somebody who is invited</small
      ></label
    >
    <div class="wide">
      <StartingSetChoice v-model="set" :project="form.code" :firm="form.firmCode" files />
      <p class="quiet">Nobody of other projects sees anything of it.</p>
      <Trouble :problem="problem" />
    </div>
    <button class="act first" type="submit" :disabled="busy">{{ busy ? 'Making it …' : 'Make the project' }}</button>
  </form>
</template>

<style scoped>
.in {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 12px;
  padding: 14px;
  max-width: 900px;
  align-items: start;
  justify-items: start;
}
.in .field {
  width: 100%;
}
.wide {
  grid-column: 1 / -1;
  display: grid;
  gap: 8px;
}
.link {
  white-space: normal;
  overflow-wrap: anywhere;
  user-select: all;
}
@media (max-width: 700px) {
  .in {
    grid-template-columns: 1fr;
  }
}
</style>
