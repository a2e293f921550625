<script setup lang="ts">
import type { Round } from '@/shared/api/types'
import { hailInWords } from '@/shared/words/weather'

/** What hail may have torn, until somebody has said how big the plants are now. */
defineProps<{ round: Round }>()
</script>

<template>
  <p v-if="round.hail" class="note no-print" role="note">
    {{ hailInWords(round.hail, round.garden.today) }}
    <RouterLink :to="{ name: 'sizes', params: { garden: round.garden.id } }">Sizes</RouterLink>
  </p>
</template>
