<script setup lang="ts">
import { shortDate } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { CHANCES, USUAL_CHANCE } from '@/shared/words/weather'

import type { DayField, DayRow } from './odd'

/** One day as it is typed. */
const row = defineModel<DayRow>({ required: true })
const props = defineProps<{ today: string; fault: (field: DayField) => string | undefined }>()
/** Rain ahead is likely until somebody says more; what fell is sure. */
watch(
  () => row.value.rain,
  (rain, before) => {
    if (Object.is(rain, before)) return
    const expected = rain !== null && rain > 0 && row.value.date >= props.today
    row.value.rain_chance = expected ? (row.value.rain_chance ?? USUAL_CHANCE) : null
  },
)
/** Of the chances that are named, the one that stands: another figure may have come by a file. */
const chance = computed({
  get: () => row.value.rain_chance ?? 1,
  set: (x) => (row.value.rain_chance = x),
})
</script>

<template>
  <fieldset class="day" :class="{ ahead: row.date >= today }">
    <legend>
      {{ shortDate(row.date) }}{{ row.date === today ? ', today' : row.date > today ? ', ahead' : '' }}
    </legend>
    <UnitInput v-model="row.tmin" label="Lowest" quantity="temperature" :error="fault('tmin')" />
    <UnitInput v-model="row.tmax" label="Highest" quantity="temperature" :error="fault('tmax')" />
    <UnitInput v-model="row.rain" label="Rain" quantity="depth" :error="fault('rain')" />
    <UnitInput v-model="row.wind" label="Wind" quantity="wind" :error="fault('wind')" />
    <OpenNumber v-model="row.sunshine_h" class="sun" label="Sun, hours" :error="fault('sunshine_h')" />
    <Picks
      v-if="row.date >= today && row.rain"
      v-model="chance"
      legend="It rains"
      :options="CHANCES"
      :error="fault('rain_chance')"
    />
  </fieldset>
</template>

<style scoped>
.day {
  border-top: 1px solid var(--hair);
  padding: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  width: 100%;
}
.day > legend {
  font-family: var(--display);
  font-size: 18px;
  font-weight: 600;
  padding: 0 8px 0 0;
}
.day.ahead > legend {
  color: var(--water);
}
.day > :deep(.unit-input),
.sun {
  width: 132px;
}
</style>
