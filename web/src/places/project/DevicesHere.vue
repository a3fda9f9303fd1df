<script setup lang="ts">
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'
import { state, type Device } from '../devices/devices'
import { useDevices } from '../devices/useDevices'

/** Output devices among the other connections; they are set up where they are drawn. */
const all = useDevices()
const { busy, problem, act } = useAct(all.load)
const test = (d: Device) => act(() => data(api.POST('/api/devices/{id}/test', { params: { path: { id: d.id } } })))
</script>

<template>
  <section class="panel connection">
    <h2>Output devices</h2>
    <Trouble :problem="problem ?? all.problem.value" :again="all.load" />
    <table v-if="all.value.value?.length" class="dense">
      <thead>
        <tr>
          <th>Name</th>
          <th>Address</th>
          <th>State</th>
          <th>Asked last</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in all.value.value" :key="d.id">
          <td>{{ d.name }}</td>
          <td class="mono">{{ d.address }}</td>
          <td class="said">
            <span class="state" :class="state(d).tone">{{ state(d).word }}</span>
          </td>
          <td>
            <span v-if="d.says" :title="exact(d.says.at)">{{ ago(d.says.at) }}</span>
          </td>
          <td><button class="act" type="button" :disabled="busy" :aria-label="`Test it, ${d.name}`" @click="test(d)">Test it</button></td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="all.value.value" class="quiet">None is set up.</p>
    <p><RouterLink class="act bare" to="/devices">Devices: set up, see what lies in their trays</RouterLink></p>
  </section>
</template>

<style scoped>
.said {
  white-space: normal;
  overflow-wrap: anywhere;
}
.state.done {
  color: var(--done);
}
.state.attention {
  color: var(--attention);
}
.state.stopped {
  color: var(--stop);
}
</style>
