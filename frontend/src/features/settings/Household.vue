<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Garden } from '@/shared/api/types'
import { clock } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import DateField from '@/shared/ui/DateField.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'

/** Who waters, with how many minutes on which day; and the hours in which the taps may run. */
const props = defineProps<{ garden: Garden; owner: boolean }>()
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
type RuleDates = NonNullable<Garden['allowed'][number]['dates']>
const DATES = [
  { value: 'all' as RuleDates, label: 'every date' },
  { value: 'odd' as RuleDates, label: 'odd dates' },
  { value: 'even' as RuleDates, label: 'even dates' },
]
const EXEMPT = [
  { value: 'can' as const, label: 'watering cans' },
  { value: 'hose' as const, label: 'a hose held by hand' },
  { value: 'drip' as const, label: 'drip lines' },
  { value: 'edible' as const, label: 'beds of vegetables, herbs and fruit' },
]
const hours = Array.from({ length: 49 }, (_, i) => i / 2)
const form = reactive({
  people: [] as { name: string; minutes: (number | null)[] }[],
  allowed: [] as { from_h: number; to_h: number; weekdays: number[]; dates: RuleDates }[],
  bans: [] as { since: string; until: string | null }[],
  exempt: [] as Garden['exempt'],
  growth: 'calendar' as Garden['growth'],
  heat_rule: 'absolute' as Garden['heat_rule'],
  heat_own_c: 32 as number | null,
  heat_own_days: 3 as number | null,
  round_price_mm: 0,
  prefers: 'any' as Garden['prefers'],
})
const problem = ref<ApiError | null>(null)
const units = useUnits()
const hotter = computed(() => (units.system.value === 'us' ? '9 °F' : '5 °C'))
watch(
  () => props.garden,
  (g) => {
    form.people = g.people.map((p) => ({ name: p.name, minutes: [...p.minutes] }))
    form.allowed = g.allowed.map((a) => ({
      ...a,
      weekdays: [...(a.weekdays ?? [0, 1, 2, 3, 4, 5, 6])],
      dates: a.dates ?? 'all',
    }))
    form.bans = g.bans.map((b) => ({ since: b.since, until: b.until ?? null }))
    form.exempt = [...g.exempt]
    form.growth = g.growth
    form.heat_rule = g.heat_rule
    form.heat_own_c = g.heat_own_c
    form.heat_own_days = g.heat_own_days
    form.round_price_mm = g.round_price_mm
    form.prefers = g.prefers
  },
  { immediate: true },
)
const save = useChange(
  () => props.garden.id,
  (to: typeof form, mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}', {
        params: { path: { garden_id: props.garden.id } },
        body: {
          ...to,
          heat_own_c: to.heat_own_c ?? 32,
          heat_own_days: to.heat_own_days ?? 3,
          people: to.people.map((p) => ({ name: p.name, minutes: p.minutes.map((m) => m as number) })),
        },
        ...mark,
      }),
    ),
)
async function keep() {
  problem.value = null
  try {
    await save.mutateAsync({ ...form })
    save.sayKept('The household’s time is kept.')
  } catch (error) {
    problem.value = error as ApiError
  }
}
function toggle(rule: { weekdays: number[] }, day: number) {
  rule.weekdays = rule.weekdays.includes(day)
    ? rule.weekdays.filter((d) => d !== day)
    : [...rule.weekdays, day].sort()
}
</script>

