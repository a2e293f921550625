<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'

import { answer, api, newId } from '@/shared/api/client'
import { path, useBedPage, useChange } from '@/shared/api/queries'
import { nearDay, shortDate } from '@/shared/format/time'
import { toSi, useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { useChartColours } from '@/shared/ui/chartColours'
import Picks from '@/shared/ui/Picks.vue'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import WhyPanel from '@/shared/ui/WhyPanel.vue'
import { cropsInWords, HEIGHT, KIND, METHOD, MULCH, SOIL, WETNESS } from '@/shared/words/names'
import { instruction, reason, span } from '@/shared/words/stop'

import { flowsOption, waterlineOption } from './charts'
import LedgerTable from './LedgerTable.vue'
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
const stop = computed(() => page.value?.stop ?? null)
const full = computed(() => (page.value?.stop ? { ...page.value, stop: page.value.stop } : null))
const today = computed(() => page.value?.garden.today ?? '')

const water = reactive({
  open: false,
  amount: '' as number | string,
  date: '',
  part: 'morning',
  into: 'soil',
})
const finger = reactive({ open: false, reading: 'moist', date: '' })
const problem = ref('')

const pour = useChange(
  () => props.garden,
  (id: string) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(props.garden),
        body: {
          waterings: [
            {
              id,
              bed: props.bed,
              litres: toSi(Number(water.amount), 'volume', units.system.value),
              date: water.date,
              part: water.part,
              into: water.into,
            },
          ],
        },
      }),
    ),
)
const feel = useChange(
  () => props.garden,
  (id: string) =>
    answer(
      api.POST('/api/gardens/{garden_id}/checks', {
        ...path(props.garden),
        body: { id, bed: props.bed, reading: finger.reading, date: finger.date },
      }),
    ),
)
const strike = useChange(
  () => props.garden,
  (e: { kind: 'watering' | 'check'; id: string; back: boolean }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/events/{kind}/{event_id}/strike', {
        params: { path: { garden_id: props.garden, kind: e.kind, event_id: e.id } },
        body: { back: e.back },
      }),
    ),
)

function openWater() {
  const reservoir = page.value?.bed.method === 'reservoir'
  const litres = stop.value?.dose?.litres
  Object.assign(water, {
    open: true,
    amount: litres ? units.num(litres, 'volume') : '',
    date: today.value,
    part: 'morning',
    into: reservoir ? 'reservoir' : 'soil',
  })
  problem.value = ''
}
function openFinger() {
  Object.assign(finger, { open: true, date: today.value })
  problem.value = ''
}
async function keep(kind: 'watering' | 'check') {
  const id = newId()
  problem.value = ''
  if (kind === 'watering' && (water.amount === '' || Number.isNaN(Number(water.amount)))) {
    problem.value = `The amount is missing: type how much was poured, in ${units.label('volume')}.`
    return
  }
  try {
    await (kind === 'watering' ? pour : feel).mutateAsync(id)
  } catch (error) {
    problem.value = (error as Error).message
    return
  }
  water.open = finger.open = false
  say(kind === 'watering' ? 'The watering is noted.' : 'What you felt is noted.', () =>
    strike.mutate({ kind, id, back: false }, { onError: (e) => say(e.message) }),
  )
}
function toggle(kind: 'watering' | 'check', id: string, struck: boolean) {
  strike.mutate({ kind, id, back: struck }, { onError: (e) => say(e.message) })
}

const size = computed(() => {
  const b = page.value?.bed
  if (!b) return ''
  if (b.round) return `${units.show(b.length_m, 'length')} across`
  return `${units.num(b.length_m, 'length')} × ${units.show(b.width_m, 'length')}`
})
const events = computed(() => {
  const p = page.value
  if (!p) return []
  return [
    ...p.waterings.map((w) => ({
      kind: 'watering' as const,
      ...w,
      text: `${w.into === 'reservoir' ? 'Reservoir filled' : 'Watered'} ${units.show(w.litres, 'volume')}${w.part === 'evening' ? ', evening' : ''}`,
    })),
    ...p.checks.map((c) => ({
      kind: 'check' as const,
      ...c,
      text: `Finger: ${WETNESS[c.reading]!.toLowerCase()}`,
    })),
  ].sort((a, b) => b.date.localeCompare(a.date))
})
const readings = Object.entries(WETNESS).map(([value, label]) => ({ value, label }))
</script>

