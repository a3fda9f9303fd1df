<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { usePaged } from '../../load'
import LetterPanel from '../../parts/LetterPanel.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'

const list = usePaged(
  (after) => data(api.GET('/api/mail-room', { params: { query: { after } } })),
  (page) => page,
)
onMounted(list.load)
whenChanged(['MAIL'], () => list.load(), 500)
const chosen = ref<number>()
const mails = list.rows
const mail = computed(() => mails.value.find((m) => m.id === chosen.value) ?? mails.value[0])
</script>

<template>
  <div class="room">
    <header>
      <h1>Mail room</h1>
      <span class="quiet">The demo's mail server: every mail Pervius sends ends here, and goes nowhere else.</span>
    </header>
    <Trouble :problem="list.problem.value" :again="list.load" />
    <p v-if="list.first.value && mails.length === 0" class="empty">
      <strong>No mail yet.</strong>As soon as a rule tells somebody something, the mail appears here.
    </p>
    <div v-else class="two">
      <div class="list panel" tabindex="0" role="region" aria-label="Mails, newest first">
        <table class="dense">
          <thead>
            <tr>
              <th>To</th>
              <th>Subject</th>
              <th>When</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in mails" :key="m.id" :class="{ at: m.id === mail?.id }" @click="chosen = m.id">
              <td class="to clip">{{ m.recipient.split('@')[0] }}</td>
              <td class="subject clip">
                <button type="button" class="act bare plain" :title="m.subject" @click="chosen = m.id">{{ m.subject }}</button>
              </td>
              <td class="when" :title="exact(m.receivedAt)">{{ moment(m.receivedAt) }}</td>
            </tr>
          </tbody>
        </table>
        <button v-if="list.hasMore.value" class="act" type="button" @click="list.more">Show older ones</button>
      </div>
      <LetterPanel v-if="mail" :text="mail.text">
        <dt>From</dt>
        <dd>{{ mail.sender }}</dd>
        <dt>To</dt>
        <dd>{{ mail.recipient }}</dd>
        <template v-if="mail.inCopy">
          <dt>Copy</dt>
          <dd>{{ mail.inCopy }}</dd>
        </template>
        <dt>Subject</dt>
        <dd>
          <strong>{{ mail.subject }}</strong>
        </dd>
      </LetterPanel>
    </div>
  </div>
</template>

<style scoped>
.room {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
}
header {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  grid-template-rows: minmax(0, 1fr);
  gap: 12px;
  flex: 1;
  min-height: 0;
}
.list {
  --stick: 0px;
  overflow: auto;
}
.list table {
  table-layout: fixed;
}
th:first-child {
  width: 110px;
}
th:last-child {
  width: 104px;
}
.when {
  white-space: nowrap;
}
.subject {
  white-space: normal;
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
tr {
  cursor: pointer;
}
</style>
