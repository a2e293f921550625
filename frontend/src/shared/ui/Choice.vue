<script setup lang="ts" generic="T extends string | number | null">
import { useId } from 'vue'

/** One of a list. Few answers are better as Picks, which show them all. */
const model = defineModel<T>({ required: true })
defineProps<{
  label: string
  options: { value: T; label: string }[]
  hideLabel?: boolean
  hint?: string
  error?: string
  disabled?: boolean
  filterable?: boolean
}>()
defineEmits<{ change: [value: T] }>()
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <el-select
      :id="id"
      v-model="model"
      :aria-label="label"
      :disabled="disabled"
      :filterable="filterable"
      default-first-option
      :value-on-clear="undefined"
      :empty-values="[undefined]"
      placeholder=""
      @change="$emit('change', $event as T)"
    >
      <el-option v-for="o in options" :key="String(o.value)" :value="o.value as string" :label="o.label" />
    </el-select>
    <em v-if="error" class="alarm">{{ error }}</em>
    <em v-else-if="hint" class="soft">{{ hint }}</em>
  </div>
</template>
