<script setup lang="ts">
import { OUTCOME, type Outcome } from '@/shared/words/signs'

/** What came of something that did not look right, in a tap. */
defineProps<{ label: string; busy: boolean }>()
defineEmits<{ came: [outcome: Outcome] }>()
const OUTCOMES = Object.keys(OUTCOME) as Outcome[]
</script>

<template>
  <span class="taps" role="group" :aria-label="label">
    <button
      v-for="o in OUTCOMES"
      :key="o"
      class="btn"
      type="button"
      :disabled="busy"
      @click="$emit('came', o)"
    >
      {{ OUTCOME[o] }}
    </button>
    <slot />
  </span>
</template>
