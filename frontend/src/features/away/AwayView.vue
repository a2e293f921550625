<script setup lang="ts">
import { PhPrinter } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { addDays, daysBetween, longDate, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Choice from '@/shared/ui/Choice.vue'
import DateField from '@/shared/ui/DateField.vue'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import { bestVisit, fares, foreseen, headline } from '@/shared/words/away'

import BeforeYouGo from './BeforeYouGo.vue'
import { useAway } from './useAway'
import VisitorLinks from './VisitorLinks.vue'
import VisitorSheet from './VisitorSheet.vue'

/** Going away: how each isle comes through, the least to be done before, and who looks in. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const { query, form, today, kept, same, result, trying, problem, keep } = useAway(() => props.garden)
const owner = computed(() => query.data.value?.garden.role === 'owner')
const WANTED = [
  { value: 0.8, label: '8 of 10 runs' },
  { value: 0.9, label: '9 of 10 runs' },
  { value: 0.95, label: '19 of 20 runs' },
]
const between = computed(() => {
  const n = form.leaves && form.returns ? daysBetween(form.leaves, form.returns) - 1 : 0
  return Array.from({ length: Math.max(0, Math.min(n, 44)) }, (_, i) => addDays(form.leaves, i + 1))
})
const visiting = (day: string) => form.visits.includes(day)
const toggle = (day: string) =>
  (form.visits = visiting(day) ? form.visits.filter((v) => v !== day) : [...form.visits, day].sort())

async function keepDays() {
  try {
    await keep.mutateAsync(undefined)
    keep.sayKept('These days away are kept.')
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const print = () => window.print()
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value" label="Opening the days away" :rows="6" />
  <article v-else>
    <header class="view-head">
      <div>
        <h1>Going away</h1>
        <p v-if="result" class="lead">{{ headline(result) }}.</p>
        <p v-else class="lead">Say when, and each isle’s chance to come through is worked out.</p>
      </div>
      <button v-if="result" class="btn no-print" type="button" @click="print">
        <PhPrinter :size="18" aria-hidden="true" /> Print
      </button>
    </header>
    <form class="no-print" novalidate @submit.prevent="keepDays">
      <div class="row">
        <DateField v-model="form.leaves" label="You leave after the round of" :min="today" />
        <DateField
          v-model="form.returns"
          label="You are back on the morning of"
          :min="addDays(form.leaves || today, 1)"
        />
        <Choice v-model="form.wanted" label="It is enough if it comes through in" :options="WANTED" />
      </div>
      <fieldset v-if="between.length">
        <legend>Someone looks in and waters on</legend>
        <div class="days">
          <button
            v-for="day in between"
            :key="day"
            type="button"
            class="btn day"
            :class="{ full: visiting(day) }"
            :aria-pressed="visiting(day)"
            @click="toggle(day)"
          >
            {{ shortDate(day) }}
          </button>
        </div>
      </fieldset>
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      <p v-if="owner" class="acts">
        <button class="btn full" type="submit" :disabled="same || keep.isPending.value || !result">
          {{ same ? 'These days are kept' : 'Keep these days' }}
        </button>
        <span class="soft small">{{
          trying ? 'Working it out…' : kept && !same ? 'Other days are kept so far.' : ''
        }}</span>
      </p>
    </form>

    <template v-if="result">
      <p class="print-only">{{ longDate(result.leaves) }} to {{ longDate(result.returns) }}</p>
      <p v-if="foreseen(result)" class="note" role="note">{{ foreseen(result) }}</p>
      <BeforeYouGo :garden="garden" :result="result" :today="today" @noted="say('It is noted.')" />
      <section aria-labelledby="through">
        <h2 id="through">How each comes through</h2>
        <ul class="isles">
          <li v-for="x in result.beds" :key="x.bed">
            <span class="gauge" :class="{ low: x.chance < result.wanted }" aria-hidden="true">
              <span class="then" :style="{ width: `${x.chance_then * 100}%` }"></span>
              <span class="now" :style="{ width: `${x.chance * 100}%` }"></span>
            </span>
            <div>
              <h3>
                <RouterLink :to="{ name: 'bed', params: { garden, bed: x.bed } }">{{ x.name }}</RouterLink>
              </h3>
              <p>
                {{ fares(x, result.wanted, today, units) }}
                <template v-if="x.chance_then < result.wanted">{{ bestVisit(x, today, units) }}</template>
              </p>
            </div>
          </li>
        </ul>
        <p class="soft small">
          Dark: the runs that come through as it is; pale: with what is listed. A run fails on its first day
          of stress, when plants get less than seven tenths of what they want, or the top of what is young
          dries out.
        </p>
      </section>
      <VisitorSheet v-if="result.visits.length" :result="result" :name="query.data.value.garden.name" />
      <VisitorLinks v-if="owner" :garden="garden" :links="query.data.value.links" :until="result.returns" />
    </template>
  </article>
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  gap: 16px;
  margin: 16px 0 8px;
}
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.day {
  min-width: 96px;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
}
section {
  margin-top: 32px;
  max-width: 860px;
}
.isles {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.isles li {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 4px 20px;
  padding: 12px 0;
  border-bottom: 1px dotted var(--hair);
}
.gauge {
  position: relative;
  height: 14px;
  margin-top: 6px;
  border: 1px solid var(--ink-soft);
  border-radius: 7px;
  overflow: hidden;
  background: var(--soil-dry);
}
.gauge span {
  position: absolute;
  inset: 0 auto 0 0;
}
.gauge .then {
  background: var(--water-soft);
}
.gauge .now {
  background: var(--water-fill);
}
@media (max-width: 760px) {
  .isles li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
