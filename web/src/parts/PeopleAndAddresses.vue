<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { onMounted, ref } from 'vue'
import { api, data } from '../api/client'
import { useLoaded } from '../load'

/** More people who are told: of the project, and by address outside it. */
const props = defineProps<{ project: number }>()
const persons = defineModel<number[]>('persons', { required: true })
const addresses = defineModel<string[]>('addresses', { required: true })
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.project } } })))
const typed = ref(addresses.value.join(', '))
onMounted(people.load)

function read() {
  addresses.value = typed.value.split(/[\s,;]+/).filter((a) => a.includes('@'))
}
</script>

<template>
  <div class="field"><span id="also">Also told, in the project</span><MultiSelect v-model="persons" :options="people.value.value?.people ?? []" option-label="name" option-value="id" placeholder="nobody else" filter :max-selected-labels="3" aria-labelledby="also" /></div>
  <label class="field grow"><span>and outside, by e-mail address</span><input v-model="typed" class="text" placeholder="panel@harbour-board.example" maxlength="4000" @input="read"><small v-if="addresses.length">{{ addresses.length }} {{ addresses.length === 1 ? 'address' : 'addresses' }}; they watch, they do not decide</small></label>
</template>
