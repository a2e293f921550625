<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, usePots } from '@/shared/api/queries'
import type { Pot } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import AlterDialog from '@/shared/ui/AlterDialog.vue'
import { useChartColours } from '@/shared/ui/chartColours'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import {
  buriedInWords,
  floatInWords,
  lasts,
  lineInWords,
  refillable,
  saltsInWords,
  weightInWords,
} from '@/shared/words/pots'
import { cropsInWords } from '@/shared/words/names'
import { instruction } from '@/shared/words/stop'

import { drewOption } from './charts'

const Chart = defineAsyncComponent(() => import('@/shared/ui/Chart.vue'))

/** Every pot, box and basket with its float below, and what is buried in beds; what dries out first stands first. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = usePots(() => props.garden)
const pots = computed(() => query.data.value?.pots ?? [])
const lines = computed(() => query.data.value?.lines ?? [])
const today = computed(() => query.data.value?.garden.today ?? '')
const toFill = computed(() => refillable(pots.value))
const litres = computed(() => toFill.value.reduce((n, p) => n + (p.fill?.litres ?? 0), 0))
const undo = useUndo(() => props.garden)
const colours = useChartColours()
const altering = reactive<{ open: boolean; pot: Pot | null }>({ open: false, pot: null })
function alter(pot: Pot) {
  Object.assign(altering, { open: true, pot })
}
/** Of these the season's draw is unfolded. */
const unfolded = ref<number[]>([])
const unfold = (id: number) =>
  (unfolded.value = unfolded.value.includes(id)
    ? unfolded.value.filter((x) => x !== id)
    : [...unfolded.value, id])
const drewLeast = 5 // days behind of which a picture says something
const boxes = computed(() => pots.value.filter((p) => p.stop.method === 'reservoir').length)
const frost = computed(() => query.data.value?.frost_on ?? null)
const holds = (p: Pot) => p.stop.reservoir_l !== null && p.stop.reservoir_l.mid > 0.2
const empty = useChange(
  () => props.garden,
  (p: Pot, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/observations', {
        ...path(props.garden),
        body: { id: p.stop.marks.observation, bed: p.stop.id, kind: 'float', value: 0 },
        ...mark,
      }),
    ),
)
async function emptied(p: Pot) {
  try {
    await empty.mutateAsync(p)
    say(`${p.stop.name} is empty.`, () => undo(p.stop.marks.observation))
  } catch (error) {
    say((error as Error).message)
  }
}

