<script setup lang="ts">
import { ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import SecondStepChoice, { type Whom } from '../../parts/SecondStepChoice.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** Of whom the project asks a second step when they sign in. */
const session = useSession()
const project = must(session.project)
const saved = ref(false)
const { busy, problem, act } = useAct(() => session.again())
const save = (whom: Whom[]) =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/second-step', {
        params: { path: { project: project.id } },
        body: { version: project.version, whom },
      }),
    )
    saved.value = true
  })
</script>

<template>
  <SecondStepChoice data-help="second step" :whom="project.secondStepFor" :busy="busy" @save="save"
    ><Trouble :problem="problem" /><span v-if="saved && !busy" class="quiet" role="status"
      >Saved. It holds from the next call on.</span
    ></SecondStepChoice
  >
</template>
