<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { Sky, StationFile } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import Choice from '@/shared/ui/Choice.vue'
import FileIn from '@/shared/ui/FileIn.vue'
import Picks from '@/shared/ui/Picks.vue'
import {
  faultInWords,
  stationInWords,
  UNIT,
  UNITS_OF,
  VARIABLE,
  type Unit,
  type Variable,
} from '@/shared/words/weather'

/** Days from a weather station's file: looked at before they are kept, its columns told apart, undone as one. */
const props = defineProps<{ garden: number; stations: Sky['stations'] }>()
const units = useUnits()
const text = ref('')
const found = ref<StationFile | null>(null)
const problem = ref('')
/** What each header holds; '' where it is not read. */
const holds = reactive<Record<string, { variable: Variable | ''; unit: Unit }>>({})
const date = ref('')
const order = ref<StationFile['mapping']['order']>('ymd')
const ORDERS = [
  { value: 'ymd' as const, label: 'year, month, day' },
  { value: 'dmy' as const, label: 'day, month, year' },
  { value: 'mdy' as const, label: 'month, day, year' },
]
const VARIABLES = [
  { value: '' as Variable | '', label: 'not read' },
  ...(Object.keys(VARIABLE) as Variable[]).map((value) => ({ value, label: VARIABLE[value] })),
]
const mapping = computed(() => ({
  date: date.value,
  order: order.value,
  columns: Object.entries(holds).flatMap(([column, x]) =>
    x.variable && column !== date.value ? [{ column, variable: x.variable, unit: x.unit }] : [],
  ),
}))

/** Whether the columns are told apart here; GHCN-Daily says so itself. */
const mapped = computed(() => found.value?.form === 'table' || found.value?.form === 'hours')

function take(told: StationFile) {
  found.value = told
  date.value = told.mapping.date
  order.value = told.mapping.order
  Object.keys(holds).forEach((h) => delete holds[h])
  for (const h of told.header) {
    const known = told.mapping.columns.find((x) => x.column === h)
    holds[h] = { variable: known?.variable ?? '', unit: known?.unit ?? 'c' }
  }
}
const look = (body: { text: string; mapping?: unknown }) =>
  answer(api.POST('/api/gardens/{garden_id}/station/look', { ...path(props.garden), body }))