const fill = useChange(
  () => props.garden,
  (some: Pot[], mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(props.garden),
        body: {
          waterings: some.map((p) => ({
            id: p.stop.marks.watering,
            bed: p.stop.id,
            litres: p.fill?.litres ?? 0,
            part: 'morning' as const,
            into: 'reservoir' as const,
            passes: 1,
          })),
        },
        ...mark,
      }),
    ),
)
async function refill(some: Pot[]) {
  const ids = some.map((p) => p.stop.marks.watering)
  try {
    await fill.mutateAsync(some)
    const text = some.length === 1 ? `${some[0]!.stop.name} is full.` : `${some.length} reservoirs are full.`
    say(text, () => ids.forEach((id) => undo(id)))
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value" label="Looking at the pots" :rows="6" />
  <article v-else>
    <header class="view-head">
      <div>
        <h1>Pots and reservoirs</h1>
        <p v-if="pots.length" class="lead">
          What would be in need first, if nobody poured, stands first.
          <RouterLink :to="{ name: 'away', params: { garden } }">Going away?</RouterLink>
        </p>
        <p v-else class="lead">
          No pot, box or basket is described.
          <RouterLink :to="{ name: 'new-bed', params: { garden } }">Describe one</RouterLink>
        </p>
      </div>
      <button
        v-if="toFill.length > 1"
        class="btn full no-print"
        type="button"
        :disabled="fill.isPending.value"
        @click="refill(toFill)"
      >
        {{ toFill.length === 2 ? 'Both' : `All ${toFill.length}` }} filled, {{ units.show(litres, 'volume') }}
      </button>
    </header>
    <p v-if="frost && pots.some(holds)" class="note" role="note">
      Frost is in sight for {{ nearDay(frost, today) }}: empty what holds water, and put boxes and clay away
      dry.
    </p>
    <ul>
      <li v-for="p in pots" :key="p.stop.id">
        <RouterLink
          class="glyph"
          :to="{ name: 'bed', params: { garden, bed: p.stop.id } }"
          :aria-label="`Open ${p.stop.name}`"
        >
          <Isle :isle="p.stop.isle" :crops="p.stop.crops" width="100%" />
        </RouterLink>
        <div>
          <h2>
            {{ p.stop.name }} <span class="soft crops">{{ cropsInWords(p.stop.crops) }}</span>
          </h2>
          <p class="do">{{ instruction(p.stop, units) }}</p>
          <p v-if="floatInWords(p.stop, today, units)">{{ floatInWords(p.stop, today, units) }}</p>
          <p v-if="buriedInWords(p, units)" class="soft">{{ buriedInWords(p, units) }}</p>
          <p v-if="saltsInWords(p, today, units)">{{ saltsInWords(p, today, units) }}</p>
          <p v-if="p.weight" class="soft small">{{ weightInWords(p, units) }}</p>
        </div>
        <div class="hand">
          <p class="lasts">{{ lasts(p.stop, today) }}</p>
          <div class="taps no-print">
            <button
              v-if="toFill.includes(p)"
              class="btn no-print"
              type="button"
              :disabled="fill.isPending.value"
              :aria-label="`Filled, ${units.show(p.fill?.litres ?? 0, 'volume')}: ${p.stop.name}`"
              @click="refill([p])"
            >
              Filled, {{ units.show(p.fill?.litres ?? 0, 'volume') }}
            </button>
            <button
              v-if="frost && holds(p)"
              class="btn no-print"
              type="button"
              :disabled="empty.isPending.value"
              :aria-label="`Emptied: ${p.stop.name}`"
              @click="emptied(p)"
            >
              Emptied
            </button>
            <button
              class="btn no-print"
              type="button"
              :aria-label="`Moved or changed: ${p.stop.name}`"
              @click="alter(p)"
            >
              {{ p.stop.container ? 'Moved or changed…' : 'Something changed…' }}
            </button>
            <button
              v-if="p.drew.length >= drewLeast"
              class="btn plain no-print"
              type="button"
              :aria-expanded="unfolded.includes(p.stop.id)"
              :aria-label="`What it drew: ${p.stop.name}`"
              @click="unfold(p.stop.id)"
            >
              What it drew
            </button>
          </div>
        </div>
        <div v-if="unfolded.includes(p.stop.id)" class="drew">
          <Chart
            :height="190"
            :label="`Litres that ${p.stop.name} gave on each day, and how warm the day was`"
            :option="
              drewOption(p, colours, units.system.value, {
                volume: units.label('volume'),
                t: units.label('temperature'),
              })
            "
          />
          <p class="soft small">Bars: what it drew each day. Clay line: the warmest of the day.</p>
        </div>
      </li>
    </ul>
    <section v-if="lines.length" aria-labelledby="lines">
      <h2 id="lines">Boxes on one line</h2>
      <div v-for="line in lines" :key="line.rig">
        <h3>{{ line.rig }}: {{ line.boxes.map((x) => x.bed).join(', ') }}</h3>
        <p v-for="(text, i) in lineInWords(line, today, units)" :key="i">{{ text }}</p>
      </div>
      <p class="soft small">
        A timer is set under
        <RouterLink :to="{ name: 'settings', params: { garden, section: 'hoses' } }">Hoses</RouterLink>; which
        boxes hang on its line, under each box’s Edit.
      </p>
    </section>
    <p v-if="!lines.length && boxes > 1" class="soft">
      Boxes that hang on one line with a timer: say so under
      <RouterLink :to="{ name: 'settings', params: { garden, section: 'hoses' } }">Hoses</RouterLink>, and who
      starves or overflows is told here.
    </p>
    <p v-if="pots.length" class="soft small">
      Weights are of mix, water and a full reservoir, without the vessel, until you weigh a pot
      <RouterLink :to="{ name: 'bench', params: { garden }, query: { test: 'weigh' } }"
        >on the Bench</RouterLink
      >.
      {{ frost ? '' : 'Before frost: empty the reservoirs, and put boxes and clay away dry.' }}
    </p>
    <AlterDialog v-model="altering.open" :garden="garden" :stop="altering.pot?.stop ?? null" />
  </article>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 16px 0;
  padding: 0;
  max-width: 920px;
}
li {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr) minmax(120px, auto);
  gap: 8px 24px;
  align-items: center;
  padding: 16px 0;
  border-top: 1px solid var(--hair);
}
.crops {
  font-family: var(--text);
  font-size: 16px;
  font-weight: 400;
}
.do {
  font-weight: 700;
}
.hand {
  text-align: right;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 8px;
  max-width: 240px;
  margin-left: auto;
}
.drew {
  grid-column: 2 / -1;
}
section {
  max-width: 860px;
  margin: 32px 0 16px;
}
.lasts {
  font-family: var(--display);
  font-size: 20px;
  margin-bottom: 8px;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: 84px minmax(0, 1fr);
  }
  .hand {
    grid-column: 2;
    text-align: left;
  }
  .taps {
    justify-content: flex-start;
    margin-left: 0;
    max-width: none;
  }
  .drew {
    grid-column: 1 / -1;
  }
}
</style>
