<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { vEscape } from '../../parts/escape'

/** Providers of sign-in: where people prove who they are elsewhere (OpenID Connect). */
const providers = useLoaded(() => data(api.GET('/api/providers')))
onMounted(providers.load)
const { busy, problem, act } = useAct(() => providers.load())
const form = reactive({ key: '', name: '', issuer: '', clientId: '', clientSecret: '', bothSteps: false, switchedOn: true, version: -1 })
const editing = ref(false)
const looked = ref('')

function edit(p?: Schemas['ProviderView']) {
  Object.assign(
    form,
    p
      ? { ...p, clientSecret: '' }
      : { key: '', name: '', issuer: '', clientId: '', clientSecret: '', bothSteps: false, switchedOn: true, version: -1 },
  )
  looked.value = ''
  editing.value = true
}
const look = () =>
  act(async () => {
    looked.value = (await data(api.POST('/api/providers/looks', { body: { issuer: form.issuer } }))).authorization
  })
const save = () =>
  act(async () => {
    const { key, name, issuer, clientId, clientSecret, bothSteps, switchedOn, version } = form
    await data(
      api.PUT('/api/providers/{key}', {
        params: { path: { key } },
        body: { name, issuer, clientId, clientSecret: clientSecret || undefined, bothSteps, switchedOn, version },
      }),
    )
    editing.value = false
  })
const remove = (key: string) => act(() => data(api.DELETE('/api/providers/{key}', { params: { path: { key } } })))
</script>

<template>
  <section class="panel in">
    <header>
      <h2>Providers of sign-in</h2>
      <button v-if="!editing" class="act end" type="button" @click="edit()">Add a provider</button>
    </header>
    <p class="quiet">
      Who signs in there is let in here as the account with the same address, where the provider says that it has verified it; from then on
      as the same subject. Nobody gets an account by that: people are invited.
    </p>
    <Trouble :problem="providers.problem.value ?? problem" />
    <table v-if="providers.value.value?.length" class="dense stacks">
      <thead>
        <tr>
          <th>Name</th>
          <th>Issuer</th>
          <th>Comes back to</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in providers.value.value" :key="p.key">
          <td>
            <strong>{{ p.name }}</strong><span v-if="!p.switchedOn" class="quiet"> switched off</span
            ><span v-if="p.bothSteps" class="quiet"> counts for both steps</span>
          </td>
          <td data-is="Issuer" class="mono wrap">{{ p.issuer }}</td>
          <td data-is="Comes back to" class="mono wrap">{{ p.returnAddress }}</td>
          <td class="acts">
            <button class="act bare" type="button" :aria-label="`Change ${p.name}`" @click="edit(p)">Change</button>
            <button class="act bare" type="button" :disabled="busy" :aria-label="`Remove ${p.name}`" @click="remove(p.key)">Remove</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="providers.value.value && !editing" class="empty">
      <strong>No provider yet.</strong>People sign in with a password or a passkey.
    </p>
    <form v-if="editing" v-escape="() => (editing = false)" class="form" @submit.prevent="save">
      <label class="field"
        ><span>Name, as on the button</span><input v-model="form.name" class="text" required maxlength="120" autofocus
      /></label>
      <label class="field"
        ><span>Key</span
        ><input
          v-model="form.key"
          class="text mono"
          required
          maxlength="40"
          pattern="[a-z0-9][a-z0-9-]*"
          title="small letters, digits and hyphens"
          :readonly="form.version >= 0"
        /><small>comes back to …/api/entrance/returned/{{ form.key || 'key' }}</small></label
      >
      <label class="field wide"
        ><span>Issuer</span
        ><span class="row"
          ><input v-model="form.issuer" class="text" type="url" required maxlength="400" /><button
            class="act"
            type="button"
            :disabled="busy || !form.issuer"
            @click="look"
          >
            Look whether it answers
          </button></span
        ><small v-if="looked" role="status">It answers; people are sent to {{ looked }}.</small></label
      >
      <label class="field"><span>Client id</span><input v-model="form.clientId" class="text" required maxlength="200" /></label>
      <label class="field"
        ><span>Client secret</span
        ><input
          v-model="form.clientSecret"
          class="text"
          type="password"
          maxlength="400"
          autocomplete="off"
          :required="form.version < 0"
        /><small>{{ form.version < 0 ? 'kept encrypted, shown to nobody' : 'empty: the one there is stays' }}</small></label
      >
      <label class="row wide"><input v-model="form.bothSteps" type="checkbox" /> its sign-in counts for both steps</label>
      <label class="row wide"><input v-model="form.switchedOn" type="checkbox" /> offered at the door</label>
      <div class="row wide">
        <button class="act first" type="submit" :disabled="busy">Save the provider</button
        ><button class="act" type="button" @click="editing = false">Leave it</button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.in {
  display: grid;
  gap: 10px;
  padding: 0 0 12px;
}
.in > p {
  padding: 0 12px;
}
.end {
  margin-left: auto;
}
.form {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
  padding: 0 12px;
  max-width: 760px;
}
.wide {
  grid-column: 1 / -1;
}
.wrap {
  white-space: normal;
  overflow-wrap: anywhere;
}
.acts {
  white-space: nowrap;
}
@media (max-width: 700px) {
  .form {
    grid-template-columns: 1fr;
  }
}
</style>
