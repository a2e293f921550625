<script setup lang="ts">
import { computed } from 'vue'

import type { Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { laterGoes } from '@/shared/words/round'

/** Who is served again later in the walk, and when. */
const props = defineProps<{ round: Round }>()
const units = useUnits()
const goes = computed(() => laterGoes(props.round, units))
</script>

<template>
  <section v-if="goes.length" aria-labelledby="round-again">
    <h3 id="round-again">Round again</h3>
    <ul>
      <li v-for="g in goes" :key="g.key">
        <span class="when figures">{{ g.when }}</span>
        <span class="name">{{ g.name }}</span>
        <span class="soft figures">{{ g.what }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin: 12px 8px 0;
}
h3 {
  font-size: 16px;
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 8.5em minmax(0, 1fr) auto;
  gap: 0 12px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px dotted var(--hair);
}
@media (max-width: 760px) {
  li {
    grid-template-columns: 8.5em minmax(0, 1fr);
  }
  li > :last-child {
    grid-column: 2;
  }
}
.name {
  font-family: var(--display);
  font-weight: 600;
  font-size: 17px;
}
</style>
