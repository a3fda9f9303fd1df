<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'

/** The malware scanner: whether one is connected, how it is, and trying it. */
const its = useLoaded(() => data(api.GET('/api/scanner')))
onMounted(its.load)
const tested = ref<Schemas['ScannerTested']>()
const { busy, problem, act } = useAct(() => its.load())
const test = () =>
  act(async () => {
    tested.value = undefined
    tested.value = await data(api.POST('/api/scanner/test'))
  })
</script>

<template>
  <section class="panel connection">
    <h2>Malware scanner</h2>
    <Trouble :problem="problem ?? its.problem.value" :again="its.load" />
    <template v-if="its.value.value">
      <p v-if="!its.value.value.address" class="quiet">
        None is connected. With <span class="mono">--scanner 127.0.0.1:3310</span>, or the path of a socket, every file is shown to it
        (clamd’s protocol) before anybody can open it.
      </p>
      <template v-else>
        <p>
          <span class="mono">{{ its.value.value.address }}</span>
          <span v-if="its.value.value.lastWords" class="error"> {{ its.value.value.lastWords }}</span>
        </p>
        <p class="quiet">
          {{ its.value.value.waiting }} {{ its.value.value.waiting === 1 ? 'file waits' : 'files wait' }} for its answer and cannot be
          opened; {{ its.value.value.found }} held malware and stay closed.
        </p>
        <p class="row">
          <button class="act" type="button" :disabled="busy" @click="test">{{ busy ? 'Asking …' : 'Test it' }}</button>
          <span v-if="tested" :class="tested.works ? 'good' : 'error'" role="status">{{ tested.said }}</span>
        </p>
      </template>
    </template>
  </section>
</template>
