<script setup lang="ts">
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'

const check = useLoaded(() => data(api.GET('/api/check')))
</script>

<template>
  <section class="panel">
    <header>
      <h2>Is everything whole?</h2>
      <span class="quiet grow"
        >Looks at every file, number, revision, passage, journal and message of this installation. Changes nothing.</span
      >
      <button class="act" type="button" :disabled="check.loading.value" @click="check.load">
        {{ check.loading.value ? 'Looking at everything …' : 'Check now' }}
      </button>
    </header>
    <Trouble :problem="check.problem.value" :again="check.load" />
    <template v-if="check.value.value">
      <p class="note" :class="check.value.value.whole ? 'good' : 'bad'" role="status">
        {{ check.value.value.whole ? 'Everything is whole.' : 'Not everything is as it must be.' }}
      </p>
      <table class="dense">
        <tbody>
          <tr v-for="part in check.value.value.parts" :key="part.subject">
            <td>{{ part.subject }}</td>
            <td>{{ part.looked }} looked at</td>
            <td :class="{ error: part.found > 0 }">
              {{ part.found === 0 ? 'all well' : `${part.found} not as they must be` }}
              <div v-for="sentence in part.sentences" :key="sentence">{{ sentence }}</div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>
