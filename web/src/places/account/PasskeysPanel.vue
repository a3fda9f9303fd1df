<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { makePasskey, passkeyAddress, passkeysHere } from '../../passkeys'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import PasswordOnceMore from './PasswordOnceMore.vue'
import { useProving } from './proving'

/** Passkeys: a device that is unlocked with a finger, a face or a PIN lets one in, by itself or as the second step. */
const props = defineProps<{ own: Schemas['OwnAccount'] }>()
const emit = defineEmits<{ changed: [] }>()
const proving = useProving()
const { busy, problem } = proving
const name = ref('')
const here = computed(() => passkeysHere(props.own.passkeyHost))
const elsewhere = computed(() => passkeyAddress(props.own.passkeyHost))

const add = () =>
  proving.prove(async (password) => {
    const { options } = await data(api.POST('/api/account/passkeys/question', { body: { password } }))
    const credential = await makePasskey(options)
    await data(api.POST('/api/account/passkeys', { body: { name: name.value, credential } }))
    name.value = ''
    emit('changed')
  })
const withdraw = (id: string) =>
  proving.prove(async (password) => {
    await data(api.POST('/api/account/passkeys/{id}/withdrawal', { params: { path: { id } }, body: { password } }))
    emit('changed')
  })
</script>

<template>
  <section class="panel">
    <header><h2>Passkeys</h2></header>
    <div class="in">
      <p class="quiet">This device lets you in with a finger, a face or its PIN; nothing to remember, nothing to give away.</p>
      <ul v-if="own.passkeys.length" class="list">
        <li v-for="p in own.passkeys" :key="p.id">
          <span class="grow"
            ><strong>{{ p.name }}</strong>
            <span class="quiet" :title="exact(p.since)">since {{ moment(p.since) }}, last used {{ moment(p.lastUse) }}</span></span
          >
          <button class="act bare" type="button" :disabled="busy" :aria-label="`Withdraw the passkey ${p.name}`" @click="withdraw(p.id)">
            Withdraw
          </button>
        </li>
      </ul>
      <Trouble :problem="problem" />
      <PasswordOnceMore :proving="proving" />
      <form v-if="here && !proving.asking.value" class="add" @submit.prevent="add">
        <label class="field"
          ><span>Name of a new passkey</span><input v-model="name" class="text" required maxlength="60" placeholder="this laptop"
        /></label>
        <button class="act" type="submit" :disabled="busy">Add a passkey</button>
      </form>
      <p v-else-if="elsewhere">
        Passkeys are bound to a name: open Pervius at <a :href="`${elsewhere}/account`">{{ elsewhere }}</a> to add one.
      </p>
      <p v-else-if="!own.passkeyHost">Passkeys need Pervius to be reached by a name, not by a number; its administrator sets one.</p>
      <p v-else-if="!here">This browser knows no passkeys.</p>
    </div>
  </section>
</template>

<style scoped>
.in {
  display: grid;
  gap: 10px;
  padding: 12px;
  justify-items: start;
}
.list {
  width: 100%;
  display: grid;
  gap: 2px;
}
.list li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  padding: 3px 0;
}
.add {
  display: grid;
  gap: 8px;
  width: 100%;
  justify-items: start;
}
.add .field {
  width: 100%;
}
</style>
