<script setup lang="ts">
/** A number that may be left open; the model is null then. For numbers without a unit that changes. */
const model = defineModel<number | null>({ required: true })
defineProps<{
  label: string
  error?: string
  min?: number
  max?: number
  step?: number | 'any'
  placeholder?: string
}>()

function take(event: Event) {
  const text = (event.target as HTMLInputElement).value
  model.value = text === '' ? null : Number(text)
}
</script>

<template>
  <label class="field">
    <span>{{ label }}</span>
    <input
      :value="model"
      type="number"
      :min="min"
      :max="max"
      :step="step"
      :placeholder="placeholder"
      @input="take"
    />
    <em v-if="error" class="alarm">{{ error }}</em>
  </label>
</template>

<style scoped>
em {
  font-style: normal;
}
</style>
