<script setup lang="ts">
import { PhArrowsHorizontal, PhCloudRain, PhDropHalf } from '@phosphor-icons/vue'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, watch } from 'vue'

import type { Ahead, PlannedBed, PlannedDay } from '@/shared/api/types'
import { dayOfMonth, isWeekend, weekdayShort } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { cropsInWords } from '@/shared/words/names'

import { cellInWords, fullness, shifted, suffers, type Shift } from './ahead'

/** Beds by days: each cell a slip of the bed's water, each soak a handle that can be dragged or nudged. */
const props = defineProps<{ ahead: Ahead; trial: Shift | null; movable: boolean }>()
const emit = defineEmits<{ shift: [shift: Shift]; keep: []; back: [] }>()
const units = useUnits()
const over = ref<string | null>(null)
const held = ref<{ bed: number; date: string } | null>(null)
const most = computed(() => Math.max(...props.ahead.days.map((d) => d.minutes), 1))

function origin(bed: number, date: string): string {
  return props.trial?.bed === bed && props.trial.to === date ? props.trial.from : date
}
function nudge(bed: PlannedBed, day: PlannedDay, by: number) {
  const to = shifted(props.ahead, day.date, by)
  if (!to) return
  const from = origin(bed.id, day.date)
  if (to === from) emit('back')
  else emit('shift', { bed: bed.id, from, to })
  follow = { bed: bed.id, date: to }
}
/** A soak that was nudged keeps the focus where it lands, so that the next key moves it on. */
let follow: { bed: number; date: string } | null = null
watch(
  () => props.ahead,
  async () => {
    if (!follow) return
    const id = `soak-${follow.bed}-${follow.date}`
    follow = null
    await nextTick()
    document.getElementById(id)?.focus()
  },
)
function onKey(e: KeyboardEvent, bed: PlannedBed, day: PlannedDay) {
  const acts: Record<string, () => void> = {
    ArrowLeft: () => nudge(bed, day, -1),
    ArrowRight: () => nudge(bed, day, 1),
    Enter: () => props.trial && emit('keep'),
  }
  if (!props.movable || !acts[e.key]) return
  e.preventDefault()
  acts[e.key]!()
}
// Wherever the focus is: a trial is put back by Escape.
useEventListener('keydown', (e: KeyboardEvent) => {
  if (e.key === 'Escape' && props.trial) emit('back')
})
function grab(e: PointerEvent, bed: PlannedBed, day: PlannedDay) {
  if (!props.movable || e.button !== 0) return
  held.value = { bed: bed.id, date: day.date }
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function drag(e: PointerEvent) {
  if (!held.value) return
  const cell = document.elementFromPoint(e.clientX, e.clientY)?.closest<HTMLElement>('[data-date]')
  over.value = cell?.dataset.bed === String(held.value.bed) ? (cell.dataset.date ?? null) : null
}
function drop() {
  const from = held.value
  const to = over.value
  held.value = over.value = null
  if (!from || !to || to === from.date) return
  const start = origin(from.bed, from.date)
  if (to === start) emit('back')
  else emit('shift', { bed: from.bed, from: start, to })
}
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Beds by days">
    <table>
      <thead>
        <tr>
          <th scope="col" class="bed"><span class="visually-hidden">Bed</span></th>
          <th
            v-for="d in ahead.days"
            :key="d.date"
            scope="col"
            :class="{ weekend: isWeekend(d.date), hot: d.hot }"
          >
            <span class="day">{{ weekdayShort(d.date) }}</span>
            <span class="date">{{ dayOfMonth(d.date) }}</span>
          </th>
        </tr>
        <tr class="sky">
          <th scope="row" class="bed">warmest, {{ units.label('temperature') }}</th>
          <td v-for="d in ahead.days" :key="d.date" :class="{ hot: d.hot }">
            {{ units.num(d.tmax.mid, 'temperature') }}
          </td>
        </tr>
        <tr class="sky">
          <th scope="row" class="bed">rain, in 10 runs</th>
          <td v-for="d in ahead.days" :key="d.date">
            <template v-if="d.rain_chance >= 0.05">{{ Math.round(d.rain_chance * 10) }}</template>
            <span v-else class="soft" aria-label="none">·</span>
          </td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="bed in ahead.beds" :key="bed.id">
          <th scope="row" class="bed">
            <RouterLink :to="{ name: 'bed', params: { garden: ahead.garden.id, bed: bed.id } }">{{
              bed.name
            }}</RouterLink>
            <span class="soft crops">{{ cropsInWords(bed.crops) }}</span>
          </th>
          <td
            v-for="day in bed.days"
            :key="day.date"
            :data-bed="bed.id"
            :data-date="day.date"
            :class="{
              over: held?.bed === bed.id && over === day.date,
              low: suffers(bed, day),
              gave: day.gave === 'minutes' || day.gave === 'taps',
            }"
          >
            <span
              class="slip"
              :style="{ height: `${Math.round(fullness(bed, day) * 100)}%` }"
              aria-hidden="true"
            ></span>
            <button
              v-if="day.soak"
              :id="`soak-${bed.id}-${day.date}`"
              type="button"
              class="soak"
              :class="[day.soak.how, { trial: trial?.bed === bed.id && trial.to === day.date }]"
              :aria-label="cellInWords(bed, day, ahead.garden.today, units)"
              :title="cellInWords(bed, day, ahead.garden.today, units)"
              @keydown="onKey($event, bed, day)"
              @pointerdown="grab($event, bed, day)"
              @pointermove="drag"
              @pointerup="drop"
              @pointercancel="held = over = null"
            >
              <PhArrowsHorizontal v-if="day.soak.how === 'moved'" :size="14" aria-hidden="true" />
              <PhDropHalf v-else :size="14" weight="fill" aria-hidden="true" />
              <span v-if="day.soak.again" class="twice" aria-hidden="true">×2</span>
              {{ units.num(day.soak.litres.mid, 'volume') }}
            </button>
            <span v-else-if="day.gave === 'minutes' || day.gave === 'taps'" class="gives">gives</span>
            <span v-else-if="day.gave === 'rain'" class="left-to-rain">
              <PhCloudRain :size="18" aria-hidden="true" />
              <span class="visually-hidden">{{ cellInWords(bed, day, ahead.garden.today, units) }}</span>
            </span>
            <span v-else class="visually-hidden">{{ cellInWords(bed, day, ahead.garden.today, units) }}</span>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" class="bed">
            your minutes<span v-if="ahead.days[0]?.limits.minutes !== null" class="soft">
              of what you have</span
            >
          </th>
          <td v-for="d in ahead.days" :key="d.date">
            <span class="load" :style="{ height: `${(d.minutes / most) * 28}px` }" aria-hidden="true"></span>
            {{ Math.round(d.minutes) || '·'
            }}<span v-if="d.limits.minutes !== null" class="soft limit">of {{ d.limits.minutes }}</span>
          </td>
        </tr>
        <tr>
          <th scope="row" class="bed">water, {{ units.label('volume') }}</th>
          <td v-for="d in ahead.days" :key="d.date">
            {{ d.litres >= 0.5 ? units.num(d.litres, 'volume') : '·' }}
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
  min-width: 940px;
  table-layout: fixed;
}
.bed {
  width: 168px;
  text-align: left;
  font-weight: 400;
  position: sticky;
  left: 0;
  background: var(--paper);
  padding: 4px 12px 4px 0;
  z-index: 1;
}
.bed a {
  font-family: var(--display);
  font-weight: 600;
  font-size: 17px;
  color: var(--ink);
  text-decoration: none;
}
.bed a:hover {
  text-decoration: underline;
}
.crops {
  display: block;
  font-size: 14px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
thead th {
  font-weight: 400;
  padding: 4px 0;
  text-align: center;
}
.day,
.date {
  display: block;
  line-height: 1.25;
}
.day {
  font-size: 14px;
  color: var(--ink-soft);
}
.date {
  font-family: var(--display);
  font-size: 18px;
  font-weight: 600;
}
.weekend .day {
  font-weight: 700;
  color: var(--ink);
}
.hot {
  color: var(--clay);
}
th.hot {
  box-shadow: inset 0 3px 0 var(--clay);
}
.sky td {
  text-align: center;
  font-size: 14px;
  padding: 2px 0;
}
.sky th {
  font-size: 14px;
  color: var(--ink-soft);
}
tbody td {
  position: relative;
  height: 52px;
  padding: 0;
  border-top: 1px solid var(--hair);
  border-left: 1px solid var(--hair);
  text-align: center;
  vertical-align: middle;
}
tbody th {
  border-top: 1px solid var(--hair);
}
.slip {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
  background: var(--water-soft);
  border-top: 1px solid var(--water-mid);
}
.low .slip {
  border-top: 2px dashed var(--clay);
}
.soak {
  position: relative;
  font: 700 15px var(--text);
  font-variant-numeric: tabular-nums;
  color: var(--on-water);
  background: var(--water);
  border: 0;
  border-radius: 10px;
  min-width: 44px;
  min-height: 44px;
  padding: 0 4px;
  cursor: grab;
  touch-action: none;
  line-height: 1.1;
}
.twice {
  position: absolute;
  top: 2px;
  right: 4px;
  font-size: 11px;
}
.soak svg {
  display: block;
  margin: 0 auto;
}
.soak.moved,
.soak.trial {
  background: var(--page);
  color: var(--ink);
  box-shadow: inset 0 0 0 2px var(--water);
}
.soak.trial {
  box-shadow: inset 0 0 0 2px var(--clay);
}
.soak.part {
  min-height: 32px;
  border-radius: 10px 10px 0 0;
}
.left-to-rain {
  position: relative;
  color: var(--water);
}
.soak.early {
  outline: 2px dashed var(--water);
  outline-offset: 1px;
}
.over {
  outline: 3px solid var(--focus);
  outline-offset: -3px;
}
.gives {
  position: relative;
  background: var(--paper);
  padding: 0 4px;
  border-radius: 6px;
  font-size: 14px;
  font-weight: 700;
  color: var(--clay);
}
tfoot td {
  text-align: center;
  font-size: 14px;
  padding: 4px 0;
  vertical-align: bottom;
}
tfoot tr:first-child td,
tfoot tr:first-child th {
  border-top: 1px solid var(--ink);
}
.load {
  display: block;
  width: 14px;
  margin: 0 auto 2px;
  background: var(--soil-grain);
}
.limit {
  display: block;
}
@media (max-width: 760px) {
  .bed {
    width: 112px;
  }
  table {
    min-width: 820px;
  }
}
@media print {
  .scroll {
    overflow: visible;
  }
  table {
    min-width: 0;
  }
  .bed {
    width: 132px;
  }
  tbody td {
    height: 30px;
  }
  .crops {
    display: none;
  }
  .soak {
    color: #000;
    background: none;
    min-height: 0;
    min-width: 0;
    padding: 0;
  }
}
</style>
