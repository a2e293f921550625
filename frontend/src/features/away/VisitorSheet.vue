<script setup lang="ts">
import type { AwayResult } from '@/shared/api/types'
import { longDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'

/** For whoever looks in, on paper: what each isle takes on each of the days, in plain words. */
defineProps<{ result: AwayResult; name: string }>()
const units = useUnits()
const LEAST_L = 0.05
const takes = (x: AwayResult['beds'][number], day: string) => {
  const litres = x.visits.find((v) => v.date === day)?.litres ?? 0
  return litres < LEAST_L ? 'leave it' : units.show(litres, 'volume')
}
</script>

<template>
  <section aria-labelledby="sheet">
    <h2 id="sheet">For whoever looks in</h2>
    <p>
      {{ name }}. In the morning, slowly, at the base. Put a finger in first: where it comes out wet, leave
      it.
    </p>
    <div class="scroll" tabindex="0" role="region" aria-label="The visitor’s sheet">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Isle</th>
            <th v-for="day in result.visits" :key="day" scope="col">{{ longDate(day) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="x in result.beds" :key="x.bed">
            <th scope="row">{{ x.name }}</th>
            <td v-for="day in result.visits" :key="day">
              {{ takes(x, day) }}<span class="print-only"> ☐</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft small">
      What each takes in the mean of the runs. By the link below it is worked out on the day.
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 860px;
}
</style>
