<script setup lang="ts">
import type { BedPage } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Term from '@/shared/ui/Term.vue'
import { PATTERN } from '@/shared/words/names'

/** What each style would cost this bed over the fortnight, side by side. */
defineProps<{ ways: BedPage['ways'] }>()
const units = useUnits()
const missed = (share: number) => (share < 0.005 ? 'none' : `${Math.round(share * 100)} %`)
const minutes = (m: number) => (m < 10 ? m.toFixed(1) : Math.round(m).toString())
</script>

<template>
  <section aria-labelledby="ways">
    <h2 id="ways">What each way would cost, this fortnight</h2>
    <div class="scroll" tabindex="0" role="region" aria-label="Ways of watering">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Way</th>
            <th scope="col">Soaks</th>
            <th scope="col">{{ units.label('volume') }}, full to full</th>
            <th scope="col">Your minutes</th>
            <th scope="col"><Term of="growth_missed">Growth missed</Term></th>
            <th scope="col"><Term of="harvest_at_stake">Harvest at stake</Term></th>
            <th scope="col"><Term of="lost_below">Lost below</Term>, {{ units.label('volume') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in ways" :key="w.style + w.pattern" :class="{ chosen: w.chosen }">
            <th scope="row">
              {{
                w.pattern === 'little_and_often' ? PATTERN[w.pattern] : `${w.style}, ${PATTERN[w.pattern]}`
              }}
              <span v-if="w.chosen" class="soft">(now)</span>
            </th>
            <td>{{ w.soaks.toFixed(1) }}</td>
            <td>{{ units.num(w.litres, 'volume') }}</td>
            <td>{{ minutes(w.minutes) }}</td>
            <td>{{ missed(w.missed) }}</td>
            <td>{{ missed(w.yield_lost) }}</td>
            <td>{{ units.num(w.lost_litres, 'volume') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft small">
      The same forecast and the same doubt for each. Growth missed is the share of the plants’ thirst the soil
      would not meet; harvest at stake is what that costs if the whole season went so (FAO’s yield response).
      Change the style under Edit.
    </p>
  </section>
</template>

<style scoped>
table {
  max-width: 820px;
}
.chosen th,
.chosen td {
  font-weight: 700;
}
p {
  margin-top: 8px;
}
</style>
