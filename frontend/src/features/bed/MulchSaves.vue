<script setup lang="ts">
import { computed } from 'vue'

import type { BedPage } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { MULCH } from '@/shared/words/names'

/** What mulch saves this bed, now and while leaves were open. */
const props = defineProps<{ saves: NonNullable<BedPage['mulch_saves']> }>()
const units = useUnits()
const CLOSED = 0.75
const LITTLE_SOAKS = 2
const about = (litres: number, soaks: number) =>
  `about ${units.show(Math.round(litres), 'volume')} or ${soaks < 1 ? 'less than a soak' : soaks < 1.5 ? 'a soak' : `${Math.round(soaks)} soaks`}`
const words = computed(() => {
  const s = props.saves
  const what = `${MULCH[s.kind].charAt(0).toUpperCase()}${MULCH[s.kind].slice(1)} of ${units.show(s.depth_m, 'small_length')}`
  const little = s.soaks < LITTLE_SOAKS && s.cover > CLOSED ? ': little, under closed leaves' : ''
  const now = `${what}${s.lies ? ', as it lies, saves' : ' would save'} here ${about(s.litres, s.soaks)} in a season of days like these${little}.`
  const young =
    s.open_litres === null || s.open_soaks === null
      ? ''
      : ` While leaves are young and open it is ${about(s.open_litres, s.open_soaks)}.`
  return now + young
})
</script>

<template>
  <section aria-labelledby="mulch-saves">
    <h2 id="mulch-saves">What mulch saves</h2>
    <p>{{ words }}</p>
  </section>
</template>
