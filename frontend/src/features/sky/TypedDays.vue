<script setup lang="ts">
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { SkyDay } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { say } from '@/shared/ui/snack'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

/** Days typed by hand: those behind were observed, those ahead are the outlook. */
const props = defineProps<{ garden: number; days: SkyDay[]; today: string }>()

const FIELDS = ['tmin', 'tmax', 'rain', 'wind', 'sunshine_h', 'rhmin', 'rhmax'] as const
type Field = (typeof FIELDS)[number]
type Row = { date: string } & Record<Field, number | null>

const rows = ref<Row[]>([])
const more = ref(false)
const problem = ref<ApiError | null>(null)
const AROUND = { behind: 4, ahead: 5 }

const shown = computed(() => {
  const at = props.days.findIndex((d) => d.date === props.today)
  return more.value ? props.days : props.days.slice(Math.max(0, at - AROUND.behind), at + AROUND.ahead)
})
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
  shown,
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
      humidity make it surer. Days before today were observed; from today on they are what you expect.
    </p>
    <form novalidate @submit.prevent="keep">
      <fieldset v-for="row in rows" :key="row.date" :class="{ ahead: row.date >= today }">
        <legend>
          {{ shortDate(row.date) }}{{ row.date === today ? ', today' : row.date > today ? ', ahead' : '' }}
        </legend>
        <UnitInput v-model="row.tmin" label="Lowest" quantity="temperature" :error="fault(row, 'tmin')" />
        <UnitInput v-model="row.tmax" label="Highest" quantity="temperature" :error="fault(row, 'tmax')" />
        <UnitInput v-model="row.rain" label="Rain" quantity="depth" :error="fault(row, 'rain')" />
        <UnitInput v-model="row.wind" label="Wind" quantity="wind" :error="fault(row, 'wind')" />
        <OpenNumber
          v-model="row.sunshine_h"
          class="sun"
          label="Sun, hours"
          :error="fault(row, 'sunshine_h')"
        />
      </fieldset>
      <button v-if="!more" class="btn plain" type="button" @click="more = true">
        All days, two weeks back and ahead
      </button>
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
fieldset {
  border: 0;
  border-top: 1px solid var(--hair);
  padding: 8px 0 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  width: 100%;
}
legend {
  font-family: var(--display);
  font-size: 18px;
  font-weight: 600;
  padding: 0 8px 0 0;
}
fieldset.ahead legend {
  color: var(--water);
}
fieldset > :deep(.unit-input),
.sun,
.sun > :deep(input) {
  width: 132px;
}
</style>
