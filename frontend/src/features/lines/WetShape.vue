<script setup lang="ts">
import { computed, ref } from 'vue'

import type { DripLine } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { runInWords } from '@/shared/words/lines'

/** The ground under a line as a run goes on: how deep and wide it wets, against the roots. */
const props = defineProps<{ line: DripLine }>()
const units = useUnits()
const WIDE = 600
const HIGH = 150
const TOP = 14
const runs = computed(() => props.line.deeper)
const nearest = computed(() => {
  const last = runs.value.length - 1
  const i = runs.value.findIndex((x) => x.minutes >= props.line.usual.minutes)
  return i < 0 ? last : i
})
const chosen = ref<number | null>(null)
const at = computed({
  get: () => chosen.value ?? nearest.value,
  set: (i: number) => (chosen.value = i),
})
const run = computed(() => runs.value[at.value]!)
/** Metres across the picture: as many drippers as show how they meet. */
const across = computed(() => Math.max(4 * props.line.spacing_m, 1.2))
const deepest = computed(() => Math.max(props.line.roots_m * 1.15, run.value.depth_m * 1.1, 0.2))
const x = (m: number) => (m / across.value) * WIDE
const y = (m: number) => TOP + (m / deepest.value) * (HIGH - TOP)
const drippers = computed(() => {
  const n = Math.floor(across.value / props.line.spacing_m)
  const from = (across.value - (n - 1) * props.line.spacing_m) / 2
  return Array.from({ length: n }, (_, i) => from + i * props.line.spacing_m)
})
const text = computed(() => runInWords(run.value, props.line.roots_m, units))
</script>

<template>
  <div class="shape">
    <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="text" preserveAspectRatio="xMidYMid meet">
      <rect x="0" :y="TOP" :width="WIDE" :height="HIGH - TOP" class="dry" />
      <ellipse
        v-for="(m, i) in drippers"
        :key="i"
        :cx="x(m)"
        :cy="TOP"
        :rx="x(run.width_m / 2)"
        :ry="y(run.depth_m) - TOP"
        class="wet"
      />
      <rect x="0" y="0" :width="WIDE" :height="TOP" class="air" />
      <path :d="`M0 ${TOP}H${WIDE}`" class="tube" />
      <circle v-for="(m, i) in drippers" :key="`d${i}`" :cx="x(m)" :cy="TOP" r="4" class="drop" />
      <template v-if="line.roots_m > 0">
        <path :d="`M0 ${y(line.roots_m)}H${WIDE}`" class="roots" />
        <text :x="WIDE - 6" :y="y(line.roots_m) - 5" text-anchor="end">
          roots to {{ units.show(line.roots_m, 'small_length') }}
        </text>
      </template>
    </svg>
    <div class="run">
      <span id="run-label">A run of</span>
      <el-slider
        v-model="at"
        :min="0"
        :max="runs.length - 1"
        :format-tooltip="(i: number) => `${runs[i]?.minutes} min`"
        aria-label="A run of so many minutes"
      />
    </div>
    <p aria-live="polite">{{ text }}</p>
  </div>
</template>

<style scoped>
.shape {
  max-width: 600px;
}
svg {
  width: 100%;
  height: auto;
}
.dry {
  fill: var(--soil-dry);
}
.air {
  fill: var(--paper);
}
.wet {
  fill: var(--water-mid);
}
.tube {
  stroke: var(--ink);
  stroke-width: 2;
}
.drop {
  fill: var(--ink);
}
.roots {
  stroke: var(--leaf-dark);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
text {
  font-size: 17px;
  fill: var(--ink);
}
.run {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 24px;
  align-items: center;
  padding-right: 12px;
}
</style>
