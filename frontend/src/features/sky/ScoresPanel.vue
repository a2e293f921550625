<script setup lang="ts">
import { useScores } from '@/shared/api/queries'
import { scoreInWords } from '@/shared/words/weather'

/** How what was said turned out. */
const props = defineProps<{ garden: number }>()
const query = useScores(() => props.garden)
</script>

<template>
  <section v-if="query.data.value" aria-labelledby="scores">
    <h2 id="scores">How it turned out</h2>
    <p><strong>Rain on the next day.</strong> {{ scoreInWords(query.data.value.rain, 'rain').join(' ') }}</p>
    <p><strong>Waiting for it.</strong> {{ scoreInWords(query.data.value.waits, 'waits').join(' ') }}</p>
    <p v-if="query.data.value.heat">
      <strong>Heat on the next day.</strong> {{ scoreInWords(query.data.value.heat, 'heat').join(' ') }}
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
</style>
