<script setup lang="ts">
import { computed } from 'vue'
import { HELP } from '../../help/help'
import { useSession } from '../../session'

/** A short page of a place: what it is for, and a word for each of its fields. */
const props = defineProps<{ place: string }>()
const session = useSession()
const help = computed(() => HELP[props.place])
const fields = computed(() =>
  Object.entries(help.value?.fields ?? {}).map(([name, word]) => ({
    name: name.replace(/#/g, '1'),
    text: word.text,
    example: session.project && word.example?.(session.project),
  })),
)
</script>

<template>
  <article v-if="help" class="help">
    <h1>{{ help.called }}</h1>
    <p v-for="line in help.about" :key="line">{{ line }}</p>
    <p>
      <RouterLink :to="`/${place}`">Go to {{ help.called }}</RouterLink>
    </p>
    <h2>Its fields</h2>
    <dl>
      <template v-for="f in fields" :key="f.name"
        ><dt>{{ f.name }}</dt>
        <dd>
          {{ f.text
          }}<span v-if="f.example" class="quiet">
            Here, such as <span class="mono">{{ f.example }}</span></span
          >
        </dd></template
      >
    </dl>
  </article>
  <p v-else class="empty">
    <strong>There is no page of help for that.</strong><RouterLink to="/help/rules">Rule sheet</RouterLink>,
    <RouterLink to="/help/numbers">Numbers</RouterLink>, <RouterLink to="/help/routes">Routes</RouterLink> and
    <RouterLink to="/help/project">Project</RouterLink> have one.
  </p>
</template>

<style scoped>
.help {
  display: grid;
  gap: 10px;
  max-width: 860px;
}
h2 {
  margin-top: 10px;
}
dl {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) 3fr;
  gap: 5px 16px;
}
dt {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.mono {
  white-space: normal;
  overflow-wrap: anywhere;
}
</style>
