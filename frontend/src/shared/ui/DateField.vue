<script setup lang="ts">
import { computed, useId } from 'vue'

import { DATE_FORMAT } from '@/shared/format/locale'

/** A date in the person's own way of writing; the model is YYYY-MM-DD, empty when left open. */
const model = defineModel<string | null>({ required: true })
const props = defineProps<{
  label: string
  /** The first and last day that may be picked, YYYY-MM-DD. */
  min?: string
  max?: string
  hint?: string
  error?: string
  clearable?: boolean
  disabled?: boolean
}>()
const id = useId()
const plain = (d: Date) =>
  `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
const outside = (d: Date) =>
  Boolean((props.min && plain(d) < props.min) || (props.max && plain(d) > props.max))
const value = computed({
  get: () => model.value || null,
  set: (date: string | null) => (model.value = date || ''),
})
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <el-date-picker
      :id="id"
      v-model="value"
      type="date"
      value-format="YYYY-MM-DD"
      :format="DATE_FORMAT"
      :disabled-date="outside"
      :clearable="clearable ?? false"
      :disabled="disabled"
      :teleported="true"
    />
    <em v-if="error" class="alarm">{{ error }}</em>
    <em v-else-if="hint" class="soft">{{ hint }}</em>
  </div>
</template>
