<script setup lang="ts">
import { computed, watch } from 'vue'

import type { Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { perMeasure, type Measure } from '@/shared/words/measures'

import Choice from './Choice.vue'
import OpenNumber from './OpenNumber.vue'
import UnitInput from './UnitInput.vue'

/** How much was poured, in the measure of the hand that poured it; the model is litres. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{ measures: Stop['measures']; first: Measure; error?: string }>()
const units = useUnits()
const measure = ref<Measure>(props.first)
watch(
  () => props.first,
  (first) => (measure.value = first),
)
const options = computed(() => [
  { value: 'volume' as Measure, label: units.label('volume') },
  { value: 'hose_s' as Measure, label: 'seconds of the hose' },
  { value: 'cans' as Measure, label: `cans of ${units.show(props.measures.can_l, 'volume')}` },
  ...(props.measures.line_l_per_min ? [{ value: 'line_min' as Measure, label: 'minutes that it ran' }] : []),
])
const each = computed(() => perMeasure(measure.value, props.measures))
const counted = computed({
  get: () => (model.value === null ? null : Math.round((model.value / each.value) * 100) / 100),
  set: (n: number | null) => (model.value = n === null ? null : n * each.value),
})
</script>

<template>
  <div>
    <div class="amount">
      <UnitInput v-if="measure === 'volume'" v-model="model" label="How much" quantity="volume" />
      <OpenNumber v-else v-model="counted" label="How much" />
      <Choice v-model="measure" label="In" :options="options" />
    </div>
    <p v-if="measure !== 'volume' && model !== null && !Number.isNaN(model)" class="soft small">
      That is {{ units.show(model, 'volume') }}.
    </p>
    <em v-if="error" class="alarm">{{ error }}</em>
  </div>
</template>

<style scoped>
.amount {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
.amount > * {
  flex: 1 1 140px;
}
</style>
