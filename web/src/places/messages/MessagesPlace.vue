<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { usePaged } from '../../load'
import LetterPanel from '../../parts/LetterPanel.vue'
import OneOf from '../../parts/OneOf.vue'
import Trouble from '../../parts/Trouble.vue'
import { must } from '../../parts/must'
import { count, exact, moment } from '../../say'
import { useSession } from '../../session'
import MyPace from './MyPace.vue'
import ProjectWays from './ProjectWays.vue'
import UsualWords from './UsualWords.vue'
import WhatIFollow from './WhatIFollow.vue'

/** What Pervius has told whom, and whether it has gone; everybody's own, and the project's for its controllers. */
type Line = Schemas['MessageLine']
type Which = 'WAITING' | 'SENT' | 'GIVEN_UP'
const WHOSE: { key: 'MINE' | 'ALL'; word: string }[] = [
  { key: 'MINE', word: 'Mine' },
  { key: 'ALL', word: "The project's" },
]
const WHICH: { key: Which | 'EVERY'; word: string }[] = [
  { key: 'EVERY', word: 'All' },
  { key: 'WAITING', word: 'Not sent yet' },
  { key: 'SENT', word: 'Sent' },
  { key: 'GIVEN_UP', word: 'Given up' },
]
const session = useSession()
const route = useRoute()
const router = useRouter()
const project = must(session.project).id
const which = computed(() => (['WAITING', 'SENT', 'GIVEN_UP'] as const).find((w) => w === route.query.which))
const all = computed(() => session.controls && route.query.whose === 'ALL')
const list = usePaged(
  (after) =>
    data(
      api.GET('/api/projects/{project}/messages', {
        params: { path: { project }, query: { whose: all.value ? 'ALL' : 'MINE', which: which.value, after } },
      }),
    ),
  (page) => page,
)
const chosen = ref<number>()
const line = computed(() => list.rows.value.find((m) => m.id === chosen.value) ?? list.rows.value[0])
const text = ref<Schemas['MessageText']>()
const { busy, problem, act } = useAct(() => void list.load())
onMounted(list.begin)
watch([which, all], () => void list.begin())
whenChanged(['MAIL', 'PASSAGE', 'REVIEW'], () => list.load(), 2000)
watch(
  () => line.value?.id,
  async (id) => {
    text.value = undefined
    if (id !== undefined) text.value = await data(api.GET('/api/messages/{id}', { params: { path: { id } } })).catch(() => undefined)
  },
)
const state = (m: Line) =>
  m.state === 'SENT' && m.sentAt
    ? `sent ${moment(m.sentAt)}`
    : m.state === 'FAILING'
      ? `tried ${count(m.tries, 'time')}, again ${m.nextTry ? moment(m.nextTry) : 'soon'}`
      : { WAITING: 'waits to go', HELD: 'held', GIVEN_UP: 'given up', SENT: 'sent', FAILING: '' }[m.state]
const again = (m: Line) => act(() => data(api.POST('/api/messages/{id}/sendings', { params: { path: { id: m.id } } })))
const go = (query: Record<string, string | undefined>) => router.push({ query: { ...route.query, ...query } })
</script>

<template>
  <div class="messages">
    <header>
      <h1>Messages</h1>
      <OneOf
        v-if="session.controls"
        :model-value="all ? 'ALL' : 'MINE'"
        :choices="WHOSE"
        name="Whose messages"
        @update:model-value="(w) => go({ whose: w })"
      />
      <OneOf :model-value="which ?? 'EVERY'" :choices="WHICH" name="Which messages" @update:model-value="(w) => go({ which: w })" />
    </header>
    <template v-if="all">
      <ProjectWays :project="project" @changed="list.load" />
      <UsualWords :project="project" />
    </template>
    <template v-else>
      <MyPace :project="project" />
      <WhatIFollow />
    </template>
    <Trouble :problem="list.problem.value ?? problem" :again="list.load" />
    <p v-if="list.first.value && !list.rows.value.length" class="empty">
      <strong>No messages{{ which ? ' like these' : ' yet' }}.</strong>What rules and reviews tell
      {{ all ? 'people of this project' : 'you' }} stands here, as it was sent.
    </p>
    <div v-else class="two">
      <div class="list panel" tabindex="0" role="region" aria-label="Messages, newest first">
        <table class="dense">
          <thead>
            <tr>
              <th v-if="all" class="to">To</th>
              <th>Subject</th>
              <th class="state">State</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in list.rows.value" :key="m.id" :class="{ at: m.id === line?.id }" @click="chosen = m.id">
              <td v-if="all" class="clip" :title="m.recipient">{{ m.recipient }}</td>
              <td>
                <button type="button" class="act bare plain" :title="m.subject" @click="chosen = m.id">{{ m.subject }}</button>
              </td>
              <td :class="m.state.toLowerCase()" :title="m.sentAt ? exact(m.sentAt) : exact(m.madeAt)">
                {{ state(m) }}
              </td>
            </tr>
          </tbody>
        </table>
        <button v-if="list.hasMore.value" class="act" type="button" @click="list.more">Show older ones</button>
      </div>
      <LetterPanel v-if="line" :text="text?.text">
        <dt>To</dt>
        <dd>{{ text?.openlyTo.length ? text.openlyTo.join(', ') : line.recipient }}</dd>
        <template v-if="text?.inCopy.length">
          <dt>Copy</dt>
          <dd>{{ text.inCopy.join(', ') }}</dd>
        </template>
        <dt>Subject</dt>
        <dd>
          <strong>{{ line.subject }}</strong> <span v-if="text?.important" class="failing">important</span>
        </dd>
        <dt>State</dt>
        <dd :class="line.state.toLowerCase()">
          {{ state(line) }}
          <button v-if="all" class="act bare" type="button" :disabled="busy" data-test="send-again" @click="again(line)">
            {{ line.state === 'SENT' ? 'send it once more' : 'try it now' }}
          </button>
        </dd>
        <template v-if="line.lastWords">
          <dt>Said</dt>
          <dd>{{ line.lastWords }}</dd>
        </template>
        <template #instead>
          <p v-if="text && text.text === undefined" class="quiet">Its link lets somebody in, so that its text is not shown.</p>
        </template>
      </LetterPanel>
    </div>
  </div>
</template>

<style scoped>
.messages {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  grid-template-rows: minmax(0, 1fr);
  gap: 12px;
  flex: 1;
  min-height: 220px;
}
.list {
  --stick: 0px;
  overflow: auto;
}
.list table {
  table-layout: fixed;
}
.to {
  width: 150px;
}
.state {
  width: 150px;
}
.plain {
  color: inherit;
  min-height: 0;
  padding: 2px 0;
  max-width: 100%;
  white-space: normal;
  text-align: left;
  overflow-wrap: anywhere;
}
tbody tr {
  cursor: pointer;
}
.failing,
.held {
  color: var(--attention);
}
.given_up {
  color: var(--stop);
}
@media (max-width: 800px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto;
  }
}
</style>
