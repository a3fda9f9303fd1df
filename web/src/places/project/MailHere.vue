<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'

/** The mail server: how it is, what waits for it, and trying it. */
const its = useLoaded(() => data(api.GET('/api/mail-server')))
onMounted(its.load)
const tested = ref<Schemas['MailServerTested']>()
const { busy, problem, act } = useAct(() => its.load())
const test = () =>
  act(async () => {
    tested.value = undefined
    tested.value = await data(api.POST('/api/mail-server/test'))
  })
const messages = (n: number) => (n === 1 ? '1 message' : `${n} messages`)
/** How the line there is encrypted, in words. */
const LINES = { STARTTLS: 'encrypted (STARTTLS)', TLS: 'encrypted (TLS)', NONE: 'not encrypted' }
</script>

<template>
  <section class="panel connection" data-test="mail-server">
    <h2>Mail server</h2>
    <Trouble :problem="problem ?? its.problem.value" :again="its.load" />
    <template v-if="its.value.value">
      <p v-if="!its.value.value.address" class="quiet">
        None is connected: {{ messages(its.value.value.waiting) }} wait, and invitations are links to hand over. With
        <span class="mono">--mail HOST:PORT</span> Pervius is started with one.
      </p>
      <template v-else>
        <p>
          <span class="mono">{{ its.value.value.address }}</span>, {{ LINES[its.value.value.encryption] }}, as
          <span class="mono">{{ its.value.value.from }}</span>
        </p>
        <p class="quiet">
          <template v-if="its.value.value.lastSentAt"
            >Took a message last <span :title="exact(its.value.value.lastSentAt)">{{ ago(its.value.value.lastSentAt) }}</span>.
          </template>
          <template v-else>Has taken no message yet. </template>
          {{ its.value.value.waiting ? `${messages(its.value.value.waiting)} on the way to it.` : 'Nothing waits for it.' }}
        </p>
        <p v-if="its.value.value.failing" class="error">
          {{ messages(its.value.value.failing) }} tried in vain, and tried again: {{ its.value.value.lastWords }}
        </p>
        <p class="row">
          <button class="act" type="button" :disabled="busy" data-test="test-mail" @click="test">
            {{ busy ? 'Asking …' : 'Test it' }}
          </button>
          <RouterLink class="act bare" to="/messages">Messages</RouterLink>
          <span v-if="tested" :class="tested.works ? 'good' : 'error'" role="status">{{ tested.said }}</span>
        </p>
      </template>
    </template>
  </section>
</template>
