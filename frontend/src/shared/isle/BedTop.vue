<script setup lang="ts">
import { computed } from 'vue'

import { useUnits } from '@/shared/format/units'

import { beyondLine, pathsOf, plantsFrom, type Group, type Line } from './bedTop'

/** A bed from above: what stands there today, and the ring of its full size, so that crowding is seen. */
const props = defineProps<{
  groups: Group[]
  length: number
  width: number
  round: boolean
  /** A drip line that lies in it, and how wide it wets [m]. */
  line?: Line
}>()
const units = useUnits()
const plants = computed(() => plantsFrom(props.groups, props.length, props.width, props.round))
const paths = computed(() => (props.line ? pathsOf(props.line, props.length, props.width, props.round) : []))
const beyond = computed(() =>
  props.line
    ? beyondLine(props.line, props.length, props.width, props.round, plants.value, props.groups)
    : new Set<number>(),
)
const reach = computed(() => Math.max(0.05, ...props.groups.map((g) => g.full_m / 2)))
const box = computed(() => {
  const w = props.length + 2 * reach.value
  const h = (props.round ? props.length : props.width) + 2 * reach.value
  return { w, h }
})
const label = computed(() =>
  props.groups
    .map(
      (g) =>
        `${g.count} ${g.label}: ${units.show(g.now_m, 'small_length')} across today, ` +
        `${units.show(g.full_m, 'small_length')} full-grown`,
    )
    .join('; '),
)
</script>

<template>
  <figure>
    <svg
      role="img"
      :aria-label="`From above. ${label}`"
      :viewBox="`${-box.w / 2} ${-box.h / 2} ${box.w} ${box.h}`"
      :style="{ aspectRatio: `${box.w} / ${box.h}` }"
    >
      <circle v-if="round" :r="length / 2" class="ground" />
      <rect v-else :x="-length / 2" :y="-width / 2" :width="length" :height="width" class="ground" />
      <path v-for="(d, i) in paths" :key="`w${i}`" :d="d" class="wets" :stroke-width="line?.wets_m" />
      <circle
        v-for="(p, i) in plants"
        :key="`f${i}`"
        :cx="p.x"
        :cy="p.y"
        :r="groups[p.group]!.full_m / 2"
        class="full"
      />
      <circle
        v-for="(p, i) in plants"
        :key="`n${i}`"
        :cx="p.x"
        :cy="p.y"
        :r="Math.max(groups[p.group]!.now_m / 2, 0.01)"
        class="now"
        :class="{ beyond: beyond.has(i), over: line }"
      />
      <path v-for="(d, i) in paths" :key="`t${i}`" :d="d" class="tube" />
    </svg>
    <figcaption class="soft small">
      <slot>Filled: today. Ring: full-grown. Where rings cross, leaves will meet.</slot>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  max-width: 520px;
}
svg {
  width: 100%;
  max-height: 300px;
}
.ground {
  fill: var(--soil-grain);
  fill-opacity: 0.35;
  stroke: var(--ink-soft);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.full {
  fill: var(--leaf);
  fill-opacity: 0.1;
  stroke: var(--leaf);
  stroke-width: 1.5;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
}
.now {
  fill: var(--leaf);
  fill-opacity: 0.85;
}
.over {
  fill-opacity: 0.45;
}
.beyond {
  fill: var(--page);
  stroke: var(--clay);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.wets {
  fill: none;
  stroke: var(--water-mid);
  stroke-opacity: 0.45;
}
.tube {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
</style>
