<script setup lang="ts">
import { objectOmit } from '@vueuse/core'
import { computed, defineAsyncComponent, watch } from 'vue'

import { useBedFit, useBedPage, useCases } from '@/shared/api/queries'
import { nearDay } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { useChartColours } from '@/shared/ui/chartColours'
import FitPanel from '@/shared/ui/FitPanel.vue'
import PouredDialog from '@/shared/ui/PouredDialog.vue'
import Problem from '@/shared/ui/Problem.vue'
import Term from '@/shared/ui/Term.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import WhyPanel from '@/shared/ui/WhyPanel.vue'
import type { PouredSaid } from '@/shared/words/measures'
import { KIND } from '@/shared/words/names'
import { signsInWords, suspectInWords } from '@/shared/words/signs'
import { instruction, reason, span } from '@/shared/words/stop'

import BedEvents from './BedEvents.vue'
import BedFacts from './BedFacts.vue'
import { flowsOption, passedAside, waterlineOption } from './charts'
import ObservationDialog from './ObservationDialog.vue'
import DayUse from './DayUse.vue'
import LedgerTable from './LedgerTable.vue'
import Raising from './Raising.vue'
import { openingId, useBedEvents } from './useBedEvents'
import MulchSaves from './MulchSaves.vue'
import SoilInSun from './SoilInSun.vue'
import WallTakes from './WallTakes.vue'
import ByWhich from './ByWhich.vue'
import WaysTable from './WaysTable.vue'

const Chart = defineAsyncComponent(() => import('@/shared/ui/Chart.vue'))

const props = defineProps<{ garden: number; bed: number }>()
const units = useUnits()
const colours = useChartColours()
const query = useBedPage(
  () => props.garden,
  () => props.bed,
)
const page = computed(() => query.data.value)
const fit = useBedFit(
  () => props.garden,
  () => props.bed,
)
const cases = useCases(() => props.garden)
const open = computed(() => cases.data.value?.cases.filter((x) => x.bed === props.bed && !x.outcome) ?? [])
const stop = computed(() => page.value?.stop ?? null)
const full = computed(() => (page.value?.stop ? { ...page.value, stop: page.value.stop } : null))
const today = computed(() => page.value?.garden.today ?? '')

const events = useBedEvents(
  () => props.garden,
  () => props.bed,
)
const watering = ref(false)
const checking = ref(false)

let idFor: (date: string) => string = () => ''
watch(watering, (now) => {
  if (now && page.value) idFor = openingId(page.value, 'watering')
})
async function keepWatering(x: PouredSaid) {
  await events.watered(objectOmit(x, ['hour']), idFor(x.date), page.value!)
  watering.value = false
}

const size = computed(() => {
  const b = page.value?.bed
  if (!b) return ''
  if (b.round) return `${units.show(b.length_m, 'length')} across`
  return `${units.num(b.length_m, 'length')} × ${units.show(b.width_m, 'length')}`
})
</script>

