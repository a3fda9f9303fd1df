<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import FieldInputs from '../../parts/FieldInputs.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Says where a counter begins before its first number is given. */
const props = defineProps<{ scheme: Schemas['SchemeView']; firms: Schemas['FirmView'][] }>()
const emit = defineEmits<{ changed: []; cancel: [] }>()
const session = useSession()
const values = ref<Record<string, string>>({})
const year = ref(new Date().getFullYear())
const next = ref(props.scheme.form.start)
const reason = ref('')
const { busy, problem, act } = useAct()
const keys = computed(() => props.scheme.form.countsPer.filter((k) => k !== 'originator'))
const perFirm = computed(() => props.scheme.form.countsPer.includes('originator'))
const combination = computed(() =>
  [...props.scheme.form.countsPer.map((k) => values.value[k] ?? ''), ...(props.scheme.form.yearly ? [String(year.value)] : [])].join('·'),
)
const begun = computed(() => props.scheme.counters.find((c) => c.combination === combination.value))

async function begin() {
  const done = await act(() =>
    data(
      api.PUT('/api/projects/{project}/schemes/{scheme}/next', {
        params: { path: { project: must(session.project).id, scheme: props.scheme.key } },
        body: { combination: combination.value, next: next.value, reason: reason.value },
      }),
    ),
  )
  if (done) emit('changed')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="row begin" aria-label="Where a counter begins" @submit.prevent="begin">
    <label v-if="perFirm" class="field"
      ><span>Originator</span
      ><select v-model="values.originator" class="text" required>
        <option v-for="f in firms" :key="f.id" :value="f.code">{{ f.code }} {{ f.name }}</option>
      </select></label
    >
    <FieldInputs v-model="values" :keys="keys" />
    <label v-if="scheme.form.yearly" class="field"
      ><span>Year</span><input v-model.number="year" class="text few" type="number" min="2000" max="2099" required
    /></label>
    <label class="field"
      ><span>Its first number</span
      ><input
        v-model.number="next"
        class="text few"
        type="number"
        :min="scheme.form.start"
        :step="scheme.form.step"
        required
        data-test="begin-next"
    /></label>
    <label class="field grow"
      ><span>Why; it explains what is left out</span><input v-model="reason" class="text" required maxlength="1000"
    /></label>
    <button class="act first" type="submit" :disabled="busy || !!begun">Begin there</button
    ><button class="act" type="button" @click="emit('cancel')">Not now</button>
    <span v-if="begun" class="error">This counter has begun; its next number is {{ begun.next }}. Open it to set that.</span>
    <Trouble :problem="problem" />
  </form>
</template>

<style scoped>
.begin {
  padding: 8px 10px;
  align-items: end;
  flex-wrap: wrap;
}
.few {
  width: 110px;
}
.grow {
  min-width: 220px;
}
</style>