<template>
  <section aria-labelledby="household">
    <h2 id="household">Who waters, and when</h2>
    <p class="soft">
      Left empty, there is no limit. With minutes and hours given, Ahead fits the soaks in, and says which bed
      gives when they do not fit.
    </p>
    <form novalidate class="stack" @submit.prevent="keep">
      <div v-for="(p, i) in form.people" :key="i" class="person">
        <label class="field">
          <span>Name</span>
          <input v-model.trim="p.name" maxlength="60" :disabled="!owner" />
        </label>
        <OpenNumber
          v-for="(day, d) in DAYS"
          :key="day"
          v-model="p.minutes[d]!"
          class="minutes"
          :label="day"
          :name-said="`Minutes of ${p.name || 'this person'} on ${day}`"
          :disabled="!owner"
        />
        <button
          v-if="owner"
          class="btn"
          type="button"
          :aria-label="`Leave out ${p.name}`"
          @click="form.people.splice(i, 1)"
        >
          <PhTrash :size="18" aria-hidden="true" />
        </button>
      </div>
      <button
        v-if="owner"
        class="btn"
        type="button"
        @click="form.people.push({ name: '', minutes: [20, 20, 20, 20, 20, 40, 40] })"
      >
        <PhPlus :size="18" aria-hidden="true" /> Somebody who waters
      </button>

      <div v-for="(a, i) in form.allowed" :key="i" class="rule">
        <Choice
          v-model="a.from_h"
          label="Taps may run from"
          :disabled="!owner"
          :options="hours.slice(0, -1).map((h) => ({ value: h, label: clock(h) }))"
        />
        <Choice
          v-model="a.to_h"
          label="until"
          :disabled="!owner"
          :options="hours.slice(1).map((h) => ({ value: h, label: h === 24 ? 'midnight' : clock(h) }))"
        />
        <fieldset class="days">
          <legend>on</legend>
          <label v-for="(day, d) in DAYS" :key="day" :class="{ on: a.weekdays.includes(d) }">
            <input
              type="checkbox"
              class="visually-hidden"
              :checked="a.weekdays.includes(d)"
              :disabled="!owner"
              @change="toggle(a, d)"
            />{{ day }}
          </label>
        </fieldset>
        <Choice v-model="a.dates" label="of the month" :disabled="!owner" :options="DATES" />
        <button
          v-if="owner"
          class="btn"
          type="button"
          aria-label="Leave out these hours"
          @click="form.allowed.splice(i, 1)"
        >
          <PhTrash :size="18" aria-hidden="true" />
        </button>
      </div>
      <button
        v-if="owner"
        class="btn"
        type="button"
        @click="form.allowed.push({ from_h: 5, to_h: 9, weekdays: [0, 1, 2, 3, 4, 5, 6], dates: 'all' })"
      >
        <PhPlus :size="18" aria-hidden="true" /> Hours in which watering is allowed
      </button>
      <div v-for="(b, i) in form.bans" :key="`ban${i}`" class="rule">
        <DateField v-model="b.since" label="No watering from" />
        <DateField
          :model-value="b.until ?? ''"
          label="until (open: until lifted)"
          @update:model-value="b.until = $event || null"
        />
        <button
          v-if="owner"
          class="btn"
          type="button"
          :aria-label="`Leave out the ban from ${b.since}`"
          @click="form.bans.splice(i, 1)"
        >
          <PhTrash :size="18" aria-hidden="true" />
        </button>
      </div>
      <button
        v-if="owner"
        class="btn"
        type="button"
        @click="form.bans.push({ since: garden.today, until: null })"
      >
        <PhPlus :size="18" aria-hidden="true" /> A ban on watering
      </button>
      <fieldset v-if="form.allowed.length || form.bans.length" class="exempt">
        <legend>Hours, dates and bans do not hold for</legend>
        <el-checkbox-group v-model="form.exempt">
          <el-checkbox v-for="x in EXEMPT" :key="x.value" :value="x.value">{{ x.label }}</el-checkbox>
        </el-checkbox-group>
        <p class="soft small">The law of your place decides, not this page.</p>
      </fieldset>
      <Picks
        v-model="form.growth"
        legend="Between looks, plants grow by"
        :options="[
          { value: 'calendar', label: 'the calendar' },
          { value: 'warmth', label: 'the warmth of the days' },
        ]"
      />
      <Picks
        v-model="form.prefers"
        legend="We like to water"
        :options="[
          { value: 'any', label: 'when it is cool' },
          { value: 'dawn', label: 'at dawn' },
          { value: 'dusk', label: 'at dusk, when pots have cooled' },
        ]"
      />
      <Picks
        v-model="form.round_price_mm"
        legend="When rain is likely, a soak less is worth"
        :options="[
          { value: 0, label: 'nothing: plants come first' },
          { value: 2, label: 'a little growth' },
          { value: 5, label: 'some growth' },
        ]"
      />
      <Picks
        v-model="form.heat_rule"
        legend="A heat wave here is"
        :options="[
          {
            value: 'absolute',
            label: `five days from ${units.show(25, 'temperature')}, three of them ${units.show(30, 'temperature')}`,
          },
          { value: 'unusual', label: 'unusual for the place' },
          { value: 'own', label: 'my own rule' },
        ]"
      />
      <p v-if="form.heat_rule === 'unusual'" class="soft small">
        Three days in a row warmer than nine in ten of this place’s days about that date, by the years of its
        climate; without them, five days {{ hotter }} over the last two months.
      </p>
      <div v-if="form.heat_rule === 'own'" class="row">
        <OpenNumber v-model="form.heat_own_days" class="narrow" label="Days in a row" />
        <UnitInput v-model="form.heat_own_c" label="of at least" quantity="temperature" />
      </div>
      <div v-if="problem" class="alarm" role="alert">
        <p v-for="f in problem.fields" :key="f.field">{{ f.named ?? f.text }}</p>
        <p v-if="!problem.fields.length">{{ problem.message }}</p>
      </div>
      <button v-if="owner" class="btn full" type="submit" :disabled="save.isPending.value">
        Keep the household
      </button>
    </form>
  </section>
</template>

<style scoped>
.stack {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.person,
.rule {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
}
.minutes input {
  width: 72px;
}
.days {
  min-width: 0;
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.days legend {
  font-weight: 700;
  padding: 0;
  margin-bottom: 4px;
}
.days label {
  min-height: 44px;
  padding: 0 10px;
  display: inline-flex;
  align-items: center;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  cursor: pointer;
}
.days label.on {
  background: var(--water);
  border-color: var(--water);
  color: var(--on-water);
}
.days label:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
.exempt {
  border: 0;
  padding: 0;
  margin: 0;
}
.exempt legend {
  font-weight: 700;
}
</style>
