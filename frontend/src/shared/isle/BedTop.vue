<script setup lang="ts">
import { computed } from 'vue'

import { useUnits } from '@/shared/format/units'

import { plantsFrom, type Group } from './bedTop'

/** A bed from above: what stands there today, and the ring of its full size, so that crowding is seen. */
const props = defineProps<{ groups: Group[]; length: number; width: number; round: boolean }>()
const units = useUnits()
const plants = computed(() => plantsFrom(props.groups, props.length, props.width, props.round))
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
      />
    </svg>
    <figcaption class="soft small">
      Filled: today. Ring: full-grown. Where rings cross, leaves will meet.
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
</style>
