<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { useDevices, useLines, useTimers } from '@/shared/api/queries'
import type { Lines, TimerNow } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import {
  changeInWords,
  evenInWords,
  headInWords,
  hoursInWords,
  longestInWords,
  overInWords,
  rowsInWords,
  settingInWords,
  tapInWords,
  timerInWords,
  tubeInWords,
  upkeepInWords,
  wetsInWords,
} from '@/shared/words/lines'

import BedTop from '@/shared/isle/BedTop.vue'

import DevicesPanel from './DevicesPanel.vue'
import LineDrawing from './LineDrawing.vue'
import TimerCard from './TimerCard.vue'
import WetShape from './WetShape.vue'

/** Every drip line as it runs: what each dripper gives, how deep it wets, and what would better it. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = useLines(() => props.garden)
const lines = computed(() => query.data.value?.lines ?? [])
const search = useTimers(() => props.garden)
const timers = computed(() => search.data.value ?? [])
const owner = computed(() => query.data.value?.garden.role === 'owner')
/** Its timer as it is best set, from today on. */
const set = useChange(
  () => props.garden,
  ({ rig_id, outlet, best }: TimerNow, mark) => {
    const rig = query.data.value?.garden.rigs.find((r) => r.id === rig_id)
    const before = (rig?.programmes ?? []).filter((p) => p.date < today.value || p.outlet !== outlet)
    const latest = rig?.programmes.filter((p) => p.outlet === outlet).at(-1)
    const programme = {
      date: today.value,
      every_days: best.every_days,
      minutes: best.minutes,
      starts: latest?.starts.slice(0, 1) ?? [],
      on: true,
      outlet,
      tells: latest?.tells ?? false,
    }
    return answer(
      api.PATCH('/api/gardens/{garden_id}/rigs/{rig_id}', {
        params: { path: { garden_id: props.garden, rig_id } },
        body: { programmes: [...before, programme] },
        ...mark,
      }),
    )
  },
)
async function setSo(x: TimerNow) {
  try {
    await set.mutateAsync(x)
    set.sayKept(
      deviceOn(x)
        ? `${deviceOn(x)} is told. It runs by it from today, and reports its litres.`
        : `The timer of ${x.rig} is set: its runs are taken as done from today.`,
    )
  } catch (error) {
    say((error as Error).message)
  }
}
const devices = useDevices(() => props.garden)
/** The timer that sits on a tap and reports, by its name. */
const deviceOn = (x: TimerNow) =>
  devices.data.value?.devices.find((d) => d.rig_id === x.rig_id && d.kind === 'timer')?.name
