<script setup lang="ts">
import { reactive } from 'vue'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { vEscape } from '../../parts/escape'
import Trouble from '../../parts/Trouble.vue'
import type { Device } from './devices'

/** Sets a device up, or changes one but for its name; it is asked what it can do as soon as it is saved. */
const props = defineProps<{ device?: Device }>()
const emit = defineEmits<{ saved: []; cancel: [] }>()
const form = reactive({
  name: props.device?.name ?? '',
  address: props.device?.address ?? '',
  loginName: props.device?.loginName ?? '',
  password: '',
  switchedOn: props.device?.switchedOn ?? true,
  forEverybody: props.device?.forEverybody ?? false,
})
const { busy, problem, act } = useAct()

async function save() {
  const body = { ...form, password: form.password || undefined, version: props.device?.version ?? 0 }
  const done = await act(async () => {
    const saved = props.device
      ? await data(api.PUT('/api/devices/{id}', { params: { path: { id: props.device.id } }, body }))
      : await data(api.POST('/api/devices', { body }))
    if (saved.switchedOn) await data(api.POST('/api/devices/{id}/test', { params: { path: { id: saved.id } } }))
  })
  if (done) emit('saved')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="set-up" :class="{ panel: !device }" aria-label="A device" @submit.prevent="save">
    <Trouble :problem="problem" />
    <label class="field"
      ><span>Name, by which rules know it</span
      ><input v-model="form.name" class="text" required maxlength="60" :disabled="!!device" data-test="device-name"
    /></label>
    <label class="field wide"
      ><span>Address</span
      ><input
        v-model="form.address"
        class="text mono"
        required
        maxlength="500"
        placeholder="ipp://plotter.site.example/ipp/print"
        data-test="device-address"
    /></label>
    <label class="field"
      ><span>Name to sign in with</span><input v-model="form.loginName" class="text" maxlength="100" autocomplete="off" placeholder="none"
    /></label>
    <label class="field"
      ><span>Password, sent over ipps only</span
      ><input
        v-model="form.password"
        class="text"
        type="password"
        maxlength="400"
        autocomplete="new-password"
        :placeholder="device?.loginName ? 'as it is' : 'none'"
    /></label>
    <label class="tick wide"><input v-model="form.switchedOn" type="checkbox" /> switched on</label>
    <label class="tick wide"
      ><input v-model="form.forEverybody" type="checkbox" /> everybody in a project may release to it by hand, not only its
      controllers</label
    >
    <p class="row wide">
      <button class="act first" type="submit" :disabled="busy" data-test="save-device">
        {{ busy ? 'Asking it …' : 'Save and ask it' }}
      </button>
      <button class="act" type="button" @click="emit('cancel')">Not now</button>
    </p>
  </form>
</template>

<style scoped>
.set-up {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px 12px;
  padding: 8px;
  min-width: 0;
}
.wide {
  grid-column: 1 / -1;
}
</style>
