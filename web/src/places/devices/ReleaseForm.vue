<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import HowToPrint from './HowToPrint.vue'
import { cannot, state, usualHow } from './devices'
import { useDevices } from './useDevices'

/**
 * Something released to a device by hand.
 *
 * @prop files files of a folder to choose from; absent where whole passages are released
 * @prop passages what is released as it is
 */
const props = defineProps<{ files?: { id: number; name: string }[]; passages?: number[]; what: string }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const session = useSession()
const all = useDevices()
const devices = computed(() => all.value.value?.filter((d) => d.mayRelease) ?? [])
const device = ref<number>()
const at = computed(() => devices.value.find((d) => d.id === device.value))
const how = ref(usualHow())
const chosen = ref<number[]>([])
const released = ref('')
const { busy, problem, act } = useAct()
watch(devices, (some) => (device.value ??= some[0]?.id))
const ready = computed(() => at.value && !cannot(how.value, at.value) && (props.passages?.length || chosen.value.length))

async function release() {
  let answer = { jobs: 0, failed: 0, why: '' as string | undefined }
  const done = await act(async () => {
    answer = {
      why: undefined,
      ...(await data(
        api.POST('/api/projects/{project}/device-jobs', {
          params: { path: { project: must(session.project).id } },
          body: { device: must(device.value), how: how.value, files: chosen.value, passages: props.passages ?? [] },
        }),
      )),
    }
  })
  if (!done) return
  const failed = answer.failed ? ` ${count(answer.failed, 'cannot', 'cannot')} be printed: ${answer.why}` : ''
  released.value = `${count(answer.jobs - answer.failed, 'file goes', 'files go')} to “${at.value?.name}”.${failed}`
  chosen.value = []
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel release" aria-label="Release to a device" @submit.prevent="release">
    <p class="lead">
      <strong>Release {{ what }} to a device</strong>
      <button
        v-if="files?.length"
        class="act bare"
        type="button"
        @click="chosen = chosen.length === files.length ? [] : files.map((f) => f.id)"
      >
        {{ chosen.length === files.length ? 'choose none' : 'choose all shown' }}
      </button>
    </p>
    <ul v-if="files">
      <li v-for="f in files" :key="f.id">
        <label><input v-model="chosen" type="checkbox" :value="f.id" /> {{ f.name }}</label>
      </li>
    </ul>
    <Trouble :problem="problem ?? all.problem.value" />
    <p v-if="all.value.value && !devices.length" class="quiet">
      There is no device you may release to. Administrators set devices up, under Project, Devices.
    </p>
    <div class="foot">
      <label class="field"
        ><span>Device</span
        ><select v-model="device" class="text" required data-test="device">
          <option v-for="d in devices" :key="d.id" :value="d.id">{{ d.name }}</option>
        </select></label
      >
      <span v-if="at" class="how-it-is" :class="state(at).tone">{{ state(at).word }}</span>
      <HowToPrint v-model="how" :device="at" />
      <p class="row">
        <button class="act first" type="submit" :disabled="busy || !ready" data-test="release">
          Release {{ files ? count(chosen.length, 'file') : 'it' }}
        </button>
        <button class="act" type="button" @click="released ? emit('done') : emit('cancel')">{{ released ? 'Close' : 'Not now' }}</button>
        <span v-if="released" role="status">{{ released }} <RouterLink to="/devices">How far it is</RouterLink></span>
        <span v-else class="quiet">PDFs go as they are but for the stamp, other files as their readable copy.</span>
      </p>
    </div>
  </form>
</template>

<style scoped>
.lead {
  padding: 6px 10px;
}
ul {
  max-height: 200px;
  overflow: auto;
  padding: 0 10px 6px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  padding: 6px 10px;
  border-top: 1px solid var(--line);
}
.foot .row {
  flex-basis: 100%;
}
.how-it-is {
  max-width: 260px;
  padding-bottom: 5px;
  overflow-wrap: anywhere;
}
.done {
  color: var(--done);
}
.attention {
  color: var(--attention);
}
.stopped {
  color: var(--stop);
}
.quiet {
  color: var(--ink-2);
}
</style>
