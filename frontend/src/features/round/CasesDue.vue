<script setup lang="ts">
import type { Round } from '@/shared/api/types'
import { useFollow } from '@/shared/outbox/useFollow'
import { dueInWords, OUTCOME, type Outcome } from '@/shared/words/signs'

import Duties from './Duties.vue'

/** What did not look right some days ago: how it is now, in a tap. */
const props = defineProps<{ round: Round }>()
const { follow, busy } = useFollow(() => props.round.garden.id)
const OUTCOMES = Object.keys(OUTCOME) as Outcome[]
</script>

<template>
  <Duties v-if="round.cases_due.length" name="cases-due" title="Look again" class="no-print">
    <li v-for="x in round.cases_due" :key="x.id">
      <span>
        <RouterLink :to="{ name: 'signs', params: { garden: round.garden.id, bed: x.bed } }">{{
          x.name
        }}</RouterLink>
        {{ dueInWords(x, round.garden.today) }}
      </span>
      <span class="taps" role="group" :aria-label="`How ${x.name} is now`">
        <button
          v-for="o in OUTCOMES"
          :key="o"
          class="btn"
          type="button"
          :disabled="busy"
          @click="follow(x.id, { outcome: o }, `${x.name}: noted.`)"
        >
          {{ OUTCOME[o] }}
        </button>
      </span>
    </li>
  </Duties>
</template>

<style scoped>
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
