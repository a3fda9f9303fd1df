<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'

const all = useLoaded(() => data(api.GET('/api/connections')))
const { busy, problem, act } = useAct(() => void all.load())
const empty = () => ({ name: '', address: '', secret: '', unencrypted: false })
const form = reactive(empty())
const tested = ref<{ name: string; answer: Schemas['Tested'] }>()
onMounted(all.load)
/** Over HTTP everybody on the way can read along. */
const open = (address: string) => /^http:/i.test(address.trim())
const at = (name: string) => ({ params: { path: { name } } })

async function save() {
  if (
    await act(() =>
      data(
        api.PUT('/api/connections/{name}', {
          ...at(form.name),
          body: { address: form.address, secret: form.secret || undefined, unencrypted: form.unencrypted },
        }),
      ),
    )
  )
    Object.assign(form, empty())
}
const test = (name: string) =>
  act(async () => {
    tested.value = undefined
    tested.value = { name, answer: await data(api.POST('/api/connections/{name}/test', at(name))) }
  })
</script>

<template>
  <section class="panel connection">
    <h2>Other systems</h2>
    <p class="quiet">
      Systems that numbers can ask for a part. Each is asked by a POST of JSON and answers
      <span class="mono">{"value": "…"}</span> within 10 seconds; it is asked four times before a passage is stopped. Secrets are kept and
      never shown again.
    </p>
    <Trouble :problem="all.problem.value ?? problem" />
    <table v-if="all.value.value?.length" class="dense">
      <thead>
        <tr>
          <th>Name</th>
          <th>Address</th>
          <th>Secret</th>
          <th>Asked last</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in all.value.value" :key="c.name">
          <td>{{ c.name }}</td>
          <td class="mono">{{ c.address }}</td>
          <td>{{ c.secret ? 'kept' : 'none' }}</td>
          <td>
            <span v-if="!c.last" class="quiet">not since Pervius was started</span>
            <span v-else :class="{ error: c.last.why }" :title="exact(c.last.at)"
              >{{ ago(c.last.at) }}: {{ c.last.why ?? 'answered' }}</span
            >
          </td>
          <td>
            <div class="row">
              <button class="act" type="button" :disabled="busy" @click="test(c.name)">{{ busy ? 'Asking …' : 'Test it' }}</button>
              <button
                class="act bare"
                type="button"
                @click="Object.assign(form, { ...empty(), name: c.name, address: c.address, unencrypted: open(c.address) })"
              >
                Change
              </button>
              <button
                class="act bare"
                type="button"
                :disabled="busy"
                @click="act(() => data(api.DELETE('/api/connections/{name}', at(c.name))))"
              >
                Remove
              </button>
              <span v-if="tested?.name === c.name" :class="tested.answer.answered ? 'good' : 'error'" role="status">{{
                tested.answer.said
              }}</span>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="all.value.value" class="quiet">None yet.</p>
    <form class="row" @submit.prevent="save">
      <label class="field"><span>Name</span><input v-model="form.name" class="text" required maxlength="60" /></label>
      <label class="field grow"
        ><span>Address</span
        ><input
          v-model="form.address"
          class="text mono"
          required
          maxlength="500"
          placeholder="https://register.kestrelweir.example/numbers"
      /></label>
      <label class="field"
        ><span>Secret, sent as a bearer token</span
        ><input v-model="form.secret" class="text" type="password" maxlength="400" autocomplete="off" placeholder="as it is"
      /></label>
      <label v-if="open(form.address)" class="check"
        ><input v-model="form.unencrypted" type="checkbox" data-test="unencrypted" /> Asked without encryption, although it may run on
        another machine</label
      >
      <button class="act first" type="submit" :disabled="busy">Save the connection</button>
    </form>
  </section>
</template>

<style scoped>
form {
  align-items: end;
  flex-wrap: wrap;
}
.check {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}
</style>
