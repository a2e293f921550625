<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, useSky } from '@/shared/api/queries'
import { idOf } from '@/shared/outbox/outbox'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import type { SkyDay } from '@/shared/api/types'
import { addDays, longDate, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChartColours } from '@/shared/ui/chartColours'
import Problem from '@/shared/ui/Problem.vue'
import HopedRain from '@/shared/ui/HopedRain.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import Term from '@/shared/ui/Term.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import DateField from '@/shared/ui/DateField.vue'
import { heatRule, weatherNote } from '@/shared/words/round'
import { calmBeds, risksInWords } from '@/shared/words/wetSpell'
import {
  chanceInWords,
  fromInWords,
  offsetInWords,
  QUARTER,
  rainInWords,
  SEEN,
  spanInWords,
  spellsInWords,
  type Quarter,
} from '@/shared/words/weather'

import { skyOption } from './charts'
import { ODD_RAIN_MM } from './odd'
import HeatDays from './HeatDays.vue'
import ScoresPanel from './ScoresPanel.vue'
import SeenInSky from './SeenInSky.vue'
import StationFile from './StationFile.vue'
import TypedDays from './TypedDays.vue'
import WhomToBelieve from './WhomToBelieve.vue'

const Chart = defineAsyncComponent(() => import('@/shared/ui/Chart.vue'))

const props = defineProps<{ garden: number }>()
const units = useUnits()
const colours = useChartColours()
const query = useSky(() => props.garden)
const sky = computed(() => query.data.value)
const known = computed(() => sky.value?.days.some((d) => d.tmax) ?? false)
const gauge = reactive({
  date: '',
  rain: null as number | null,
  fell: null as Quarter | null,
  problem: '',
  asked: null as number | null,
})
const QUARTERS = [
  { value: null as Quarter | null, label: 'I don’t know' },
  ...(Object.keys(QUARTER) as Quarter[]).map((value) => ({ value, label: QUARTER[value] })),
]
/** What the gauge was read to hold on that day already: a second reading stands in its place. */
const before = computed(() => {
  const day = sky.value?.days.find((d) => d.date === gauge.date)
  return day?.gauge && day.rain ? day.rain.mid : null
})

const read = useChange(
  () => props.garden,
  (held: { date: string; rain: number; fell: Quarter | null }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/gauge', {
        ...path(props.garden),
        body: { id: idOf(mark), ...held },
        ...mark,
      }),
    ),
)
const undo = useUndo(() => props.garden)
/** By how much the garden's own corner is milder at night. */
const setOffset = useChange(
  () => props.garden,
  (cold_offset_c: number, mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}', {
        params: { path: { garden_id: props.garden } },
        body: { cold_offset_c: Math.round(cold_offset_c * 10) / 10 },
        ...mark,
      }),
    ),
)
async function keepOffset(learnt: number) {
  try {
    await setOffset.mutateAsync(learnt)
    setOffset.sayKept('Cold nights are reckoned for your own corner now.')
  } catch (error) {
    say((error as Error).message)
  }
}
const yesterday = computed(() => (sky.value ? addDays(sky.value.garden.today, -1) : ''))

watch(yesterday, (date) => (gauge.date = date), { immediate: true })

async function keepGauge() {
  gauge.problem = ''
  if (gauge.rain === null) {
    gauge.problem = 'Type what the gauge held; 0 is an answer too.'
    return
  }
  if (gauge.rain > ODD_RAIN_MM && gauge.asked !== gauge.rain) {
    gauge.asked = gauge.rain
    gauge.problem = `${units.show(gauge.rain, 'depth')} in one day? Press again if it is right.`
    return
  }
  const today = gauge.date === sky.value?.garden.today
  try {
    await read.mutateAsync({
      date: gauge.date || yesterday.value,
      rain: gauge.rain,
      fell: gauge.rain ? gauge.fell : null,
    })
  } catch (error) {
    gauge.problem = (error as Error).message
    return
  }
  gauge.rain = gauge.fell = null
  read.sayKept(today ? 'It counts for this morning’s words.' : 'The gauge counts for that day.')
}

