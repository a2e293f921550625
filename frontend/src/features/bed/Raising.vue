<script setup lang="ts">
import { computed } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useBeds, useRaising } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { DayOut, Raised } from '@/shared/api/types'
import { nearDay, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Choice from '@/shared/ui/Choice.vue'
import DateField from '@/shared/ui/DateField.vue'
import { CROP, START, optionsOf } from '@/shared/words/names'

import { dayOutWords, hardWords } from './raising'

/** Plants that are raised here or planned: hardening off by days, the best days to plant out, and the planting itself. */
const props = defineProps<{ garden: number; bed: number; today: string; owner: boolean }>()
const units = useUnits()
const raising = useRaising(
  () => props.garden,
  () => props.bed,
)
const beds = useBeds(() => props.garden)
const others = computed(() => beds.data.value?.filter((b) => b.id !== props.bed) ?? [])
const SHOWN = 5
const MOVED_ON = ['transplant', 'potted_up', 'pricked_out', 'hardening_off'] as const
const form = reactive({
  planting: 0,
  bed: null as number | null,
  date: '',
  count: 1 as number | null,
  start: 'transplant',
  problem: '',
})
function begin(r: Raised, d: DayOut | null) {
  Object.assign(form, {
    planting: r.planting,
    bed: form.bed ?? others.value[0]?.id ?? null,
    date: d?.date ?? r.days.find((x) => !x.barred)?.date ?? props.today,
    count: r.count,
    problem: '',
  })
}
const out = useChange(
  () => props.garden,
  ({ planting, bed, date, count, start }: typeof form, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/plantings/{planting_id}/plant-out', {
        params: { path: { garden_id: props.garden, planting_id: planting } },
        body: { bed: bed as number, date, count: count ?? 0, start },
        ...mark,
      }),
    ),
)
async function plantOut() {
  form.problem = ''
  try {
    const into = await out.mutateAsync({ ...form })
    out.sayKept(`They go into ${into.name} ${nearDay(form.date, props.today)}; the plan waters them in.`)
    form.planting = 0
  } catch (error) {
    form.problem = (error as ApiError).message
  }
}
</script>

<template>
  <section v-for="r in raising.data.value ?? []" :key="r.planting" class="raising">
    <h2>
      {{ r.standing ? 'Hardening off and planting out' : 'Planned' }}: {{ CROP[r.crop] }} ×{{ r.count }}
    </h2>
    <p v-if="!r.standing" class="soft">
      To be planted {{ nearDay(r.planted, today) }}. A dry bed is wetted the day before, and they are watered
      in on the day.
    </p>
    <div class="halves">
      <div v-if="r.hardening.length">
        <h3>Out by day, from today</h3>
        <ol>
          <li v-for="h in r.hardening" :key="h.date" :class="{ held: h.held }">
            <span class="date">{{ shortDate(h.date) }}</span> {{ hardWords(h) }}
          </li>
        </ol>
        <p class="soft small">A week to ten days, common practice. A day that is held moves the rest on.</p>
      </div>
      <div>
        <h3>The next days, the best first</h3>
        <ol>
          <li v-for="d in r.days.slice(0, SHOWN)" :key="d.date" :class="{ held: d.barred }">
            <span class="date">{{ shortDate(d.date) }}</span>
            <span class="score" :style="{ '--share': d.barred ? 0 : d.score }" aria-hidden="true"></span>
            <span>{{ dayOutWords(d, r, units) }}</span>
            <button
              v-if="owner && r.standing && (!d.barred || d.barred === 'soft')"
              class="btn"
              type="button"
              @click="begin(r, d)"
            >
              Plant out<span class="visually-hidden"> {{ shortDate(d.date) }}</span>
            </button>
          </li>
        </ol>
      </div>
    </div>
    <form v-if="form.planting === r.planting" novalidate class="row" @submit.prevent="plantOut">
      <Choice
        v-model="form.bed"
        label="Into"
        :options="others.map((b) => ({ value: b.id, label: b.name }))"
      />
      <DateField v-model="form.date" label="On" :min="today" />
      <OpenNumber v-model="form.count" class="narrow" label="How many" />
      <Choice v-model="form.start" label="As" :options="optionsOf(MOVED_ON, START)" />
      <button class="btn full" type="submit" :disabled="out.isPending.value || form.bed === null">
        Plant them out
      </button>
      <button class="btn" type="button" @click="form.planting = 0">Close</button>
      <p v-if="form.problem" class="alarm" role="alert">{{ form.problem }}</p>
    </form>
  </section>
</template>

<style scoped>
.raising {
  margin-top: 32px;
}
.halves {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 8px 40px;
}
h3 {
  font-size: 16px;
  margin: 8px 0;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 6px 0;
  border-bottom: 1px dotted var(--hair);
}
li.held {
  color: var(--ink-soft);
}
.date {
  min-width: 88px;
  font-variant-numeric: tabular-nums;
}
.score {
  width: 48px;
  height: 8px;
  border-radius: 4px;
  background: linear-gradient(
    to right,
    var(--water) calc(var(--share) * 100%),
    var(--hair) calc(var(--share) * 100%)
  );
}
li .btn {
  margin-left: auto;
}
form {
  margin-top: 16px;
}
form .btn {
  margin-top: 28px;
}
</style>