<template>
  <Problem v-if="query.isError.value && !page" :error="query.error.value" @retry="query.refetch()" />
  <Waiting v-else-if="!page" label="Opening the bed" :rows="8" />
  <article v-else>
    <header>
      <div>
        <p class="soft small">
          <RouterLink :to="{ name: 'ground', params: { garden } }">Ground</RouterLink> ›
          {{ KIND[page.bed.kind] }}, {{ size }}
        </p>
        <h1>{{ page.bed.name }}</h1>
        <p v-if="stop" class="lead">
          <strong>{{ instruction(stop, units) }}.</strong>
          <template v-if="stop.next_soak && stop.word !== 'leave'">
            Then about <strong>{{ span(stop.next_soak, today) }}</strong>.</template
          >
        </p>
        <p v-if="stop" class="soft">{{ reason(stop, page, units) }}</p>
        <p v-else-if="page.lacks === 'weather'" class="lead">
          Its water is worked out as soon as yesterday’s weather is known.
          <RouterLink :to="{ name: 'sky', params: { garden } }">Type the days</RouterLink>
        </p>
      </div>
      <div class="acts no-print">
        <button class="btn" type="button" @click="checking = true">Checked it</button>
        <button v-if="stop" class="btn full" type="button" @click="watering = true">Watered it</button>
        <RouterLink
          v-if="page.garden.role === 'owner'"
          class="btn"
          :to="{ name: 'edit-bed', params: { garden, bed } }"
          >Edit</RouterLink
        >
      </div>
    </header>

    <div v-if="full" class="two">
      <section class="isle-box">
        <Isle :isle="full.stop.isle" :crops="full.stop.crops" width="100%" labels />
        <p class="soft small">
          <Term of="this_morning">This morning</Term>, before the round. What is
          <Term of="missing">missing</Term> is over
          <Term :of="full.stop.method === 'drip' ? 'line_wets' : 'roots_hold'" />.
          <RouterLink :to="{ name: 'read', params: { garden } }">How to read an isle</RouterLink>
        </p>
      </section>
      <section>
        <h2>Waterline, two weeks back and two ahead</h2>
        <Chart
          :height="250"
          :option="waterlineOption(full, colours, units.system.value, units.label('depth'))"
          :label="`Waterline of ${page.bed.name}: ${reason(full.stop, full, units)}`"
        />
        <p class="soft small">
          Below <Term of="full" />. The band holds <Term of="runs" />: forecast members, each with its own
          draw of what is doubtful. Clay line: where plants suffer, <Term of="raw">RAW</Term>.
        </p>
        <h2>What went in and out</h2>
        <Chart
          :height="170"
          :option="flowsOption(full, colours, units.system.value, units.label('depth'))"
          label="Rain and watering in, plants, bare soil and drainage out, day by day; the table below has the figures"
        />
        <p class="key small">
          <span class="k rain">rain, to the roots</span><span class="k watered">watered</span
          ><span class="k plants">plants drank</span><span class="k soil">bare soil lost</span
          ><span class="k drained">drained</span
          ><span v-if="passedAside(page)" class="k aside">passed beside</span>
        </p>
      </section>
    </div>

    <div class="two lower">
      <section>
        <h2>What it rests on</h2>
        <BedFacts :page="page" />
        <DayUse v-if="stop && stop.crops.length" :stop="stop" class="below" />
        <p>
          <RouterLink :to="{ name: 'signs', params: { garden, bed } }">Something looks wrong?</RouterLink>
        </p>
        <p v-for="x in open" :key="x.id">
          {{ signsInWords(x.signs) }}, {{ nearDay(x.date, today)
          }}<template v-if="x.judgement">: {{ suspectInWords(x.judgement.suspects[0]!) }}</template
          >.
        </p>
        <h2>Noted here</h2>
        <BedEvents :page="page" @toggle="events.toggle" />
      </section>
      <section v-if="stop">
        <WhyPanel :stop="stop" :setting="page" />
      </section>
    </div>

    <Raising :garden="garden" :bed="bed" :today="today" :owner="page.garden.role === 'owner'" />

    <section v-if="fit.data.value?.length" class="below" aria-labelledby="fit">
      <h2 id="fit">Does it fit?</h2>
      <FitPanel
        :fits="fit.data.value"
        :length="page.bed.length_m"
        :width="page.bed.width_m"
        :round="page.bed.round"
      />
    </section>

    <WaysTable v-if="page.ways.length" :ways="page.ways" class="below" />
    <ByWhich v-if="page.by_which.length" :ways="page.by_which" class="below" />
    <MulchSaves v-if="page.mulch_saves" :saves="page.mulch_saves" class="below" />
    <SoilInSun
      v-if="page.soil_in_sun && stop"
      :soil="page.soil_in_sun"
      :mulched="stop.isle.mulch !== 'none'"
      class="below"
    />
    <WallTakes v-if="page.walls.length" :walls="page.walls" class="below" />

    <LedgerTable v-if="page.behind.length" :days="page.behind" class="below" />

    <PouredDialog
      v-if="stop"
      v-model="watering"
      :name="page.bed.name"
      :method="page.bed.method"
      :store="page.bed.reservoir !== null"
      :rig="stop.rig"
      :rigs="page.garden.rigs.map((r) => r.name)"
      :feeds="page.garden.feeds"
      :measures="stop.measures"
      :dose="stop.dose"
      :today="today"
      :since="page.bed.opened"
      :own-clock="page.garden.own_clock"
      :busy="events.pour.isPending.value"
      :keep="keepWatering"
    />
    <ObservationDialog
      v-model="checking"
      :page="page"
      :busy="events.find.isPending.value"
      :keep="events.checked"
    />
  </article>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 24px;
  flex-wrap: wrap;
  margin-bottom: 16px;
}
.acts {
  display: flex;
  gap: 8px;
  padding-top: 24px;
}
.two {
  display: grid;
  grid-template-columns: minmax(300px, 430px) minmax(0, 1fr);
  gap: 40px;
}
.lower {
  margin-top: 32px;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 400px);
}
section h2 {
  margin: 0 0 8px;
}
section h2:not(:first-child) {
  margin-top: 24px;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
.k::before {
  content: '';
  display: inline-block;
  width: 12px;
  height: 12px;
  margin-right: 6px;
  background: currentColor;
  border-radius: 2px;
  vertical-align: -1px;
}
.k.rain::before {
  background: var(--water-mid);
}
.k.watered::before {
  background: var(--water);
}
.k.plants::before {
  background: var(--soil-grain);
}
.k.soil::before {
  background: var(--clay-soft);
  outline: 1px solid var(--clay);
}
.k.drained::before {
  background: var(--ink-soft);
}
.k.aside::before {
  background: var(--clay);
}
.below {
  margin-top: 32px;
}
.btn + .btn {
  margin-left: 8px;
}
.acts .btn + .btn {
  margin-left: 0;
}
@media (max-width: 1000px) {
  .two,
  .lower {
    grid-template-columns: minmax(0, 1fr);
  }
  .isle-box {
    max-width: 430px;
  }
}
</style>
