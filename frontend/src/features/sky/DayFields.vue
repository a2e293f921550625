<script setup lang="ts">
import { shortDate } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

import type { DayField, DayRow } from './odd'

/** One day as it is typed. */
const row = defineModel<DayRow>({ required: true })
defineProps<{ today: string; fault: (field: DayField) => string | undefined }>()
</script>

<template>
  <fieldset :class="{ ahead: row.date >= today }">
    <legend>
      {{ shortDate(row.date) }}{{ row.date === today ? ', today' : row.date > today ? ', ahead' : '' }}
    </legend>
    <UnitInput v-model="row.tmin" label="Lowest" quantity="temperature" :error="fault('tmin')" />
    <UnitInput v-model="row.tmax" label="Highest" quantity="temperature" :error="fault('tmax')" />
    <UnitInput v-model="row.rain" label="Rain" quantity="depth" :error="fault('rain')" />
    <UnitInput v-model="row.wind" label="Wind" quantity="wind" :error="fault('wind')" />
    <OpenNumber v-model="row.sunshine_h" class="sun" label="Sun, hours" :error="fault('sunshine_h')" />
  </fieldset>
</template>

<style scoped>
fieldset {
  border-top: 1px solid var(--hair);
  padding: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  width: 100%;
}
legend {
  font-family: var(--display);
  font-size: 18px;
  font-weight: 600;
  padding: 0 8px 0 0;
}
fieldset.ahead legend {
  color: var(--water);
}
fieldset > :deep(.unit-input),
.sun {
  width: 132px;
}
</style>
