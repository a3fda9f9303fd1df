<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded, usePaged } from '../../load'
import OneOf from '../../parts/OneOf.vue'
import PassageTable from '../../parts/PassageTable.vue'
import TakeAway from '../../parts/TakeAway.vue'
import Trouble from '../../parts/Trouble.vue'
import { count, moment, size } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

type Which = 'ON_THE_WAY' | 'STOPPED' | 'LATE' | 'BACK' | 'DONE' | 'ALL'
const CHOICES: { key: Which; word: string }[] = [
  { key: 'ON_THE_WAY', word: 'On the way' },
  { key: 'STOPPED', word: 'Stopped' },
  { key: 'LATE', word: 'Late' },
  { key: 'BACK', word: 'Went back' },
  { key: 'DONE', word: 'At their end' },
  { key: 'ALL', word: 'All' },
]

const session = useSession()
const route = useRoute()
const router = useRouter()
const submission = computed(() => Number(route.query.submission) || undefined)
const rule = computed(() => Number(route.query.rule) || undefined)
const folder = computed(() => Number(route.query.folder) || undefined)
const which = computed<Which>(() => CHOICES.find((c) => c.key === route.query.which)?.key ?? (submission.value ? 'ALL' : 'ON_THE_WAY'))
const ask = (after?: string) =>
  data(
    api.GET('/api/projects/{project}/passages', {
      params: {
        path: { project: must(session.project).id },
        query: { which: which.value, submission: submission.value, rule: rule.value, folder: folder.value, after },
      },
    }),
  )
const list = usePaged(ask, (page) => page)
const { rows, hasMore, problem } = list
const receipt = useLoaded(() => data(api.GET('/api/submissions/{id}', { params: { path: { id: must(submission.value) } } })))

function load() {
  void list.begin()
  if (submission.value) void receipt.load()
}
onMounted(load)
watch(() => route.query, load)
whenChanged(['PASSAGE', 'REVIEW'], () => list.load())
</script>

<template>
  <div class="passages">
    <header>
      <h1>Passages</h1>
      <OneOf
        :model-value="which"
        :choices="CHOICES"
        name="Which passages"
        @update:model-value="(w) => router.push({ query: { which: w, submission, rule, folder } })"
      />
      <TakeAway
        :url="`/api/projects/${must(session.project).id}/passages/table`"
        :query="{ which, submission, rule, folder }"
        what="These passages"
      />
      <RouterLink v-if="submission" class="act bare" to="/passages">Leave the submission</RouterLink>
      <span v-if="rule" class="quiet">taken by one rule{{ folder ? ' in one folder' : '' }}</span
      ><span v-else-if="folder" class="quiet">in one folder</span>
      <RouterLink v-if="rule || folder" class="act bare" to="/passages">Show all rules and folders</RouterLink>
    </header>
    <p v-if="session.controls && rows.length && (submission || rule || folder)" class="quiet">
      <RouterLink
        :to="{
          path: '/rules',
          query: {
            try: rows
              .map((r) => r.passage.id)
              .slice(0, 500)
              .join(','),
          },
        }"
        >Try the drafted rules on these {{ rows.length }}</RouterLink
      >
    </p>
    <section v-if="submission && receipt.value.value" class="panel receipt" aria-label="Receipt">
      <p>
        <strong
          >Submission <span class="mono">{{ receipt.value.value.reference }}</span></strong
        >
        from {{ receipt.value.value.by.author }}, {{ receipt.value.value.by.authorFirm }}, into {{ receipt.value.value.folderPath
        }}<template v-if="receipt.value.value.closedAt">, received {{ moment(receipt.value.value.closedAt) }}</template
        >.
        <template v-if="receipt.value.value.by.uploader !== receipt.value.value.by.author"
          >Handed in by {{ receipt.value.value.by.uploader }}.</template
        >
        <template v-if="receipt.value.value.purpose">Purpose: {{ receipt.value.value.purpose }}.</template>
        <template v-if="receipt.value.value.answerDue">Answer due by {{ receipt.value.value.answerDue }}.</template>
      </p>
      <details>
        <summary>{{ count(receipt.value.value.files.length, 'file') }}</summary>
        <ul>
          <li v-for="f in receipt.value.value.files" :key="f.position">
            {{ f.name }} <span class="quiet">{{ size(f.size) }}</span> <span v-if="f.refusal" class="error">{{ f.refusal }}</span>
          </li>
        </ul>
      </details>
    </section>
    <Trouble :problem="problem" :again="load" />
    <div class="scroll">
      <PassageTable v-if="rows.length" :rows="rows" keys />
      <p v-else-if="list.first.value" class="empty">
        <strong>No passages here.</strong> <template v-if="which === 'STOPPED'">Nothing is stopped.</template
        ><template v-else-if="which === 'LATE'">Nobody is late.</template>
        <template v-else>Every revision that lands in an intake folder appears here, with its way through the six stations.</template>
      </p>
      <p v-else-if="!problem" class="quiet" role="status">Asking for the passages …</p>
      <button v-if="hasMore" class="act" type="button" @click="list.more">Show older ones</button>
    </div>
  </div>
</template>

<style scoped>
.passages {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
}
header {
  display: flex;
  align-items: center;
  gap: 14px;
  flex-wrap: wrap;
}
.receipt {
  padding: 7px 10px;
}
.scroll {
  --stick: 0px;
  overflow: auto;
  flex: 1;
}
</style>
