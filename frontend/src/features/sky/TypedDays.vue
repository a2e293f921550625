<script setup lang="ts">
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { SkyDay } from '@/shared/api/types'
import { addDays } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { say } from '@/shared/ui/snack'

import DayFields from './DayFields.vue'
import { oddDays, type DayField, type DayRow } from './odd'

/** Days typed by hand: those behind were observed, those ahead are the outlook; `behind`: those alone count here. */
const props = defineProps<{ garden: number; days: SkyDay[]; today: string; behind: boolean }>()

const FIELDS = ['tmin', 'tmax', 'rain', 'rain_chance', 'wind', 'sunshine_h', 'rhmin', 'rhmax'] as const
type Field = DayField
type Row = DayRow

const units = useUnits()
const rows = ref<Row[]>([])
const oddAsked = ref('')
const problem = ref<ApiError | null>(null)
/** Yesterday and tomorrow are asked for first; today and all others lie folded below. */
const near = computed(() => [addDays(props.today, -1), addDays(props.today, 1)])
const wanted = computed(() => props.days.filter((d) => !props.behind || d.date < props.today))
const first = computed(() => rows.value.filter((r) => near.value.includes(r.date)))
const others = computed(() => rows.value.filter((r) => !near.value.includes(r.date)))
function rowOf(day: SkyDay): Row {
  const values = Object.fromEntries(FIELDS.map((f) => [f, day.typed?.[f] ?? null])) as Record<
    Field,
    number | null
  >
  return { date: day.date, ...values }
}
// What is no number yet is a change too.
const key = (row: Row) => JSON.stringify(row, (_, v: unknown) => (Number.isNaN(v) ? 'unreadable' : v))
const clean = new Map<string, string>()

watch(
  wanted,
  (days) => {
    rows.value = days.map((day) => {
      const fresh = rowOf(day)
      const typed = rows.value.find((r) => r.date === day.date)
      const touched = typed && key(typed) !== clean.get(day.date)
      if (!touched) clean.set(day.date, key(fresh))
      return touched ? typed : fresh
    })
  },
  { immediate: true },
)
const changed = computed(() => rows.value.filter((r) => key(r) !== clean.get(r.date)))

const save = useChange(
  () => props.garden,
  (days: Row[], mark) =>
    answer(api.PUT('/api/gardens/{garden_id}/days', { ...path(props.garden), body: { days }, ...mark })),
)
async function keep() {
  problem.value = null
  const sent = [...changed.value]
  if (!sent.length) {
    say('Nothing has changed.')
    return
  }
  const odd = oddDays(sent, units)
  if (odd && odd !== oddAsked.value) {
    oddAsked.value = odd
    return
  }
  oddAsked.value = ''
  try {
    await save.mutateAsync(sent)
  } catch (error) {
    problem.value = error as ApiError
    return
  }
  sent.forEach((r) => clean.set(r.date, key(r)))
  save.sayKept(`${sent.length === 1 ? 'One day is' : `${sent.length} days are`} kept.`)
}
function fault(row: Row, field: Field): string | undefined {
  const i = changed.value.findIndex((r) => r.date === row.date)
  return problem.value?.fields.find((f) => f.field === `days[${i}].${field}`)?.text
}
</script>

<template>
  <section aria-labelledby="typed">
    <h2 id="typed">Type the days</h2>
    <p class="soft">
      Lowest and highest temperature make a day; rain, if none is typed, counts as none. Wind, sunshine and
      humidity make it surer.
      <template v-if="behind">The days ahead come from the forecast; yours are those behind.</template>
      <template v-else>Days before today were observed; from today on they are what you expect.</template>
    </p>
    <form novalidate @submit.prevent="keep">
      <DayFields
        v-for="(row, i) in first"
        :key="row.date"
        v-model="first[i]!"
        :today="today"
        :fault="(field) => fault(row, field)"
      />
      <details>
        <summary>
          {{
            behind ? 'All days of the last two weeks' : 'Today and all other days, two weeks back and ahead'
          }}
        </summary>
        <DayFields
          v-for="(row, i) in others"
          :key="row.date"
          v-model="others[i]!"
          :today="today"
          :fault="(field) => fault(row, field)"
        />
      </details>
      <p v-if="oddAsked" class="note" role="alert">{{ oddAsked }} Press again if it is right.</p>
      <p v-if="problem" class="alarm" role="alert">Not kept yet: {{ problem.message }}</p>
      <button class="btn full" type="submit" :disabled="save.isPending.value">Keep these days</button>
    </form>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
form {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
  margin-top: 12px;
}
details {
  width: 100%;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
</style>
