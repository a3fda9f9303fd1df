<script setup lang="ts">
import ConditionEdit from './ConditionEdit.vue'
import FolderChoice from './FolderChoice.vue'
import { emptyCondition, type Choices, type Condition, type Rule } from './choices'
import { must } from '../../parts/must'

/** What a rule is called, where it stands, and which files it takes. */
const form = defineModel<Rule>({ required: true })
defineProps<{ choices: Choices }>()
const emit = defineEmits<{ named: [] }>()
const setCondition = (i: number, c: Condition) => (form.value.conditions = form.value.conditions.map((x, k) => (k === i ? c : x)))
</script>

<template>
  <div class="parts">
    <div class="part">
      <div class="field">
        <span id="where">Stands on</span
        ><FolderChoice
          v-model="form.places"
          :folders="choices.folders"
          :kept="choices.kept"
          :people="choices.people"
          :takes="form.kind === 'HANDLING'"
          labelled-by="where"
        />
      </div>
    </div>
    <div class="part">
      <slot name="like" />
      <slot name="sorts" />
      <label class="field"
        ><span>Name</span
        ><input
          v-model="form.name"
          class="text"
          required
          maxlength="200"
          placeholder="the folder's, unless you give one"
          data-test="rule-name"
          @input="emit('named')"
      /></label>
      <label class="field"
        ><span>What it is for (may stay empty)</span><textarea v-model="form.description" class="text" rows="2" maxlength="2000" />
      </label>
    </div>
    <div class="part which">
      <span class="quiet">{{
        form.conditions.length === 0
          ? 'No condition: every file that arrives.'
          : form.conditions.length > 1
            ? 'All of them have to be met.'
            : ''
      }}</span>
      <ConditionEdit
        v-for="(c, i) in form.conditions"
        :key="i"
        :model-value="c"
        :choices="choices"
        :depth="0"
        @update:model-value="(x) => setCondition(i, x)"
        @remove="form.conditions = form.conditions.filter((_, k) => k !== i)"
      />
      <button
        class="act"
        type="button"
        data-test="add-condition"
        @click="form.conditions = [...form.conditions, emptyCondition(must(choices.kinds.conditions[0]))]"
      >
        Add a condition
      </button>
    </div>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px 20px;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  min-width: 0;
}
.part > button {
  justify-self: start;
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