async function chosen(said: string) {
  problem.value = ''
  take(await look({ text: said }))
  text.value = said
}
/** Looked at again, as its columns are told now. */
async function again() {
  problem.value = ''
  try {
    found.value = await look({ text: text.value, mapping: mapping.value })
  } catch (error) {
    problem.value = (error as Error).message
  }
}
function hold(header: string, variable: Variable | '') {
  const units_ = variable ? UNITS_OF[variable] : []
  const unit = units_.includes(holds[header]!.unit) ? holds[header]!.unit : (units_[0] ?? 'c')
  holds[header] = { variable, unit }
  void again()
}
const keep = useChange(
  () => props.garden,
  (_: null, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/station', {
        ...path(props.garden),
        body: { text: text.value, ...(mapped.value ? { mapping: mapping.value } : {}) },
        ...mark,
      }),
    ),
)
async function keepAll() {
  problem.value = ''
  try {
    const kept = await keep.mutateAsync(null)
    keep.sayKept(`${kept.days} days of your station count now.`)
    found.value = null
    text.value = ''
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const undo = useUndo(() => props.garden)
const SHOWN = ['tmin', 'tmax', 'rain', 'wind', 'rs'] as const
const shown = computed(() => SHOWN.filter((v) => found.value?.shown.some((d) => d[v] !== null)))
const plain = (v: (typeof SHOWN)[number], x: number | null) =>
  x === null
    ? '–'
    : v === 'tmin' || v === 'tmax'
      ? units.show(x, 'temperature')
      : v === 'rain'
        ? units.show(x, 'depth')
        : v === 'wind'
          ? `${x.toFixed(1)} m/s`
          : `${x.toFixed(1)} MJ/m²`
</script>

<template>
  <section aria-labelledby="station">
    <h2 id="station">Your weather station</h2>
    <FileIn label="A file of its days" accept=".csv,.txt,text/csv" :take="chosen">
      CSV with a header of any kind, or GHCN-Daily. You see what is read before it counts; of a day that is
      there twice, the newest file holds.
    </FileIn>
    <div v-if="found" class="found">
      <p>
        <strong>{{ stationInWords(found) }}</strong>
        <template v-if="!mapped"> GHCN-Daily: its units are known.</template>
        <template v-else-if="found.form === 'hours'">
          Its rows are hours: rain is added up, warmth taken at its least and most; days that are not whole
          are left out.
        </template>
      </p>
      <template v-if="mapped">
        <div class="row">
          <Choice
            v-model="date"
            label="The date stands under"
            :options="found.header.map((h) => ({ value: h, label: h }))"
            @change="again"
          />
          <Picks
            :model-value="order"
            legend="It is written"
            :options="ORDERS"
            @update:model-value="((order = $event), again())"
          />
        </div>
        <ul class="columns" aria-label="What each column holds">
          <li v-for="h in found.header.filter((x) => x !== date)" :key="h" class="row">
            <span class="header">{{ h }}</span>
            <Choice
              :model-value="holds[h]?.variable ?? ''"
              :label="`${h} holds`"
              hide-label
              :options="VARIABLES"
              @change="hold(h, $event)"
            />
            <Choice
              v-if="holds[h]?.variable"
              v-model="holds[h]!.unit"
              :label="`Unit of ${h}`"
              hide-label
              :options="UNITS_OF[holds[h]!.variable as Variable].map((u) => ({ value: u, label: UNIT[u] }))"
              @change="again"
            />
          </li>
        </ul>
      </template>
      <table v-if="found.shown.length && shown.length" class="ruled">
        <caption class="visually-hidden">
          Its last days, as they are read
        </caption>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th v-for="v in shown" :key="v" scope="col">{{ VARIABLE[v] }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in found.shown" :key="d.date">
            <th scope="row">{{ shortDate(d.date) }}</th>
            <td v-for="v in shown" :key="v">{{ plain(v, d[v]) }}</td>
          </tr>
        </tbody>
      </table>
      <details v-if="found.fault_count" open>
        <summary>
          {{ found.fault_count === 1 ? 'One value or line' : `${found.fault_count} values or lines` }} cannot
          be read; the rest can be kept
        </summary>
        <ul class="faults">
          <li v-for="f in found.faults" :key="`${f.line}.${f.field}`">{{ faultInWords(f) }}</li>
          <li v-if="found.fault_count > found.faults.length">and more of them.</li>
        </ul>
      </details>
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      <p class="row">
        <button
          class="btn full"
          type="button"
          :disabled="keep.isPending.value || !found.days"
          @click="keepAll"
        >
          {{ keep.isPending.value ? `Keeping ${found.days} days…` : `Keep ${found.days} days` }}
        </button>
        <button class="btn" type="button" @click="found = null">Leave it</button>
      </p>
    </div>
    <ul v-if="stations.length" class="lines">
      <li v-for="x in stations" :key="x.id">
        <span
          >{{ x.days }} days from {{ shortDate(x.since) }} to {{ shortDate(x.until) }}, taken in
          {{ shortDate(x.read)
          }}<template v-if="x.faults">; {{ x.faults }} faults were left out</template></span
        >
        <button class="btn plain" type="button" @click="undo(x.id)">
          Undo <span class="visually-hidden">the file of {{ shortDate(x.read) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
.found {
  margin-top: 16px;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: flex-end;
}
.columns,
.faults {
  margin: 0;
  padding: 0;
  list-style: none;
}
.columns li {
  align-items: center;
  border-bottom: 1px dotted var(--hair);
  padding: 4px 0;
}
.header {
  min-width: 180px;
  overflow-wrap: anywhere;
}
summary {
  cursor: pointer;
  min-height: 44px;
}
.faults {
  max-height: 220px;
  overflow: auto;
}
</style>