function from(d: SkyDay): string {
  if (sky.value!.weather.hoped.some((x) => x.date === d.date)) return 'expected: nobody said what fell'
  if (d.gauge)
    return `${d.gauge.so_far ? 'rain so far from your gauge' : 'rain from your gauge'}${d.gauge.fell ? `, ${QUARTER[d.gauge.fell]}` : ''}`
  return {
    observed: fromInWords(d.by),
    gap: 'not known: between its neighbours',
    climate: 'usual for the climate',
    forecast: 'forecast',
    typed: 'your outlook',
    resampled: 'drawn from your past days',
  }[d.kind]
}
const rainWords = (d: SkyDay) => {
  if (!d.rain) return '–'
  if (d.rain.high < 0.05) return d.kind === 'observed' ? units.num(0, 'depth') : 'none'
  const hoped = sky.value!.weather.hoped.find((x) => x.date === d.date)
  if (hoped) return `${units.show(hoped.rain, 'depth')}, ${chanceInWords(hoped.chance)}`
  const band = units.band(d.rain, 'depth')
  if (d.typed?.rain && d.typed.rain_chance !== null && !d.gauge && d.date >= sky.value!.garden.today)
    return `${units.show(d.typed.rain, 'depth')}, ${chanceInWords(d.typed.rain_chance)}`
  return d.rain_chance !== null && d.kind !== 'observed' && d.kind !== 'gap'
    ? `${band}, in ${Math.round(d.rain_chance * 10)} of 10 runs`
    : band
}
</script>

