<script setup lang="ts">
import { api, data, type Schemas } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import { deviceInWords } from './device'
import PasswordOnceMore from './PasswordOnceMore.vue'
import { useProving } from './proving'

/** Where one is signed in. */
defineProps<{ own: Schemas['OwnAccount'] }>()
const emit = defineEmits<{ changed: [] }>()
const proving = useProving()
const { busy, problem } = proving
const end = (handle: string) =>
  proving.prove(async (password) => {
    await data(api.POST('/api/account/sessions/{handle}/ending', { params: { path: { handle } }, body: { password } }))
    emit('changed')
  })
const endOthers = () =>
  proving.prove(async (password) => {
    await data(api.POST('/api/account/sessions/ending', { body: { password } }))
    emit('changed')
  })
const letIn = () =>
  proving.prove(async () => {
    await data(api.DELETE('/api/account/waits'))
    emit('changed')
  })
</script>

<template>
  <section class="panel">
    <header>
      <h2>Where you are signed in</h2>
      <button v-if="own.sessions.length > 1" class="act end" type="button" :disabled="busy" @click="endOthers">End all but this one</button>
    </header>
    <Trouble :problem="problem" />
    <PasswordOnceMore :proving="proving" />
    <p v-if="own.waitSeconds > 0" class="note">
      Somebody has tried wrong passwords for your account. Signing in with the password has to wait {{ own.waitSeconds }} s.
      <button class="act" type="button" :disabled="busy" @click="letIn">Let me in elsewhere now</button>
    </p>
    <table class="dense stacks">
      <thead>
        <tr>
          <th>Device</th>
          <th>Address</th>
          <th>Since</th>
          <th>Last used</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in own.sessions" :key="s.handle" :class="{ at: s.here }">
          <td :title="s.device">{{ deviceInWords(s.device) }}<strong v-if="s.here"> (this one)</strong></td>
          <td data-is="Address" class="mono">{{ s.address }}</td>
          <td data-is="Since" :title="exact(s.since)">{{ moment(s.since) }}</td>
          <td data-is="Last used" :title="exact(s.lastUse)">{{ moment(s.lastUse) }}</td>
          <td><button v-if="!s.here" class="act bare" type="button" :disabled="busy" @click="end(s.handle)">End it</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.end {
  margin-left: auto;
}
.note {
  margin: 8px;
}
</style>
