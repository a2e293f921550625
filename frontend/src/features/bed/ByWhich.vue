<script setup lang="ts">
import type { BedPage } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { METHOD } from '@/shared/words/names'

/** What the bed lacks, poured by hose, can, line or sprinkler. */
defineProps<{ ways: BedPage['by_which'] }>()
const units = useUnits()
const minutes = (m: number) => (m < 10 ? m.toFixed(1) : Math.round(m).toString())
</script>

<template>
  <section aria-labelledby="by-which">
    <h2 id="by-which">One soak, by which hand</h2>
    <div class="scroll" tabindex="0" role="region" aria-label="Ways of pouring">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">By</th>
            <th scope="col">{{ units.label('volume') }} from the tap</th>
            <th scope="col">Your minutes</th>
            <th scope="col">It runs, minutes</th>
            <th scope="col">Wets</th>
            <th scope="col">Wet leaves, hours</th>
            <th scope="col">On paths and weeds, {{ units.label('volume') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in ways" :key="w.way" :class="{ chosen: w.chosen }">
            <th scope="row">
              {{ METHOD[w.way] }} <span v-if="w.chosen" class="soft">(now)</span
              ><span v-else-if="!w.there" class="soft">(a usual one)</span>
            </th>
            <td>{{ units.num(w.litres, 'volume') }}</td>
            <td>{{ minutes(w.minutes) }}</td>
            <td>{{ minutes(w.runs) }}</td>
            <td>
              {{
                w.depth_m === null ? 'all it lacks' : `${units.show(w.depth_m, 'small_length')} under each`
              }}
            </td>
            <td>{{ w.leaf_wet_h ? w.leaf_wet_h.toFixed(1) : 'none' }}</td>
            <td>{{ w.beside_l ? units.num(w.beside_l, 'volume') : 'none' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft small">
      A line refills only what it wets, and is asked for sooner again. A hand’s water is taken to stay off the
      leaves: under the plants, slowly.
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
