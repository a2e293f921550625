<script setup lang="ts">
import type { Round } from '@/shared/api/types'
import { useFollow } from '@/shared/outbox/useFollow'
import Outcomes from '@/shared/ui/Outcomes.vue'
import { dueInWords } from '@/shared/words/signs'

import Duties from './Duties.vue'

/** What did not look right some days ago: how it is now, in a tap. */
const props = defineProps<{ round: Round }>()
const { follow, busy } = useFollow(() => props.round.garden.id)
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
      <Outcomes
        :label="`How ${x.name} is now`"
        :busy="busy"
        @came="follow(x.id, { outcome: $event }, `${x.name}: noted.`)"
      />
    </li>
  </Duties>
</template>
