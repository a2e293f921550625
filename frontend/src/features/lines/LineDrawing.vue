<script setup lang="ts">
import { computed } from 'vue'

import type { DripLine } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'

/** A line from its inlet to its end: each dripper as large as what it gives, and the head over it. */
const props = defineProps<{ line: DripLine }>()
const units = useUnits()
const WIDE = 600
const MOST = 36
/** Of a long line every so many drippers are drawn. */
const every = computed(() => Math.ceil(props.line.at_m.length / MOST))
const end = computed(() => props.line.at_m.at(-1) ?? 1)
const most = computed(() => Math.max(...props.line.flows_l_h, props.line.nominal_l_h))
const highest = computed(() => Math.max(props.line.inlet_m, ...props.line.heads_m, 1))
const x = (m: number) => 16 + (m / end.value) * (WIDE - 32)
const y = (head: number) => 58 - (Math.max(0, head) / highest.value) * 44
const drops = computed(() =>
  props.line.at_m
    .map((m, i) => ({
      x: x(m),
      r: 2 + 6 * Math.sqrt(props.line.flows_l_h[i]! / most.value),
      q: props.line.flows_l_h[i]!,
    }))
    .filter((_, i) => i % every.value === 0 || i === props.line.at_m.length - 1),
)
const curve = computed(() =>
  [
    `M${x(0)} ${y(props.line.inlet_m)}`,
    ...props.line.at_m.map((m, i) => `L${x(m)} ${y(props.line.heads_m[i]!)}`),
  ].join(''),
)
const label = computed(
  () =>
    `Drippers from the inlet to the end: from ${units.show(props.line.flows_l_h[0] ?? 0, 'drip_flow')} to ${units.show(props.line.flows_l_h.at(-1) ?? 0, 'drip_flow')}, head from ${units.show(props.line.inlet_m, 'length')} to ${units.show(props.line.heads_m.at(-1) ?? 0, 'length')}`,
)
</script>

<template>
  <p class="ends soft small" aria-hidden="true">
    <span>{{ units.show(line.inlet_m, 'length') }} of head</span>
    <span>{{ units.show(line.heads_m.at(-1) ?? 0, 'length') }}</span>
  </p>
  <svg :viewBox="`0 6 ${WIDE} 86`" role="img" :aria-label="label" preserveAspectRatio="xMidYMid meet">
    <path :d="`M16 58H${WIDE - 16}`" class="axis" />
    <path :d="curve" class="head" />
    <path :d="`M16 80H${WIDE - 16}`" class="tube" />
    <circle v-for="(d, i) in drops" :key="i" :cx="d.x" cy="80" :r="d.r" :class="{ poor: d.q < 0.9 * most }" />
  </svg>
  <p class="ends soft small" aria-hidden="true">
    <span>inlet</span>
    <span>{{ units.show(end, 'length') }}</span>
  </p>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
}
.axis {
  stroke: var(--hair);
}
.head {
  stroke: var(--clay);
  stroke-width: 2;
  fill: none;
}
.tube {
  stroke: var(--ink);
  stroke-width: 2;
}
circle {
  fill: var(--water-fill);
}
circle.poor {
  fill: var(--page);
  stroke: var(--water-fill);
  stroke-width: 2;
}
.ends {
  display: flex;
  justify-content: space-between;
  margin: 8px 0 0;
}
</style>
