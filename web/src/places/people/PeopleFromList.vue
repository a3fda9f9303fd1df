<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import ListUpload from '../../parts/ListUpload.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import FirmFolder from './FirmFolder.vue'
import { usualRole } from './rights'

/** Firms and people from a list, invited at once. */
type Taken = Schemas['PeopleTaken']
const props = defineProps<{ project: number; roles: Schemas['RoleView'][] }>()
const emit = defineEmits<{ taken: []; cancel: [] }>()
const session = useSession()
const role = ref(usualRole(props.roles)?.id ?? 0)
const folder = ref(0)
const links = ref<Taken['links']>([])
const path = computed(() => {
  const query = new URLSearchParams()
  if (role.value) query.set('role', String(role.value))
  if (folder.value) query.set('folder', String(folder.value))
  return `/api/projects/${props.project}/people/lists?${query.size ? `${query}&` : ''}`
})
const SHOWN = 12

function summary(taken: Taken, done: boolean) {
  const parts = [
    count(taken.people.length, 'person', 'people'),
    taken.firms.length && count(taken.firms.length, 'new firm'),
    taken.known && `${taken.known} in the project already, who stay as they are`,
  ].filter(Boolean)
  return `${done ? 'Added: ' : ''}${parts.join(', ')}.`
}

function took(taken: Taken) {
  links.value = taken.links
  emit('taken')
}
const copyLinks = () => navigator.clipboard.writeText(links.value.map((l) => `${l.name}\t${l.link}`).join('\n'))
</script>

<template>
  <ListUpload
    :path="path"
    columns="Name, E-mail, Firm, Firm name, Job, Roles"
    what="Firms and people"
    :summary="summary"
    :take="session.entrance.mail ? 'Add them and invite them by mail' : 'Add them and make invitations'"
    pasted
    @taken="took"
    @cancel="emit('cancel')"
  >
    <template #options>
      <div class="row">
        <label class="field"
          ><span>Where no role is named</span
          ><select v-model="role" class="text">
            <option :value="0">no role: sees the own firm’s folders</option>
            <option v-for="r in roles" :key="r.id" :value="r.id">{{ r.name }}</option>
          </select></label
        >
        <FirmFolder v-model="folder" label="New firms get a folder in" />
      </div>
    </template>
    <template #looked="{ answer }: { answer: Taken }">
      <p v-if="answer.firms.length">
        New:
        <span v-for="f in answer.firms" :key="f.code" class="firm"
          ><span class="mono">{{ f.code }}</span> {{ f.name }}</span
        >
      </p>
      <table v-if="answer.people.length" class="dense">
        <thead>
          <tr>
            <th>Name</th>
            <th>E-mail</th>
            <th>Firm</th>
            <th>Roles</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in answer.people.slice(0, SHOWN)" :key="p.email">
            <td>{{ p.name }}</td>
            <td>{{ p.email }}</td>
            <td class="mono">{{ p.firm }}</td>
            <td>{{ p.roles || 'none' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="answer.people.length > SHOWN" class="quiet">and {{ answer.people.length - SHOWN }} more</p>
    </template>
  </ListUpload>
  <div v-if="links.length" class="note good" role="status">
    There is no mail here. Hand each link to whom it is for, and to nobody else; they are good for 7 days, and not shown again.
    <button class="act" type="button" @click="copyLinks">Copy all</button>
    <table class="dense">
      <tbody>
        <tr v-for="l in links" :key="l.link">
          <td>{{ l.name }}</td>
          <td class="mono link">{{ l.link }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.firm {
  margin-right: 14px;
}
.row {
  align-items: end;
  flex-wrap: wrap;
}
.link {
  overflow-wrap: anywhere;
}
</style>
