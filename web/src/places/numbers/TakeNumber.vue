<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ schemes: Schemas['SchemeView'][]; firms?: Schemas['FirmView'][]; begin?: string }>()
const emit = defineEmits<{ taken: []; cancel: [] }>()
const session = useSession()
const key = ref(props.begin ?? props.schemes[0]?.key ?? '')
const scheme = computed(() => props.schemes.find((s) => s.key === key.value))
const values = ref<Record<string, string>>({})
const title = ref('')
const ownReference = ref('')
const count = ref(1)
const firm = ref<number>()
const taken = ref<Schemas['Taken'][]>([])
const { busy, problem, act } = useAct()

const path = () => ({ params: { path: { project: must(session.project).id, scheme: key.value } } })
const said = () => Object.fromEntries(Object.entries(values.value).filter(([k, v]) => v && scheme.value?.needs.includes(k)))
const body = () => ({
  values: said(),
  title: title.value.trim() || '?',
  ownReference: ownReference.value,
  count: count.value,
  firm: firm.value,
})
const next = useLoaded(() => data(api.POST('/api/projects/{project}/schemes/{scheme}/numbers/preview', { ...path(), body: body() })))
const complete = computed(() => scheme.value?.needs.every((k) => values.value[k]) ?? false)
watch([values, key, firm], () => complete.value && void next.load(), { immediate: true })

const take = () =>
  act(async () => {
    taken.value = await data(api.POST('/api/projects/{project}/schemes/{scheme}/numbers', { ...path(), body: body() }))
    title.value = ''
    ownReference.value = ''
    emit('taken')
    void next.load()
  })
const copyAll = () => navigator.clipboard?.writeText(taken.value.map((t) => t.number).join('\n'))
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel take" aria-label="Take a number" @submit.prevent="take">
    <label v-if="schemes.length > 1" class="field"
      ><span>Scheme</span
      ><select v-model="key" class="text">
        <option v-for="s in schemes" :key="s.key" :value="s.key">{{ s.form.name }}</option>
      </select></label
    >
    <label v-if="firms && session.controls" class="field"
      ><span>For</span
      ><select v-model="firm" class="text">
        <option :value="undefined">my own firm</option>
        <option v-for="f in firms" :key="f.id" :value="f.id">{{ f.code }} {{ f.name }}</option>
      </select></label
    >
    <FieldInputs v-model="values" :keys="scheme?.needs ?? []" />
    <label class="field wide"
      ><span>Title</span><input v-model="title" class="text" required maxlength="400" data-test="take-title"
    /></label>
    <label class="field"
      ><span>Own reference</span><input v-model="ownReference" class="text" maxlength="200" :disabled="count > 1"
    /></label>
    <label class="field few"
      ><span>How many</span><input v-model.number="count" class="text" type="number" min="1" max="200" required
    /></label>
    <button class="act first" type="submit" :disabled="busy" data-test="take">
      {{ count > 1 ? `Take ${count} numbers` : 'Take the number' }}
    </button>
    <button class="act" type="button" @click="emit('cancel')">Close</button>
    <p class="whole">
      <template v-if="complete && next.value.value && !next.problem.value"
        >Next is <strong class="mono">{{ next.value.value.number }}</strong>
        <span class="quiet"
          >(shown, not promised). A number that was taken stays taken; it can be given up, never used again.</span
        ></template
      >
      <span v-else-if="complete && next.problem.value" class="error">{{ next.problem.value.message }}</span>
    </p>
    <Trouble class="whole" :problem="problem" />
    <div v-if="taken.length" class="note good whole" role="status">
      <span v-for="t in taken" :key="t.number" class="one"><Num :number="t.number" /></span>
      {{
        taken.length === 1
          ? 'is yours. Send the drawing with this number in its name.'
          : 'are yours. Send each drawing with its number in its name.'
      }}
      <button v-if="taken.length > 1" class="act bare" type="button" @click="copyAll">Copy all</button>
    </div>
  </form>
</template>

<style scoped>
.take {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.field {
  min-width: 130px;
}
.wide {
  flex: 1;
  min-width: 220px;
}
.few {
  min-width: 90px;
  max-width: 110px;
}
.whole {
  flex-basis: 100%;
}
.one {
  margin-right: 10px;
}
</style>
