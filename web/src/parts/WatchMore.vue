<script setup lang="ts">
import { ref } from 'vue'
import { api, data } from '../api/client'
import { useAct } from '../act'
import PeopleAndAddresses from './PeopleAndAddresses.vue'
import Trouble from './Trouble.vue'
import { vEscape } from './escape'

/** More people who are told what becomes of a review. */
const props = defineProps<{ review: number; project: number; firm: string }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const persons = ref<number[]>([])
const addresses = ref<string[]>([])
const { busy, problem, act } = useAct()

async function add() {
  if (
    await act(() =>
      data(
        api.POST('/api/reviews/{id}/watchers', {
          params: { path: { id: props.review } },
          body: { persons: persons.value, addresses: addresses.value },
        }),
      ),
    )
  )
    emit('done')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="row watch" @submit.prevent="add">
    <PeopleAndAddresses v-model:persons="persons" v-model:addresses="addresses" :project="project" :firm="firm" />
    <button class="act first" type="submit" :disabled="busy || (!persons.length && !addresses.length)">They are told of the outcome</button>
    <button class="act" type="button" @click="emit('cancel')">Not now</button>
    <Trouble :problem="problem" />
  </form>
</template>

<style scoped>
.watch {
  align-items: end;
  flex-wrap: wrap;
}
</style>