<template>
  <Problem v-if="query.isError.value && !page" :error="query.error.value" @retry="query.refetch()" />
  <p v-else-if="!page" class="soft">Opening the bed…</p>
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
        <button class="btn" type="button" @click="openFinger">Checked it</button>
        <button class="btn full" type="button" @click="openWater">Watered it</button>
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
      </section>
      <section>
        <h2>Waterline, two weeks back and two ahead</h2>
        <Chart
          :height="250"
          :option="waterlineOption(full, colours, units.system.value, units.label('depth'))"
          :label="`Waterline of ${page.bed.name}: ${reason(full.stop, full, units)}`"
        />
        <p class="soft small">
          Below full (field capacity). The band holds 8 of 10 runs: forecast members, each with its own draw
          of what is doubtful.
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
          ><span class="k drained">drained</span>
        </p>
      </section>
    </div>

    <div class="two lower">
      <section>
        <h2>What it rests on</h2>
        <dl class="facts">
          <div>
            <dt>soil</dt>
            <dd>{{ SOIL[page.bed.soil.material] }}</dd>
          </div>
          <div v-for="p in page.bed.plantings" :key="p.id">
            <dt>{{ cropsInWords([p]) }}</dt>
            <dd>
              {{
                p.sizes.length
                  ? `${HEIGHT[p.sizes[p.sizes.length - 1]!.height]}, ${units.show(p.sizes[p.sizes.length - 1]!.spread_m, 'length')} wide, seen ${shortDate(p.sizes[p.sizes.length - 1]!.date)}`
                  : `size by its age, planted ${shortDate(p.planted)}`
              }}
            </dd>
          </div>
          <div>
            <dt>mulch</dt>
            <dd>
              {{ MULCH[page.bed.mulch?.kind ?? 'none']
              }}<template
                v-if="page.bed.mulch && page.bed.mulch.kind !== 'none' && page.bed.mulch.kind !== 'film'"
                >, {{ units.show(page.bed.mulch.depth_m, 'small_length') }}</template
              >
            </dd>
          </div>
          <div>
            <dt>watered by</dt>
            <dd>
              {{ METHOD[page.bed.method]
              }}<template v-if="page.bed.drip"
                >, {{ page.bed.drip.emitters }} ×
                {{ units.show(page.bed.drip.flow_l_per_h, 'drip_flow') }}</template
              ><template v-if="page.bed.reservoir"
                >, {{ units.show(page.bed.reservoir.capacity_l, 'volume') }}</template
              >
            </dd>
          </div>
        </dl>
        <h2>Noted here</h2>
        <p v-if="!events.length" class="soft">
          Nothing yet. Each watering and each finger check makes the next answer better.
        </p>
        <ul class="events">
          <li v-for="e in events" :key="e.id" :class="{ struck: e.struck }">
            <span>{{ shortDate(e.date) }}</span>
            <span>{{ e.text }}</span>
            <button class="btn plain" type="button" @click="toggle(e.kind, e.id, e.struck)">
              {{ e.struck ? 'Count it again' : 'Strike' }}
              <span class="visually-hidden">{{ e.text }} of {{ nearDay(e.date, today) }}</span>
            </button>
          </li>
        </ul>
      </section>
      <section v-if="stop">
        <WhyPanel :stop="stop" :setting="page" />
      </section>
    </div>

    <WaysTable v-if="page.ways.length" :ways="page.ways" class="below" />

    <LedgerTable v-if="page.behind.length" :days="page.behind" class="below" />

    <el-dialog v-model="water.open" :title="`Watered ${page.bed.name}`" width="420px">
      <form id="water" class="stack" novalidate @submit.prevent="keep('watering')">
        <label class="field">
          <span>How much, in {{ units.label('volume') }}</span>
          <input v-model="water.amount" name="amount" inputmode="decimal" />
        </label>
        <label class="field">
          <span>When</span>
          <input v-model="water.date" type="date" :max="today" :min="page.bed.opened" />
        </label>
        <Picks
          v-model="water.part"
          legend="Time of day"
          :options="[
            { value: 'morning', label: 'morning' },
            { value: 'evening', label: 'evening' },
          ]"
        />
        <Picks
          v-if="page.bed.method === 'reservoir'"
          v-model="water.into"
          legend="Where"
          :options="[
            { value: 'reservoir', label: 'into the reservoir' },
            { value: 'soil', label: 'on top' },
          ]"
        />
        <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      </form>
      <template #footer>
        <button class="btn" type="button" @click="water.open = false">Cancel</button>
        <button class="btn full" type="submit" form="water" :disabled="pour.isPending.value">Note it</button>
      </template>
    </el-dialog>
    <el-dialog v-model="finger.open" :title="`A finger in ${page.bed.name}`" width="420px">
      <form id="finger" class="stack" novalidate @submit.prevent="keep('check')">
        <Picks
          v-model="finger.reading"
          :legend="stop ? `At ${units.show(stop.finger_depth_m, 'small_length')} deep` : 'At finger depth'"
          :options="readings"
        />
        <label class="field">
          <span>When</span>
          <input v-model="finger.date" type="date" :max="today" :min="page.bed.opened" />
        </label>
        <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      </form>
      <template #footer>
        <button class="btn" type="button" @click="finger.open = false">Cancel</button>
        <button class="btn full" type="submit" form="finger" :disabled="feel.isPending.value">Note it</button>
      </template>
    </el-dialog>
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
.facts {
  margin: 0;
}
.facts div {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 1px dotted var(--hair);
  padding: 8px 0;
}
.facts dd {
  margin: 0;
  text-align: right;
  color: var(--ink-soft);
}
.events {
  list-style: none;
  margin: 0;
  padding: 0;
}
.events li {
  display: grid;
  grid-template-columns: 112px 1fr auto;
  align-items: center;
  border-bottom: 1px dotted var(--hair);
}
.struck span:nth-child(2) {
  text-decoration: line-through;
  color: var(--ink-soft);
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
