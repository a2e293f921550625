<script setup lang="ts">
import { computed } from 'vue'

import type { BedPage } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { WALL } from '@/shared/words/names'

/** What the same pot would take in a week of days like these, by what its wall is like. */
const props = defineProps<{ walls: BedPage['walls'] }>()
const units = useUnits()
const most = computed(() => Math.max(...props.walls.map((x) => x.litres_a_week), 1e-9))
</script>

<template>
  <section aria-labelledby="wall-takes">
    <h2 id="wall-takes">What another wall would take</h2>
    <p>In a week of days like these, the same plants in the same size:</p>
    <ul>
      <li v-for="x in walls" :key="x.wall" :class="{ chosen: x.chosen }">
        <span>{{ WALL[x.wall] }}{{ x.chosen ? ', as it is' : '' }}</span>
        <span class="bar" :style="{ width: `${(x.litres_a_week / most) * 120}px` }" aria-hidden="true"></span>
        <span class="figures">{{ units.show(x.litres_a_week, 'volume') }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  max-width: 460px;
}
li {
  display: grid;
  grid-template-columns: 1fr 120px 72px;
  gap: 12px;
  align-items: center;
  border-bottom: 1px dotted var(--hair);
  padding: 6px 0;
}
.chosen {
  font-weight: 700;
}
.bar {
  height: 8px;
  background: var(--water-mid);
}
.figures {
  text-align: right;
}
</style>
