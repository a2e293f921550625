<script setup lang="ts">
import { PhPrinter } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { useAhead } from '@/shared/api/queries'
import { nearDay } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import { weatherNote } from '@/shared/words/round'

import { effect, giving, headline } from './ahead'
import AheadGrid from './AheadGrid.vue'
import CalendarAddress from './CalendarAddress.vue'
import { useMoves } from './useMoves'

const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = useAhead(() => props.garden)
const kept = computed(() => query.data.value)
const moves = useMoves(
  () => props.garden,
  () => kept.value,
)
const shown = moves.shown
const week = computed(() => {
  const days = shown.value?.days.slice(0, 7) ?? []
  const sum = (pick: (d: (typeof days)[number]) => number) => days.reduce((n, d) => n + pick(d), 0)
  return { minutes: Math.round(sum((d) => d.minutes)), litres: sum((d) => d.litres) }
})
const names = computed(() => new Map(kept.value?.beds.map((b) => [b.id, b.name]) ?? []))
const said = computed(() =>
  kept.value && moves.trial.value
    ? effect(kept.value, moves.trial.value.ahead, moves.trial.value.shift, units)
    : '',
)
const print = () => window.print()
</script>

<template>
  <Problem v-if="query.isError.value && !kept" :error="query.error.value" @retry="query.refetch()" />
  <Waiting v-else-if="!shown || !kept" label="Working out the fortnight" :rows="10" />
  <article v-else class="on-wide-paper">
    <header>
      <div>
        <p class="print-only">
          <strong>{{ kept.garden.name }}</strong>
        </p>
        <p class="soft">The next two weeks</p>
        <template v-if="kept.lacks">
          <h1>Nothing to look ahead to yet</h1>
          <p class="lead">
            Here each bed stands beside the days to come, with its soaks, your minutes and the rain.
            <RouterLink :to="{ name: kept.lacks === 'beds' ? 'new-bed' : 'sky', params: { garden } }">{{
              kept.lacks === 'beds' ? 'Describe a bed' : 'Type the days'
            }}</RouterLink>
          </p>
        </template>
        <template v-else>
          <h1>{{ headline(shown) }}</h1>
          <p class="lead figures">
            This week {{ week.minutes }} minutes and {{ units.show(week.litres, 'volume') }}.
            <template v-if="kept.heat"
              >Heat from {{ nearDay(kept.heat.dates[0]!, kept.garden.today) }}, {{ kept.heat.dates.length }}
              {{ kept.heat.dates.length === 1 ? 'day' : 'days' }}.</template
            >
          </p>
          <p v-if="weatherNote(kept, units)" class="note" role="note">{{ weatherNote(kept, units) }}</p>
        </template>
      </div>
      <div v-if="!kept.lacks" class="acts no-print">
        <RouterLink class="btn" :to="{ name: 'away', params: { garden } }">Going away?</RouterLink>
        <button class="btn" type="button" @click="print">
          <PhPrinter :size="18" aria-hidden="true" /> Print
        </button>
      </div>
    </header>
    <template v-if="!kept.lacks">
      <div class="trial" :class="{ on: said }" role="status">
        <template v-if="said">
          <p>{{ said }}</p>
          <span class="acts">
            <button class="btn full" type="button" :disabled="moves.busy.value" @click="moves.keep">
              Keep it
            </button>
            <button class="btn" type="button" @click="moves.putBack">Undo</button>
          </span>
        </template>
        <p v-else class="soft small no-print">
          Drag a soak along its row, or go to it with Tab and press ← or →: what that does is shown before
          anything is kept.
        </p>
      </div>
      <AheadGrid
        :ahead="shown"
        :trial="moves.trial.value?.shift ?? null"
        movable
        @shift="moves.tryOut"
        @keep="moves.keep"
        @back="moves.putBack"
      />
      <p class="soft small key">
        The blue of each cell is the water left that evening, full at the top; a dashed brim means plants
        suffer. A drop is a soak, in {{ units.label('volume') }}, ×2 one of two drinks; a cloud is a bed that
        is due and left to the rain.
      </p>
      <section v-if="shown.gives.length" aria-labelledby="gives">
        <h2 id="gives">What does not fit</h2>
        <ul>
          <li v-for="line in giving(shown)" :key="line">{{ line }}</li>
        </ul>
        <p class="soft small no-print">
          The bed that loses least by waiting gives. Your minutes and hours are under
          <RouterLink :to="{ name: 'settings', params: { garden } }">Settings</RouterLink>.
        </p>
      </section>
      <section v-if="kept.moves.length" aria-labelledby="moves">
        <h2 id="moves">Moved by you</h2>
        <ul>
          <li v-for="m in kept.moves" :key="m.id">
            {{ names.get(m.bed) }}: {{ nearDay(m.from_date, kept.garden.today) }} →
            {{ nearDay(m.to_date, kept.garden.today) }}
            <button class="btn plain no-print" type="button" @click="moves.takeBack(m.id)">
              Undo<span class="visually-hidden"> the move of {{ names.get(m.bed) }}</span>
            </button>
          </li>
        </ul>
      </section>
      <CalendarAddress :garden="garden" />
    </template>
  </article>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 24px;
}
.trial {
  min-height: 60px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 24px;
  margin: 8px 0;
}
.trial.on {
  border-left: 3px solid var(--clay);
  padding-left: 16px;
}
.acts {
  display: flex;
  gap: 8px;
}
.key {
  margin-top: 8px;
}
section {
  margin-top: 24px;
}
ul {
  margin: 8px 0;
  padding-left: 20px;
}
@media print {
  .trial {
    display: none;
  }
}
</style>
