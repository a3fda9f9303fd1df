<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'

/** What makes readable copies on this machine, what is missing, and how much waits. */
const all = useLoaded(() => data(api.GET('/api/converters')))
onMounted(all.load)
</script>

<template>
  <section class="panel connection">
    <h2>Readable copies</h2>
    <p class="quiet">
      A PDF is made of what browsers do not read, where the rule says so. Programs run in an empty directory of their own, for two minutes
      at most,
      {{ all.value.value?.withoutNetwork === false ? 'and this system cannot take the network away from them.' : 'without the network.' }}
      Another format gets its program when Pervius is started:
      <span class="mono">--converter "dwg,dxf=/usr/local/bin/drawing2pdf {in} {out}"</span>.
    </p>
    <Trouble :problem="all.problem.value" :again="all.load" />
    <table v-if="all.value.value" class="dense">
      <thead>
        <tr>
          <th>Makes a PDF of</th>
          <th>By</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in all.value.value.converters" :key="c.name + c.formats.join()">
          <td class="mono">{{ c.formats.join(' ') }}</td>
          <td>{{ c.called ?? c.name }}</td>
          <td>
            <span v-if="c.called" class="good">there</span>
            <span v-else class="missing">not there. {{ c.toInstall }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="all.value.value" role="status" class="quiet">
      {{ all.value.value.waiting === 0 ? 'None is waited for.' : `${all.value.value.waiting} are being made or wait for their turn.` }}
    </p>
  </section>
</template>

<style scoped>
.missing {
  color: var(--attention);
  white-space: normal;
  overflow-wrap: anywhere;
}
</style>
