<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../session'

/** Inputs for some of the project's fields, codes to choose from where there are any. */
const props = defineProps<{ keys: string[]; optional?: boolean }>()
const values = defineModel<Record<string, string>>({ required: true })
const session = useSession()
const fields = computed(() => props.keys.flatMap((key) => session.project?.fields.find((f) => f.key === key) ?? []))

function set(key: string, event: Event) {
  values.value = { ...values.value, [key]: (event.target as HTMLInputElement | HTMLSelectElement).value }
}
</script>

<template>
  <label v-for="field in fields" :key="field.key" class="field" :data-help="optional ? 'value at the end' : 'coded field'">
    <span>{{ field.label }}</span>
    <select
      v-if="field.kind === 'CODES'"
      class="text"
      :value="values[field.key] ?? ''"
      :required="!optional"
      :data-test="`field-${field.key}`"
      @change="set(field.key, $event)"
    >
      <option value="">{{ optional ? 'as it is' : 'choose one' }}</option>
      <option v-for="code in field.codes.filter((c) => !c.retired)" :key="code.code" :value="code.code">
        {{ code.code }} {{ code.meaning }}
      </option>
    </select>
    <input
      v-else
      class="text"
      :type="field.kind === 'DATE' ? 'date' : 'text'"
      :value="values[field.key] ?? ''"
      :required="!optional"
      :maxlength="field.greatestWidth"
      :data-test="`field-${field.key}`"
      @input="set(field.key, $event)"
    />
  </label>
</template>
