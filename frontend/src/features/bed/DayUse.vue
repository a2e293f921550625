<script setup lang="ts">
import { computed } from 'vue'

import type { Stop } from '@/shared/api/types'
import { clock } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'

/** Today's use by the hour, and the hour at which the bed passes what is easily drawn. */
const props = defineProps<{ stop: Stop }>()
const units = useUnits()
const use = computed(() => props.stop.use)
const most = computed(() => Math.max(...use.value.hourly_l, 1e-9))
const bars = computed(() =>
  use.value.hourly_l.map((litres, hour) => ({ x: hour * 10, height: (litres / most.value) * 56 })),
)
const mark = computed(() => use.value.passes_raw_h)
const words = computed(() => {
  const all = `${units.show(use.value.litres, 'volume')} today`
  const { net_mm, raw_mm } = props.stop.isle
  if (net_mm.mid > raw_mm) return `${all}; what is drawn with ease is gone already.`
  if (mark.value !== null) return `${all}. Left as it is, plants begin to suffer about ${clock(mark.value)}.`
  return `${all}; what is drawn with ease lasts the day.`
})
const again = computed(() => {
  const a = props.stop.again
  if (a)
    return `After its morning water it wants a second drink at ${clock(a.at_h)}: ${units.show(a.dose.litres, 'volume')}.`
  if (props.stop.container || use.value.again_h === null) return ''
  return `Soaked full this morning, it is worth a look again from ${clock(use.value.again_h)}.`
})
const mix = computed(() => {
  const m = props.stop.mix
  if (!m) return ''
  const cool =
    m.cool_from_h === null ? '' : `; it is cool enough for water again from ${clock(m.cool_from_h)}`
  return `In the sun its mix gets to about ${units.show(m.hottest_c, 'temperature')}${cool}.`
})
</script>

<template>
  <section aria-labelledby="day-use">
    <h2 id="day-use">Today, by the hour</h2>
    <p>{{ words }} {{ again }} {{ mix }}</p>
    <svg viewBox="0 0 240 78" width="100%" role="img" :aria-label="words">
      <rect
        v-for="b in bars"
        :key="b.x"
        :x="b.x + 1"
        :y="58 - b.height"
        width="8"
        :height="b.height"
        class="bar"
      />
      <path d="M0 58H240" class="base" />
      <g v-if="mark !== null">
        <path :d="`M${mark * 10} 2V58`" class="mark" />
        <path :d="`M${mark * 10 - 4} 2h8l-4 6Z`" class="flag" />
      </g>
      <text v-for="h in [6, 12, 18]" :key="h" :x="h * 10" y="72" text-anchor="middle">{{ clock(h) }}</text>
    </svg>
  </section>
</template>

<style scoped>
svg {
  max-width: 460px;
  display: block;
  margin-top: 8px;
}
.bar {
  fill: var(--water-mid);
}
.base {
  stroke: var(--ink);
  stroke-width: 0.8;
}
.mark {
  stroke: var(--clay);
  stroke-dasharray: 3 2;
}
.flag {
  fill: var(--clay);
}
text {
  font: 8px var(--text);
  fill: var(--ink-soft);
}
</style>
