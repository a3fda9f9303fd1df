<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import PaceEdit from '../../parts/PaceEdit.vue'
import Trouble from '../../parts/Trouble.vue'
import { waitWords } from '../../parts/pace'

/** How a project's messages go: how soon where a rule says nothing, how long people may wait, and whether its mail is held. */
const props = defineProps<{ project: number }>()
const emit = defineEmits<{ changed: [] }>()
const at = () => ({ params: { path: { project: props.project } } })
const ways = useLoaded(() => data(api.GET('/api/projects/{project}/message-ways', at())))
const { busy, problem, act } = useAct(async () => {
  await ways.load()
  emit('changed')
})
const form = ref<Schemas['MessageWaysView']>()
watch(ways.value, (w) => (form.value = w && { ...w }))
onMounted(ways.load)
const SLOWEST = [0, 30, 60, 240, 720, 1440]
const put = (says: Schemas['MessageWays']) => act(() => data(api.PUT('/api/projects/{project}/message-ways', { ...at(), body: says })))
const body = ({ usual, slowest, held, replyTo, version }: Schemas['MessageWaysView']) => ({ usual, slowest, held, replyTo, version })
const save = () => form.value && put(body(form.value))
/** Only that: what is chosen beside it and not saved is not meant. */
const hold = () => ways.value.value && put({ ...body(ways.value.value), held: !ways.value.value.held })
</script>

<template>
  <section class="panel ways" aria-label="How the project tells">
    <h2>How the project tells</h2>
    <Trouble :problem="ways.problem.value ?? problem" :again="ways.load" />
    <form v-if="form" class="row" @submit.prevent="save">
      <span class="named"
        ><span>where a rule says nothing</span>
        <PaceEdit
          :model-value="form.usual"
          name="How soon the project tells"
          @update:model-value="(p) => p && form && (form = { ...form, usual: p })"
      /></span>
      <label class="named"
        ><span>people may choose to wait</span>
        <select v-model="form.slowest" class="text" data-test="slowest">
          <option v-for="m in SLOWEST" :key="m" :value="m">{{ waitWords(m) }}</option>
        </select></label
      >
      <label class="named"
        ><span>answers go to</span>
        <input
          v-model="form.replyTo"
          class="text reply"
          type="email"
          maxlength="200"
          placeholder="wherever mail comes from"
          data-test="reply-to"
      /></label>
      <button class="act" type="submit" :disabled="busy" data-test="save-ways">Save</button>
      <span class="grow" />
      <button class="act" type="button" :disabled="busy" data-test="hold" @click="hold">
        {{ form.held ? 'Let messages go on' : 'Hold all messages' }}
      </button>
    </form>
    <p v-if="form && !form.mailed" class="held">
      There is no mail server: messages wait. Whoever runs Pervius starts it with one (<span class="mono">--mail</span>).
    </p>
    <p v-if="form?.held" role="status" class="held">
      Nothing goes out of this project until somebody lets it go on. Nothing is lost meanwhile.
    </p>
  </section>
</template>

<style scoped>
.ways {
  padding: 10px 12px;
  display: grid;
  gap: 6px;
}
.row {
  flex-wrap: wrap;
}
.named {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  font-size: 13px;
}
.named > select {
  width: auto;
}
.named > .reply {
  width: 220px;
}
.held {
  color: var(--attention);
}
</style>