<template>
  <Problem v-if="query.isError.value && !sky" :error="query.error.value" @retry="query.refetch()" />
  <Waiting v-else-if="!sky" label="Reading the sky" :rows="8" />
  <template v-else>
    <h1>Sky</h1>
    <p class="lead">
      <template v-if="sky.heat">
        Heat {{ spanInWords(sky.heat.dates, sky.garden.today) }}, in {{ Math.round(sky.heat.chance * 10) }} of
        10 runs: {{ heatRule(sky.heat.rule, units) }}. Beds soak before it, pots are looked at twice a day.
      </template>
      <template v-else-if="known">No heat wave in sight.</template>
      <template v-else>
        Type yesterday, and as many days back and ahead as you like: the lowest and highest temperature and
        the rain.
      </template>
    </p>
    <p v-if="sky.weather.simulated" class="note">
      Simulated weather, for this demonstration only. Forecast of
      {{ sky.weather.issued ? longDate(sky.weather.issued) : '–'
      }}<template v-if="sky.weather.age_days">: {{ weatherNote(sky, units) }}</template>
    </p>
    <p v-else-if="weatherNote(sky, units)" class="note">{{ weatherNote(sky, units) }}</p>

    <section v-if="known" aria-labelledby="days">
      <h2 id="days">Two weeks back, two ahead</h2>
      <Chart
        :height="310"
        :option="
          skyOption(sky, colours, units.system.value, {
            t: units.label('temperature'),
            rain: units.label('depth'),
          })
        "
        label="Warmest temperature and rain of each day; the table below has the figures"
      />
      <p class="soft small">
        Clay line: the warmest of the day. Bars: rain, pale up to what one run in ten exceeds.
      </p>
    </section>

    <HopedRain :garden="garden" :hoped="sky.weather.hoped" :today="sky.garden.today" />
    <section class="gauge" aria-labelledby="gauge">
      <h2 id="gauge">Your rain gauge</h2>
      <p class="soft">
        It beats every other source for the days behind. Rain that fell this morning counts at once: give it
        for today.
      </p>
      <form novalidate class="row" @submit.prevent="keepGauge">
        <DateField v-model="gauge.date" label="Day" :max="sky.garden.today" />
        <UnitInput
          v-model="gauge.rain"
          label="In the gauge"
          quantity="depth"
          :hint="before === null ? '' : `stands in place of ${units.show(before, 'depth')}`"
        />
        <Picks v-if="gauge.rain" v-model="gauge.fell" legend="Most of it fell" :options="QUARTERS" />
        <button class="btn full" type="submit" :disabled="read.isPending.value">Note it</button>
      </form>
      <p v-if="gauge.problem" class="alarm" role="alert">{{ gauge.problem }}</p>
    </section>

    <SeenInSky :garden="garden" :days="sky.days" :today="sky.garden.today" />

    <p v-for="text in spellsInWords(sky, units)" :key="text" class="note">{{ text }}</p>
    <section v-if="sky.last_rain" aria-labelledby="counts">
      <h2 id="counts">What of the rain counts</h2>
      <p>{{ rainInWords(sky.last_rain, sky.garden.today, units) }}</p>
    </section>
    <HeatDays
      v-if="sky.heat"
      :garden="garden"
      :today="sky.garden.today"
      :owner="sky.garden.role === 'owner'"
    />

    <section v-if="sky.leaf_risks.length" aria-labelledby="leaves">
      <h2 id="leaves">How long leaves stay wet</h2>
      <ul class="plain">
        <li v-for="x in risksInWords(sky.leaf_risks, sky.garden.today)" :key="x.beds">
          <strong>{{ x.beds }}</strong> {{ x.text }}
        </li>
      </ul>
      <p v-if="calmBeds(sky.leaf_risks)">{{ calmBeds(sky.leaf_risks) }}</p>
      <p class="soft small">
        Hours of damp air, and of rain till it has dried off; longer where plants stand close. Space, air and
        dry leaves at dusk help most.
      </p>
    </section>

    <TypedDays
      v-if="sky.garden.role === 'owner'"
      :garden="garden"
      :days="sky.days"
      :today="sky.garden.today"
      :behind="sky.weather.source === 'forecast'"
    />

    <StationFile v-if="sky.garden.role === 'owner'" :garden="garden" :stations="sky.stations" />
    <p v-if="offsetInWords(sky, units)" class="note">
      {{ offsetInWords(sky, units) }}
      <button
        v-if="sky.garden.role === 'owner' && sky.cold_offset_learnt_c !== null"
        class="btn"
        type="button"
        :disabled="setOffset.isPending.value"
        @click="keepOffset(sky.cold_offset_learnt_c)"
      >
        Reckon with it
      </button>
    </p>
    <WhomToBelieve
      v-if="sky.sources.length > 1"
      :garden="garden"
      :trust="sky.trust"
      :owner="sky.garden.role === 'owner'"
    />

    <ScoresPanel v-if="known" :garden="garden" />

    <section v-if="known" aria-labelledby="table">
      <h2 id="table">Day by day</h2>
      <div class="scroll" tabindex="0" role="region" aria-label="Days">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Lowest</th>
              <th scope="col">Warmest, {{ units.label('temperature') }}</th>
              <th scope="col">Rain, {{ units.label('depth') }}</th>
              <th scope="col"><Term of="et0">ET0</Term>, {{ units.label('depth') }}</th>
              <th scope="col">Leaves wet, h</th>
              <th scope="col">From</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="d in sky.days"
              :key="d.date"
              :class="{ now: d.date === sky.garden.today, heat: d.heat_wave }"
            >
              <th scope="row">
                {{ shortDate(d.date) }}<template v-if="d.date === sky.garden.today">, today</template>
              </th>
              <td>{{ d.tmin ? units.band(d.tmin, 'temperature') : '–' }}</td>
              <td>{{ d.tmax ? units.band(d.tmax, 'temperature') : '–' }}</td>
              <td>{{ rainWords(d) }}</td>
              <td>{{ d.et0 ? units.band(d.et0, 'depth') : '–' }}</td>
              <td>{{ d.leaves_wet_h === null ? '–' : Math.round(d.leaves_wet_h) }}</td>
              <td class="from">
                {{ from(d) }}<template v-for="x in d.seen" :key="x.id">; {{ SEEN[x.what] }}</template>
                <button v-if="d.gauge" class="btn plain" type="button" @click="undo(d.gauge.id)">
                  Undo <span class="visually-hidden">the gauge reading of {{ shortDate(d.date) }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="soft small">
        ET0 is the thirst of the air: what a lawn of short grass would give off, by FAO-56. Ranges hold 8 of
        10 runs.
      </p>
    </section>
  </template>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
th,
td {
  white-space: nowrap;
}
.from,
thead th:last-child {
  text-align: left;
}
.from {
  color: var(--ink-soft);
  padding-left: 12px;
  white-space: normal;
  min-width: 160px;
}
.plain {
  margin: 0 0 8px;
  padding-left: 20px;
}
.now th,
.now td {
  font-weight: 700;
  border-bottom: 1px solid var(--ink);
}
.heat td:nth-child(3) {
  color: var(--clay);
}
@media (max-width: 760px) {
  /* On a phone the warmest, the rain and where it is from. */
  th:nth-child(2),
  td:nth-child(2),
  th:nth-child(5),
  td:nth-child(5),
  th:nth-child(6),
  td:nth-child(6) {
    display: none;
  }
  th,
  td {
    white-space: normal;
    padding-right: 8px;
  }
}
</style>
