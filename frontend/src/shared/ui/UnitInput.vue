<script setup lang="ts">
import { computed, useId, watch } from 'vue'

import { readNumber, unreadableBecause } from '@/shared/format/read'
import { decimalsOf, toShown, toSi, useUnits, type Quantity } from '@/shared/format/units'

/**
 * A number typed in the person's units; the model is SI, null when left open, and NaN while what stands there is no
 * number: a form that is kept with it is refused, and never sent with an older value.
 */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  label: string
  quantity: Quantity
  error?: string
  hint?: string
  hideLabel?: boolean
}>()
const units = useUnits()
const id = useId()
const text = ref('')
const decimals = computed(() => Math.max(1, decimalsOf(props.quantity, units.system.value)))

function shownOf(si: number | null | undefined): string {
  if (si === null || si === undefined) return ''
  return String(Number(toShown(si, props.quantity, units.system.value).toFixed(decimals.value)))
}
function siOf(typed: string): number | null {
  const shown = readNumber(typed)
  return shown === null ? null : toSi(shown, props.quantity, units.system.value)
}
watch(
  [model, units.system],
  () => {
    // Keep what is being typed as long as it means the same number.
    const typed = siOf(text.value)
    const same =
      Object.is(typed, model.value) ||
      (typed !== null && model.value !== null && Math.abs(typed - model.value) < 1e-9)
    if (!same) text.value = shownOf(model.value)
  },
  { immediate: true },
)
const trouble = computed(() => unreadableBecause(text.value))

function onInput(event: Event) {
  text.value = (event.target as HTMLInputElement).value
  model.value = siOf(text.value)
}
</script>

<template>
  <div class="unit-input">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <span class="box">
      <input
        :id="id"
        :value="text"
        inputmode="decimal"
        autocomplete="off"
        :aria-invalid="Boolean(trouble || error)"
        :aria-describedby="error || trouble || hint ? `${id}-note` : undefined"
        @input="onInput"
      />
      <span aria-hidden="true">{{ units.label(quantity) }}</span>
    </span>
    <em v-if="trouble" :id="`${id}-note`" class="alarm">{{ trouble }}</em>
    <em v-else-if="error" :id="`${id}-note`" class="alarm">{{ error }}</em>
    <em v-else-if="hint" :id="`${id}-note`" class="soft">{{ hint }}</em>
  </div>
</template>

<style scoped>
label {
  display: block;
  font-weight: 700;
  margin-bottom: 4px;
}
.box {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  width: 100%;
  max-width: 148px;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  padding-right: 10px;
  min-height: 44px;
}
.box:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 1px;
}
input {
  font: inherit;
  font-variant-numeric: tabular-nums;
  border: 0;
  background: none;
  color: inherit;
  min-width: 0;
  width: 100%;
  padding: 0 0 0 10px;
  min-height: 42px;
}
input:focus {
  outline: none;
}
.box span {
  color: var(--ink-soft);
  font-size: 14px;
}
em {
  display: block;
  font-style: normal;
  font-size: 14px;
  margin-top: 4px;
}
</style>
