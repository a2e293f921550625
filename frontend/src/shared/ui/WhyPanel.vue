<script setup lang="ts">
import { computed } from 'vue'

import { useBedSources } from '@/shared/api/queries'
import type { Stop } from '@/shared/api/types'
import { duration, nearDay, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Term from '@/shared/ui/Term.vue'
import { CROP, wordFor } from '@/shared/words/names'
import { reason, type Setting } from '@/shared/words/stop'
import { schools } from '@/shared/words/schools'
import { coefficientName, LINE, STEP } from '@/shared/words/why'

/** The arithmetic of one stop: lines that sum, then the dose, then each coefficient with its source. */
const props = defineProps<{ stop: Stop; setting: Setting }>()
const units = useUnits()
const open = ref(false)
const sources = useBedSources(
  () => props.setting.garden.id,
  () => props.stop.id,
  open,
)
const w = computed(() => props.stop.why)
const d = computed(() => props.stop.dose)
const today = computed(() => props.setting.garden.today)
const begin = computed(
  () =>
    ({
      soak: `Since the watering of ${nearDay(w.value.since, today.value)}`,
      opening: `Since this bed was first described, ${shortDate(w.value.since)}`,
      window: `The last three weeks, from ${shortDate(w.value.since)}`,
    })[w.value.begins_with],
)
const signed = (mm: number) => (mm >= 0 ? units.num(mm, 'depth') : `−${units.num(-mm, 'depth')}`)
const title = computed(() => {
  if (d.value) return `${props.stop.name}, ${units.show(d.value.litres, 'volume')}`
  return props.stop.name
})
const lines = computed(() =>
  units.parts(
    w.value.lines.map((x) => x.mm),
    w.value.depletion_mm,
    'depth',
  ),
)
const steps = computed(() =>
  units.parts(d.value?.parts.map((x) => x.mm) ?? [], d.value?.soaks_mm ?? 0, 'depth'),
)
/** Litres before they are told in a hand's measure. */
const exact = computed(() => (d.value ? (d.value.soaks_mm * w.value.watered_m2) / d.value.arrives : 0))
const inAll = computed(() => (d.value?.hose ? duration(d.value.hose.total_s) : ''))
function value(v: number, unit: string): string {
  if (unit === 'mm') return units.show(v, 'depth')
  if (unit === 'm') return units.show(v, 'small_length')
  if (unit === 'share') return `${Math.round(v * 100)} %`
  return `${v.toFixed(2)}${unit ? ` ${unit}` : ''}`
}
</script>

<template>
  <section class="why" aria-live="polite">
    <p class="soft small">Why</p>
    <h2>{{ title }}</h2>
    <p>{{ reason(stop, setting, units) }}</p>
    <table>
      <caption>
        {{
          begin
        }}, in
        {{
          units.label('depth')
        }}
        over
        <Term :of="stop.method === 'drip' ? 'line_wets' : 'roots_hold'" />
      </caption>
      <tbody>
        <tr v-for="(line, i) in w.lines" :key="line.what">
          <th scope="row">
            {{ LINE[line.what] ?? line.what }}
            <template v-if="line.what === 'rain'">of {{ units.num(w.fell_mm, 'depth') }} that fell</template>
          </th>
          <td>{{ lines[i] }}</td>
        </tr>
        <tr class="sum">
          <th scope="row">
            {{ w.depletion_mm >= 0 ? 'Missing this morning' : 'Above full this morning' }}
          </th>
          <td>{{ signed(w.depletion_mm) }} {{ units.label('depth') }}</td>
        </tr>
        <tr>
          <th scope="row">which is</th>
          <td>{{ units.show(Math.abs(w.depletion_mm) * w.watered_m2, 'volume') }}</td>
        </tr>
        <tr>
          <th scope="row"><Term of="mark">It asks for water at</Term></th>
          <td>{{ signed(stop.isle.trigger_mm) }}</td>
        </tr>
        <tr>
          <th scope="row"><Term of="raw">Plants suffer beyond (RAW)</Term></th>
          <td>{{ signed(stop.isle.raw_mm) }}</td>
        </tr>
        <tr>
          <th scope="row"><Term of="tonight">Tonight, if the round is done</Term></th>
          <td>{{ signed(stop.tonight_mm.mid) }}</td>
        </tr>
        <tr v-if="signed(stop.left_alone_mm.mid) !== signed(stop.tonight_mm.mid)">
          <th scope="row">Tonight, if not</th>
          <td>{{ signed(stop.left_alone_mm.mid) }}</td>
        </tr>
        <tr>
          <th scope="row">Today’s use, expected</th>
          <td>{{ signed(w.today_use_mm) }}</td>
        </tr>
        <tr>
          <th scope="row">A week like this wants</th>
          <td>{{ signed(w.week_need_mm) }}</td>
        </tr>
        <tr>
          <th scope="row">Rain in three days</th>
          <td>{{ units.band(w.waiting.rain_mm, 'depth') }}</td>
        </tr>
      </tbody>
      <tbody v-if="d && d.into === 'soil'">
        <tr v-for="(part, i) in d.parts.length > 1 ? d.parts : []" :key="part.what">
          <th scope="row">{{ STEP[part.what] ?? part.what }}</th>
          <td>{{ steps[i] }}</td>
        </tr>
        <tr class="sum">
          <th scope="row">Soak, to the roots</th>
          <td>{{ signed(d.soaks_mm) }} {{ units.label('depth') }}</td>
        </tr>
        <tr>
          <th scope="row">
            × {{ units.show(w.watered_m2, 'area') }} that roots hold{{
              stop.method === 'drip' ? ' and the line wets' : ''
            }}
            ÷ {{ d.arrives.toFixed(2) }} that arrives
          </th>
          <td>{{ units.show(exact, 'volume') }}</td>
        </tr>
        <tr v-if="d.cans && units.show(exact, 'volume') !== units.show(d.litres, 'volume')">
          <th scope="row">to the nearest eighth of a can</th>
          <td>{{ units.show(d.litres, 'volume') }}</td>
        </tr>
        <tr v-if="d.flow_l_per_min">
          <th scope="row">
            hose, {{ d.flow_measured ? `tested ${shortDate(d.flow_measured)}` : 'not tested: a guess' }}
          </th>
          <td>{{ units.show(d.flow_l_per_min, 'flow') }}</td>
        </tr>
        <tr v-if="inAll" class="sum">
          <th scope="row">Time at this stop</th>
          <td>{{ inAll }}</td>
        </tr>
        <tr v-if="d.run_minutes !== null" class="sum">
          <th scope="row">The line runs</th>
          <td>{{ duration(Math.round(d.run_minutes) * 60) }}</td>
        </tr>
      </tbody>
      <tbody v-if="stop.reservoir_l">
        <tr>
          <th scope="row">In the reservoir</th>
          <td>{{ units.range(stop.reservoir_l, 'volume') }}</td>
        </tr>
        <tr v-if="stop.draw">
          <th scope="row"><Term of="draw">It draws, by its floats</Term></th>
          <td>{{ stop.draw.factor.toFixed(1) }} × the usual</td>
        </tr>
        <tr v-if="stop.reservoir_capacity_l">
          <th scope="row">It holds up to the overflow</th>
          <td>{{ units.show(stop.reservoir_capacity_l, 'volume') }}</td>
        </tr>
      </tbody>
    </table>
    <details :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
      <summary>What each figure rests on</summary>
      <p v-if="sources.isError.value" class="alarm" role="alert">{{ sources.error.value?.message }}</p>
      <dl>
        <template v-for="(c, i) in sources.data.value ?? []" :key="i">
          <dt>
            <span>{{ c.symbol }}</span> {{ coefficientName(c.what, (k) => wordFor(CROP, k)) }}
          </dt>
          <dd>
            <strong class="figures">{{ value(c.value, c.unit) }}</strong>
            <span class="soft">{{ c.source }}</span>
          </dd>
        </template>
      </dl>
    </details>
    <details>
      <summary>Where gardeners disagree</summary>
      <dl>
        <template v-for="x in schools(stop, units, today)" :key="x.question">
          <dt>{{ x.question }}</dt>
          <dd>
            {{ x.sides }} <span class="soft">{{ x.here }}</span>
          </dd>
        </template>
      </dl>
    </details>
    <p class="soft small">An estimate. The finger in the soil wins.</p>
  </section>
</template>

<style scoped>
.why {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
caption {
  text-align: left;
  font-size: 14px;
  color: var(--ink-soft);
  padding-bottom: 4px;
}
th {
  font-weight: 400;
  text-align: left;
  padding: 6px 8px 6px 0;
}
td {
  text-align: right;
  white-space: nowrap;
  padding: 6px 0;
}
tr {
  border-bottom: 1px dotted var(--hair);
}
.sum th,
.sum td {
  font-weight: 700;
  border-bottom: 1px solid var(--ink);
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
  display: flex;
  align-items: center;
}
summary::before {
  content: '+';
  font-weight: 700;
  margin-right: 8px;
}
details[open] summary::before {
  content: '–';
}
dl {
  margin: 0;
}
dt {
  font-size: 14px;
  margin-top: 8px;
}
dt span {
  font-weight: 700;
}
dd {
  margin: 0;
  font-size: 14px;
}
</style>
