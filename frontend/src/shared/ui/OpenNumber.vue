<script setup lang="ts">
import { computed, useId, watch } from 'vue'

import { readNumber, unreadableBecause } from '@/shared/format/read'

/**
 * A number that may be left open; the model is null then, and NaN while what stands there is no number: a form that
 * is kept with it is refused, and never sent with an older value. For numbers without a unit that changes.
 */
const model = defineModel<number | null>({ required: true })
defineProps<{
  label: string
  /** Its name for those who do not see what it stands beside. */
  nameSaid?: string
  error?: string
  placeholder?: string
  disabled?: boolean
  hideLabel?: boolean
}>()
/** What was typed, once the field is left. */
const emit = defineEmits<{ change: [value: number] }>()
const id = useId()
const text = ref('')
const trouble = computed(() => unreadableBecause(text.value))

watch(
  model,
  (value) => {
    // What is being typed stays as long as it means the same.
    if (!Object.is(readNumber(text.value), value ?? null)) text.value = value === null ? '' : String(value)
  },
  { immediate: true },
)
function take(typed: string) {
  text.value = typed
  model.value = readNumber(text.value)
}
function left() {
  const value = readNumber(text.value)
  if (value !== null && !Number.isNaN(value)) emit('change', value)
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <el-input
      :id="id"
      :model-value="text"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="placeholder"
      :disabled="disabled"
      :aria-label="nameSaid"
      :aria-invalid="Boolean(trouble || error)"
      :aria-describedby="trouble || error ? `${id}-note` : undefined"
      @input="take"
      @change="left"
    />
    <em v-if="trouble || error" :id="`${id}-note`" class="alarm">{{ trouble || error }}</em>
  </div>
</template>

<style scoped>
em {
  font-style: normal;
}
</style>
