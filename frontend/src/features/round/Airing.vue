<script setup lang="ts">
import type { Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { airingInWords } from '@/shared/words/weather'

/** When tunnels and cloches are opened and shut today. */
defineProps<{ airing: Round['airing'] }>()
const units = useUnits()
</script>

<template>
  <p v-for="text in airingInWords(airing, units)" :key="text" class="note" role="note">{{ text }}</p>
</template>
