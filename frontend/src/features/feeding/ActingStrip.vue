<script setup lang="ts">
import { computed } from 'vue'

import type { FeedingNow } from '@/shared/api/types'
import { daysBetween } from '@/shared/format/time'
import { actsInWords } from '@/shared/words/feeding'

/** The weeks over which each feed acts: eight behind, four ahead, today a line across. */
const props = defineProps<{ acting: FeedingNow['acting']; today: string }>()
const BACK = 56
const AHEAD = 28
const ROW = 9
const at = (day: number) => Math.min(Math.max(day + BACK, 0), BACK + AHEAD)
const bars = computed(() =>
  props.acting.map((x, i) => {
    const from = at(daysBetween(props.today, x.since))
    const to = at(daysBetween(props.today, x.until))
    return {
      x: from,
      width: Math.max(to - from, 1.5),
      y: i * ROW + 2,
      mix: x.feed === null,
      words: actsInWords(x, props.today),
    }
  }),
)
const height = computed(() => bars.value.length * ROW + 2)
</script>

<template>
  <div v-if="bars.length" class="acting">
    <svg
      :viewBox="`0 0 ${BACK + AHEAD} ${height}`"
      aria-hidden="true"
      preserveAspectRatio="none"
      :height="height * 1.4"
    >
      <rect
        v-for="(b, i) in bars"
        :key="i"
        :x="b.x"
        :y="b.y"
        :width="b.width"
        height="5"
        :class="{ mix: b.mix }"
      />
      <line :x1="BACK" :x2="BACK" y1="0" :y2="height" vector-effect="non-scaling-stroke" />
    </svg>
    <span v-for="(b, i) in bars" :key="i" class="soft small">{{ b.words }}</span>
  </div>
  <span v-else class="soft small">its soil alone</span>
</template>

<style scoped>
.acting {
  display: grid;
  min-width: 160px;
}
svg {
  width: 160px;
  background: var(--page);
}
rect {
  fill: var(--leaf);
}
rect.mix {
  fill: var(--straw);
}
line {
  stroke: var(--ink);
}
</style>
