<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, ref, watch } from 'vue'
import { api, data } from '../api/client'
import { useLoaded } from '../load'
import { useSession } from '../session'

/** More people who are told: of the project, and by address outside it. */
/** @prop firm the code of the firm whose work it is: people who may not see it are not offered */
const props = defineProps<{ project: number; firm?: string }>()
const persons = defineModel<number[]>('persons', { required: true })
const addresses = defineModel<string[]>('addresses', { required: true })
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.project } } })))
const offered = computed(() => {
  const seeing = new Set((people.value.value?.roles ?? []).filter((r) => r.may.seesAll || r.may.controls).flatMap((r) => r.holders))
  return (people.value.value?.people ?? []).filter((p) => !props.firm || p.firmCode === props.firm || seeing.has(p.id))
})
const me = useSession().membership?.person
/** Whoever sends may have a copy. */
const copied = computed({
  get: () => me !== undefined && persons.value.includes(me),
  set: (on) => (persons.value = on && me !== undefined ? [...persons.value, me] : persons.value.filter((id) => id !== me)),
})
const typed = ref(addresses.value.join(', '))
onMounted(people.load)

const words = computed(() => typed.value.split(/[\s,;]+/).filter(Boolean))
const isAddress = (word: string) => /^[^\s@,;<>"]+@[^\s@,;<>"]+$/.test(word)
/** What is no address is said, and nothing can be sent before it is put right. */
const wrong = computed(() => words.value.filter((w) => !isAddress(w)))
const field = ref<HTMLInputElement>()

function read() {
  addresses.value = words.value.filter(isAddress)
  field.value?.setCustomValidity(wrong.value.length ? `“${wrong.value[0]}” is no e-mail address.` : '')
}
watch(offered, (now) => {
  // Whoever was chosen before another author was may not see this one's work.
  if (people.value.value) persons.value = persons.value.filter((id) => now.some((p) => p.id === id))
})
</script>

<template>
  <div class="field">
    <span id="also">Also told, in the project</span
    ><MultiSelect
      v-model="persons"
      :options="offered"
      option-label="name"
      option-value="id"
      placeholder="nobody else"
      filter
      :max-selected-labels="3"
      aria-labelledby="also"
    />
  </div>
  <label class="field grow"
    ><span>and outside, by e-mail address</span
    ><input ref="field" v-model="typed" class="text" placeholder="panel@harbour-board.example" maxlength="4000" @input="read" /><small
      v-if="wrong.length"
      class="error"
      >“{{ wrong[0] }}” is no e-mail address</small
    ><small v-else-if="addresses.length"
      >{{ addresses.length }} {{ addresses.length === 1 ? 'address' : 'addresses' }}; they watch, they do not decide</small
    ></label
  >
  <label v-if="offered.some((p) => p.id === me)" class="me"
    ><input v-model="copied" type="checkbox" data-test="copy-to-me" /> tell me, too</label
  >
</template>
