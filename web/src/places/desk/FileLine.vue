<script setup lang="ts">
import { computed } from 'vue'
import type { Code, Schemas } from '../../api/client'
import Num from '../../parts/Num.vue'
import { useSession } from '../../session'
import ShelfMark from '../../tray/ShelfMark.vue'

/** One file of a review: what it is, what was said of it, and one's decision. */
const props = defineProps<{
  file: Schemas['ReviewedFile']
  /** The columns there are beside number, title and decision. */
  beside: { before: boolean; others: boolean }
  codes: Code[]
  picked: boolean
  remarks: string[]
}>()
defineEmits<{ pick: []; decide: [code: number] }>()
const session = useSession()
const names = computed(() => props.file.passage.names)
const others = computed(() => props.file.answers.filter((a) => a.id !== props.file.mine?.id))
const codeName = (digit: number) => props.codes.find((c) => c.digit === digit)?.name ?? ''
</script>

<template>
  <tr class="line">
    <td class="pick">
      <input type="checkbox" :checked="picked" :aria-label="`Pick ${names.title}`" @change="$emit('pick')" />
    </td>
    <td><ShelfMark :passage="file.passage.id" /><Num :number="names.number" :revision="names.revision" /></td>
    <td class="title">
      <RouterLink class="plain" :to="`/read/${file.passage.id}`">{{ names.title }}</RouterLink>
      <RouterLink
        v-if="file.passage.cycle > 1"
        class="cycle plain"
        title="What changed since it came the time before (v)"
        :to="`/compare/${file.passage.id}`"
        >cycle {{ file.passage.cycle }}</RouterLink
      >
      <span v-for="r in remarks" :key="r" class="remark" :title="r">{{ r }}</span>
    </td>
    <td v-if="beside.before" class="said">
      <span
        v-for="said in file.before"
        :key="said.id"
        class="clip"
        :class="{ own: session.isMe(said.personId) }"
        :title="`${said.stepName}, ${said.person}: ${said.comment}`"
        ><span class="key">{{ said.code }}</span> {{ said.comment || said.person }}</span
      >
    </td>
    <td v-if="beside.others" class="others">
      <span v-for="said in others" :key="said.id" class="clip" :title="`${said.person}: ${said.comment}`"
        ><span class="key">{{ said.code }}</span> {{ said.person }}</span
      >
    </td>
    <td class="decision">
      <span class="codes" role="group" :aria-label="`Decision for ${names.title}`">
        <button
          v-for="code in codes"
          :key="code.digit"
          type="button"
          class="code"
          :class="{ given: file.mine?.code === code.digit }"
          :aria-pressed="file.mine?.code === code.digit"
          :title="code.name"
          @click="$emit('decide', code.digit)"
        >
          {{ code.digit }}
        </button>
      </span>
      <span v-if="beside.others && file.decision" class="drawn" :title="codeName(file.decision)">comes to {{ file.decision }}</span>
      <span v-if="file.mine" class="clip says" :title="`${file.mine.person}: ${file.mine.comment}`"
        >{{ codeName(file.mine.code) }}<template v-if="file.mine.comment">: {{ file.mine.comment }}</template></span
      >
    </td>
    <td class="read"><RouterLink class="act bare" :to="`/read/${file.passage.id}`">Read</RouterLink></td>
  </tr>
</template>

<style scoped>
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.remark {
  display: block;
  color: var(--attention);
  font-size: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.cycle {
  margin-left: 6px;
  font-size: 11px;
  border: 1px solid var(--line-strong);
  padding: 0 4px;
}
.said .clip,
.others .clip {
  display: block;
}
.own {
  font-weight: 600;
}
.decision {
  white-space: nowrap;
  overflow: hidden;
}
.codes {
  display: inline-flex;
}
.code {
  width: 26px;
  height: 22px;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  cursor: pointer;
  font: 12px var(--mono);
  margin-right: -1px;
}
.code:hover {
  background: var(--shade);
}
.code.given {
  background: var(--main);
  color: var(--main-ink);
  border-color: var(--main);
}
.drawn {
  margin-left: 8px;
  border: 1px solid var(--line-strong);
  padding: 0 4px;
  font-size: 11px;
}
.says {
  display: inline-block;
  max-width: 220px;
  vertical-align: middle;
  margin-left: 8px;
}
.drawn + .says {
  max-width: 130px;
}
.read {
  text-align: right;
}
@media (max-width: 900px) {
  .said,
  .read,
  .others,
  .says {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
  }
  .line td {
    border: 0;
    height: auto;
  }
  .line td.pick {
    grid-row: 1 / 3;
    align-self: center;
  }
  .line td:nth-child(2),
  .line td.title {
    grid-column: 2;
  }
  .line td.decision {
    grid-column: 3;
    grid-row: 1 / 3;
    align-self: center;
    width: auto;
  }
  .code {
    width: 32px;
    height: 32px;
  }
}
</style>
