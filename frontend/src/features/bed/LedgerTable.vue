<script setup lang="ts">
import type { LedgerDay } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Term from '@/shared/ui/Term.vue'

/** The ledger, newest day first. */
defineProps<{ days: LedgerDay[] }>()
const units = useUnits()
</script>

<template>
  <section>
    <details>
      <summary>The ledger, day by day, in {{ units.label('depth') }} over the bed</summary>
      <div class="scroll" tabindex="0" role="region" aria-label="Ledger">
        <table class="ruled tight">
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col"><Term of="et0">ET0</Term></th>
              <th scope="col">Rain</th>
              <th scope="col"><Term of="rain_held">held</Term></th>
              <th scope="col"><Term of="arrives">to roots</Term></th>
              <th scope="col">Watered</th>
              <th scope="col">Plants</th>
              <th scope="col">Bare soil</th>
              <th scope="col"><Term of="lost_below">Drained</Term></th>
              <th scope="col"><Term of="aside">To the side</Term></th>
              <th scope="col"><Term of="check_moved">Check</Term></th>
              <th scope="col"><Term of="missing">Below full</Term></th>
              <th scope="col"><Term of="ks">Ks</Term></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in [...days].reverse()" :key="d.date">
              <th scope="row">{{ shortDate(d.date) }}</th>
              <td>{{ units.num(d.et0_mm, 'depth') }}</td>
              <td>{{ units.num(d.rain_mm, 'depth') }}</td>
              <td>{{ units.num(d.held_mm + d.runoff_mm, 'depth') }}</td>
              <td>{{ units.num(d.rain_in_mm, 'depth') }}</td>
              <td>{{ units.num(d.watered_mm + d.wicked_mm, 'depth') }}</td>
              <td>{{ units.num(d.plants_mm, 'depth') }}</td>
              <td>{{ units.num(d.bare_soil_mm, 'depth') }}</td>
              <td>{{ units.num(d.drained_mm, 'depth') }}</td>
              <td>{{ units.num(d.aside_mm, 'depth') }}</td>
              <td>{{ units.num(d.correction_mm, 'depth') }}</td>
              <td>{{ units.num(d.net_mm, 'depth') }}</td>
              <td>{{ d.ks.toFixed(2) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </section>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
</style>
