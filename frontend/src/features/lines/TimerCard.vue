<script setup lang="ts">
import type { TimerNow } from '@/shared/api/types'
import { longDate } from '@/shared/format/time'
import { cardInWords } from '@/shared/words/lines'

/** The card that hangs by the tap: what to set, and when to set it anew. On paper only. */
defineProps<{ timers: TimerNow[]; garden: string; today: string }>()
</script>

<template>
  <div class="print-only card">
    <h2>{{ garden }}: what the timers are set to</h2>
    <p>From {{ longDate(today) }}, for two weeks.</p>
    <table>
      <tbody>
        <tr v-for="x in timers" :key="`${x.rig_id}.${x.outlet}`">
          <th scope="row">{{ x.rig }}{{ x.outlet > 1 ? `, outlet ${x.outlet}` : '' }}</th>
          <td>{{ cardInWords(x) }}</td>
          <td>{{ x.beds.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
    <p>Set it anew: before a heat wave, after a day of heavy rain, when plants have grown by a hand.</p>
    <p>
      Once a month: flush the ends, rinse the filter, look at each dripper. Before frost: drain it, take it
      in.
    </p>
  </div>
</template>

<style scoped>
.card {
  break-before: page;
}
th,
td {
  text-align: left;
  padding: 6px 16px 6px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