const DATE_OF = { filter: 'filter_on', flush: 'flushed_on', drain: 'drained_on' } as const
type Upkeep = Lines['upkeep'][number]
const chore = useChange(
  () => props.garden,
  ({ rig_id, chore }: Upkeep, mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}/rigs/{rig_id}', {
        params: { path: { garden_id: props.garden, rig_id } },
        body: { [DATE_OF[chore]]: today.value },
        ...mark,
      }),
    ),
)
async function done(x: Upkeep) {
  try {
    await chore.mutateAsync(x)
    chore.sayKept(`${x.rig}: it is noted for today.`)
  } catch (error) {
    say((error as Error).message)
  }
}
const print = () => window.print()
const today = computed(() => query.data.value?.garden.today ?? '')
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value" label="Following the lines" :rows="5" />
  <article v-else>
    <header class="view-head">
      <div>
        <h1>Lines</h1>
        <p v-if="lines.length" class="lead">
          Each line as it runs alone behind its tap, the least even first.
        </p>
        <p v-else class="lead">
          Give a drip line its length, and what each of its drippers gives is worked out.
        </p>
      </div>
    </header>
    <section v-for="x in lines" :key="x.id" :aria-labelledby="`line-${x.id}`">
      <h2 :id="`line-${x.id}`">
        <RouterLink :to="{ name: 'bed', params: { garden, bed: x.id } }">{{ x.bed }}</RouterLink>
      </h2>
      <LineDrawing :line="x" />
      <p v-if="tubeInWords(x, lines, units)">{{ tubeInWords(x, lines, units) }}</p>
      <p class="soft small">
        {{ rowsInWords(x) }}. Clay line: the head along it. Dots: what each dripper gives; hollow ones give
        less than nine tenths of the best.
      </p>
      <p>
        <strong>{{ evenInWords(x, units) }}</strong> {{ headInWords(x, units) }}
        {{ longestInWords(x, units) }}
      </p>
      <div class="pictures">
        <WetShape :line="x" />
        <BedTop
          v-if="x.plot.plants.length"
          :groups="x.plot.plants"
          :length="x.plot.length_m"
          :width="x.plot.width_m"
          :round="x.plot.round"
          :line="{ rows: x.rows, laid: x.laid, wets_m: x.usual.width_m }"
          >From above: the strip that the next soak wets. Hollow plants: their roots do not come to it. Plants
          are drawn evenly, the line in rows along the bed.</BedTop
        >
      </div>
      <template v-if="x.changes.length">
        <h3>What would better it</h3>
        <ul class="plain">
          <li v-for="c in x.changes" :key="c.what">{{ changeInWords(c, units) }}</li>
        </ul>
      </template>
      <p v-for="(text, i) in wetsInWords(x, units)" :key="i">{{ text }}</p>
      <p v-if="timerInWords(x, today, units)">{{ timerInWords(x, today, units) }}</p>
      <p class="acts no-print">
        <RouterLink class="btn" :to="{ name: 'edit-bed', params: { garden, bed: x.id } }"
          >Change it</RouterLink
        >
        <RouterLink
          class="btn"
          :to="{ name: 'bench', params: { garden }, query: { test: 'cups', bed: x.id } }"
          >Try it with cups</RouterLink
        >
        <RouterLink class="btn" :to="{ name: 'bench', params: { garden }, query: { test: 'dug', bed: x.id } }"
          >Dig and look how deep</RouterLink
        >
      </p>
    </section>
    <section v-if="query.data.value.tubes.length" aria-labelledby="tubes">
      <h2 id="tubes">One tube, several beds</h2>
      <p v-for="x in query.data.value.tubes" :key="x.beds.join()">{{ overInWords(x, units) }}</p>
    </section>
    <section v-if="query.data.value.taps.length" aria-labelledby="taps">
      <h2 id="taps">What may run together</h2>
      <p v-for="x in query.data.value.taps" :key="x.rig">{{ tapInWords(x) }}</p>
    </section>
    <section v-if="query.data.value.hours.length" aria-labelledby="hours">
      <h2 id="hours">When to run them</h2>
      <p v-for="text in hoursInWords(query.data.value.hours, units)" :key="text">{{ text }}</p>
    </section>
    <section v-if="timers.length" aria-labelledby="timers">
      <h2 id="timers">What to set the timer to</h2>
      <div v-for="x in timers" :key="`${x.rig_id}.${x.outlet}`">
        <h3>{{ x.rig }}{{ x.outlet > 1 ? `, outlet ${x.outlet}` : '' }}: {{ x.beds.join(', ') }}</h3>
        <p v-for="(text, i) in settingInWords(x, units)" :key="i">{{ text }}</p>
        <p v-if="owner && (!x.now || x.anew)" class="acts no-print">
          <button class="btn" type="button" :disabled="set.isPending.value" @click="setSo(x)">
            {{ deviceOn(x) ? `Send it to ${deviceOn(x)}` : 'It is set so, from today' }}
          </button>
        </p>
      </div>
    </section>
    <p v-if="timers.length" class="no-print card">
      <button class="btn" type="button" @click="print">Print the card for the tap</button>
    </p>
    <TimerCard
      v-if="timers.length"
      :timers="timers"
      :garden="query.data.value.garden.name"
      :today="query.data.value.garden.today"
    />
    <DevicesPanel v-if="lines.length || query.data.value.open.length" :garden="query.data.value.garden" />
    <section v-if="query.data.value.upkeep.length" aria-labelledby="upkeep">
      <h2 id="upkeep">Upkeep</h2>
      <ul class="chores">
        <li v-for="x in query.data.value.upkeep" :key="`${x.rig}.${x.chore}`">
          <span
            ><strong>{{ x.rig }}</strong> {{ upkeepInWords(x, today) }}</span
          >
          <button
            v-if="owner && (x.due <= today || x.chore === 'drain')"
            class="btn no-print"
            type="button"
            :aria-label="`Done today: ${upkeepInWords(x, today)}`"
            :disabled="chore.isPending.value"
            @click="done(x)"
          >
            Done today
          </button>
        </li>
      </ul>
    </section>
    <p v-if="query.data.value.open.length">
      Not solved, since their length is not known:
      <template v-for="(x, i) in query.data.value.open" :key="x.id"
        ><template v-if="i">, </template
        ><RouterLink :to="{ name: 'edit-bed', params: { garden, bed: x.id } }">{{
          x.name
        }}</RouterLink></template
      >. Length and number of drippers are enough.
    </p>
    <p class="soft small">
      A check valve keeps garden water out of the house; a filter keeps drippers open; keep joints away from
      sockets, and mains power off wet ground. Water with iron or from a pond blocks drippers. Your place may
      have rules of its own on backflow and hours.
    </p>
  </article>
</template>

<style scoped>
section {
  max-width: 860px;
  border-top: 1px solid var(--hair);
  padding: 16px 0;
}
h3 {
  margin-top: 8px;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 16px 32px;
  align-items: start;
  margin: 8px 0;
}
.plain {
  margin: 0 0 8px;
  padding-left: 20px;
}
.card {
  margin-bottom: 24px;
}
.chores {
  list-style: none;
  margin: 0;
  padding: 0;
}
.chores li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  min-height: 44px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
