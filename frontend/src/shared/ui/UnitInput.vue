<script setup lang="ts">
import { computed, useId, watch } from 'vue'

import { readNumber, unreadableBecause } from '@/shared/format/read'
import { readQuantity } from '@/shared/format/quantity'
import { decimalsOf, toShown, useUnits, type Quantity } from '@/shared/format/units'

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
const siOf = (typed: string) => readQuantity(typed, props.quantity, units.system.value)
/** Once the field is left, what was typed with a unit of its own stands in the person's. */
function left() {
  const si = siOf(text.value)
  if (si !== null && !Number.isNaN(si) && Number.isNaN(readNumber(text.value))) text.value = shownOf(si)
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
const trouble = computed(() => (Number.isNaN(siOf(text.value)) ? unreadableBecause(text.value) : ''))

function take(typed: string) {
  text.value = typed
  model.value = siOf(text.value)
}
</script>

<template>
  <div class="unit-input">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <el-input
      :id="id"
      :model-value="text"
      class="box"
      inputmode="decimal"
      autocomplete="off"
      :aria-invalid="Boolean(trouble || error)"
      :aria-describedby="error || trouble || hint ? `${id}-note` : undefined"
      @input="take"
      @change="left"
    >
      <template #suffix>
        <span aria-hidden="true">{{ units.label(quantity) }}</span>
      </template>
    </el-input>
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
  max-width: 148px;
  font-variant-numeric: tabular-nums;
}
em {
  display: block;
  font-style: normal;
  font-size: 14px;
  margin-top: 4px;
}
</style>
