<script setup lang="ts">
import { onMounted, reactive, ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'

/** For how long a journal is kept, and whether it tells who opens files. */
const props = defineProps<{ project?: number }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const now = useLoaded(() => data(api.GET('/api/journal/keeping', { params: { query: { project: props.project } } })))
const how = reactive({ files: true, months: 0 as number | '', version: 0 })
watch(now.value, (kept) => kept && Object.assign(how, kept))
onMounted(now.load)
/** How many acts go for good if they are kept no longer than this. */
const older = ref<number>()
watch(
  () => how.months,
  async (months) => {
    older.value = undefined
    if (!months) return
    const found = await data(api.GET('/api/journal/older', { params: { query: { project: props.project, months } } })).catch(
      () => undefined,
    )
    if (how.months === months) older.value = found?.acts
  },
)
const { busy, problem, act } = useAct()
const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/journal/keeping', {
        params: { query: { project: props.project } },
        body: { ...how, months: Number(how.months) },
      }),
    )
    emit('done')
  })
</script>

<template>
  <form class="panel" @submit.prevent="save">
    <Trouble :problem="now.problem.value ?? problem" :again="now.problem.value ? now.load : undefined" />
    <label class="tick"
      ><input v-model="how.files" type="checkbox" :disabled="!now.value.value" /> tell who opens files and takes them away</label
    >
    <label class="row"
      >kept for
      <input v-model.number="how.months" class="text months" type="number" min="0" max="1200" required :disabled="!now.value.value" />
      months
      <span class="quiet">{{ how.months === 0 ? '0: for good' : 'what is older is taken out for good, and that is told' }}</span></label
    >
    <strong v-if="older" role="status">{{ count(older, 'act') }} would be taken out now.</strong>
    <div class="row">
      <button class="act first" type="submit" :disabled="busy || !now.value.value">Keep it so</button
      ><button v-if="problem?.type === 'changed-meanwhile'" class="act" type="button" @click="now.load">Look at it again</button
      ><button class="act bare" type="button" @click="emit('cancel')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  padding: 10px 14px;
}
.months {
  width: 80px;
}
</style>
