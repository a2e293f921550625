<script setup lang="ts">
import { useMediaQuery, useNow } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onBeforeUnmount, reactive, watch } from 'vue'

import { UNSURE } from '@/shared/outbox/outbox'
import { useRound } from '@/shared/api/queries'
import type { Stop } from '@/shared/api/types'
import { longDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import { partOfDay, type PouredSaid } from '@/shared/words/measures'
import {
  buttInWords,
  headline,
  hotWater,
  leavingSoon,
  potsFirst,
  roundInWords,
  tightness,
  turnedWorse,
  weatherNote,
} from '@/shared/words/round'
import { isDue, secondDrink, secondIsOpen, times, wantsHand } from '@/shared/words/stop'

import HoursRibbon from './HoursRibbon.vue'
import LaterGoes from './LaterGoes.vue'
import LeaveRow from './LeaveRow.vue'
import StopRow from './StopRow.vue'
import { usePlaces, type Group } from './usePlaces'
import { foundInWords, lastRun, useRoundActions, type Act, type Found } from './useRoundActions'
import { useRoundKeys } from './useRoundKeys'
import { useSlices } from './useSlices'

// What the weather asks for is seldom there: it comes when it is, and the first script stays small.
const AfterHail = defineAsyncComponent(() => import('./AfterHail.vue'))
const Airing = defineAsyncComponent(() => import('./Airing.vue'))
const CasesDue = defineAsyncComponent(() => import('./CasesDue.vue'))
const ColdNotice = defineAsyncComponent(() => import('./ColdNotice.vue'))
const FeedsDue = defineAsyncComponent(() => import('./FeedsDue.vue'))
const HopedRain = defineAsyncComponent(() => import('@/shared/ui/HopedRain.vue'))
const LooksAfterRain = defineAsyncComponent(() => import('./LooksAfterRain.vue'))
const WetSpell = defineAsyncComponent(() => import('./WetSpell.vue'))
// Dialogs come at their first opening, and are fetched before it once the page is at rest: out of reach they open too.
const DIALOGS = {
  alter: () => import('@/shared/ui/AlterDialog.vue'),
  keys: () => import('./KeysSheet.vue'),
  menu: () => import('./StopMenuItems.vue'),
  poured: () => import('@/shared/ui/PouredDialog.vue'),
  panel: () => import('@/shared/ui/WhyPanel.vue'),
  why: () => import('./WhyDrawer.vue'),
  whole: () => import('./WholeRound.vue'),
}
const AlterDialog = defineAsyncComponent(DIALOGS.alter)
const KeysSheet = defineAsyncComponent(DIALOGS.keys)
const PouredDialog = defineAsyncComponent(DIALOGS.poured)
const WhyDrawer = defineAsyncComponent(DIALOGS.why)
const WhyPanel = defineAsyncComponent(DIALOGS.panel)
const WholeRound = defineAsyncComponent(DIALOGS.whole)
const AT_REST_MS = 4000
const fetching = window.setTimeout(() => Object.values(DIALOGS).forEach((x) => void x()), AT_REST_MS)
onBeforeUnmount(() => window.clearTimeout(fetching))

const props = defineProps<{ garden: number }>()
const units = useUnits()
const router = useRouter()
const query = useRound(() => props.garden)
const round = computed(() => query.data.value)
const wide = useMediaQuery('(min-width: 1160px)')
const today = computed(() => round.value?.garden.today ?? '')
const actions = useRoundActions(
  () => props.garden,
  () => (query.data.value?.garden.own_clock ? today.value : null),
  () => today.value,
  (litres) => units.show(litres, 'volume'),
)

const places = usePlaces(today)
const inGroup = (group: Group) =>
  (round.value?.stops ?? [])
    .filter((s) => places.of(s).group === group)
    .sort((a, b) => places.of(a).rank - places.of(b).rank)
// Second drinks of the day stand by themselves, and open at their hour by the clock in the hand.
const now = useNow({ interval: 20_000 })
const hourNow = computed(() => now.value.getHours() + now.value.getMinutes() / 60)
// One that was noted in this visit keeps its row, so that the next tap meets what the eye saw.
const drunk = reactive(new Map<number, Stop>())
watch(today, (_now, before) => before && drunk.clear())
const seconds = computed(() =>
  (round.value?.stops ?? [])
    .map((s) => (s.again && !s.put_off ? s : drunk.get(s.id)))
    .filter((s): s is Stop => s !== undefined)
    .sort((a, b) => a.again!.at_h - b.again!.at_h),
)
const secondNoted = (s: Stop) => drunk.has(s.id) && !round.value?.stops.find((x) => x.id === s.id)?.again

const groups = computed(() =>
  [
    { id: 'to-do', title: 'Now', stops: inGroup('to-do') },
    { id: 'again', title: 'And again today', stops: seconds.value },
    { id: 'can-wait', title: 'Due, but today has not room', stops: inGroup('can-wait') },
    { id: 'to-leave', title: 'Leave these', stops: inGroup('to-leave') },
    { id: 'finished', title: 'Done or put off today', stops: inGroup('finished') },
  ].filter((g) => g.stops.length),
)
const shownGroups = useSlices(() => groups.value)
const all = computed(() => groups.value.filter((g) => g.id !== 'again').flatMap((g) => g.stops))
const hands = computed(() => all.value.filter(wantsHand))
const inWords = computed(() => (round.value ? roundInWords(round.value, units) : ''))
const asides = computed(() => {
  const r = round.value
  if (!r) return ''
  return [...hotWater(r, units), ...r.butts.map((b) => buttInWords(b, r.garden.today, units))].join(' ')
})
const leaving = computed(() => (round.value ? leavingSoon(round.value) : ''))
const worse = computed(() => (round.value ? turnedWorse(round.value) : []))
const tight = computed(() => (round.value ? tightness(round.value) : ''))
const pourable = computed(() =>
  hands.value.filter((s) => isDue(s) && s.word !== 'check' && s.dose && !actions.state(s.id)),
)
/** What a whole round leaves out because a finger or another hour comes first. */
const besides = computed(() => [
  ...hands.value.filter((s) => !isDue(s) || s.word === 'check').map((s) => s.name),
  ...seconds.value.map((s) => `${s.name} again`),
])

const secondOpen = (s: Stop) => secondIsOpen(s, round.value?.garden.own_clock ?? false, hourNow.value)
function secondDone(stop: Stop) {
  const { again } = stop
  if (!again || !secondOpen(stop)) return
  const NOON_H = 12 // a second drink is none of the morning
  const part = partOfDay(Math.max(again.at_h, NOON_H))
  const poured = { litres: again.dose.litres, part, passes: again.dose.passes }
  deed(stop, async () => {
    drunk.set(stop.id, stop)
    if (!(await actions.watered([{ stop, ...poured }]))) drunk.delete(stop.id)
  })
}

const picked = ref<number | null>(null)
const whyOpen = ref(false)
const shown = computed(() => all.value.find((s) => s.id === picked.value) ?? all.value[0])
const whyOpened = ref(false)
watch(whyOpen, () => (whyOpened.value = true))
const help = ref(false)
const helpOpened = ref(false)
watch(help, () => (helpOpened.value = true))
const print = () => window.print()
const amount = reactive<{ open: boolean; stop: Stop | null }>({ open: false, stop: null })
const marking = computed(() => all.value.some((s) => actions.state(s.id)))
const unsure = computed(() => all.value.filter((s) => actions.state(s.id) === 'unsure'))
const wholeRound = ref(false)
const wholeOpened = ref(false)
watch(wholeRound, () => (wholeOpened.value = true))

const altering = ref<{ open: boolean; stop: Stop | null }>({ open: false, stop: null })

function why(stop: Stop) {
  picked.value = stop.id
  whyOpen.value = true
}

function askAmount(stop: Stop) {
  picked.value = stop.id
  Object.assign(amount, { open: true, stop })
}

async function keepAmount(said: PouredSaid) {
  const { stop } = amount
  if (!stop) return
  places.hold(stop)
  if (await actions.watered([{ stop, ...said }])) amount.open = false
}

async function keepRound(stops: Stop[], hour: number) {
  const poured = stops.map((stop) => ({ stop, litres: stop.dose!.litres, hour, part: partOfDay(hour) }))
  poured.forEach((p) => places.hold(p.stop))
  if (await actions.watered(poured)) wholeRound.value = false
}

/** A deed at a stop: its row keeps its place, and hears no second tap. */
function deed(stop: Stop, act: () => Promise<unknown>) {
  if (!actions.hears(stop.id)) return
  places.hold(stop)
  // What else the line waters keeps its place, too.
  all.value.filter((s) => stop.line_with.some((x) => x.id === s.id)).forEach((s) => places.hold(s))
  void act().then(() => moveOn(stop))
}

/** What was pressed is gone with the deed: the focus goes on to the next stop, where nothing else has taken it. */
async function moveOn(stop: Stop) {
  await nextTick()
  if (document.activeElement && document.activeElement !== document.body) return
  const at = all.value.findIndex((s) => s.id === stop.id)
  const next = all.value[at + 1] ?? stop
  document.getElementById(`stop-${next.id}`)?.focus({ preventScroll: true })
}

function done(stop: Stop) {
  const { dose } = stop
  if (dose) deed(stop, () => actions.watered([{ stop, litres: dose.litres }]))
}

/** Fed: with all of its soak where it goes into that, else in its own water alone. */
function fed(stop: Stop) {
  const now = stop.feeding
  if (!now?.dose) return
  // What goes over leaves reaches no root.
  const own = now.dose.over_leaves ? 0 : now.dose.litres
  const litres = now.with_soak && stop.dose ? stop.dose.litres : own
  const passes = now.with_soak ? undefined : 1
  deed(stop, () =>
    actions.watered([{ stop, litres, passes, into: 'soil', feed: now.dose!.feed, fed: now.dose!.amount }]),
  )
}

const notToday = (stop: Stop) => deed(stop, () => actions.notToday(stop))
const felt = (stop: Stop, found: Found) => deed(stop, () => actions.felt(stop, found, foundInWords(found)))
/** Poured until it ran out below: what was poured, and what that shows. */
const ranOut = (stop: Stop) =>
  deed(stop, async () => {
    const { dose } = stop
    if (dose && !(await actions.watered([{ stop, litres: dose.litres }]))) return
    await actions.felt(stop, 'ran_out', foundInWords('ran_out'))
  })

function takeBack(stop: Stop) {
  const noted = lastRun(stop, all.value, places.held(stop.id))
  if (noted.length) deed(stop, () => actions.takeBack(stop, noted))
}

/** A tap in a stop's menu. */
function act(stop: Stop, what: Act) {
  if (what === 'other') askAmount(stop)
  else if (what === 'not_today') notToday(stop)
  else if (what === 'ran_out') ranOut(stop)
  else if (what === 'alter') altering.value = { open: true, stop }
  else if (what === 'wrong')
    void router.push({ name: 'signs', params: { garden: props.garden, bed: stop.id } })
  else felt(stop, what)
}

/** By key, a stop that is dealt with hands the pick on to the next one; a thumb picks for itself. */
function pickAfter(stop: Stop) {
  const at = hands.value.findIndex((s) => s.id === stop.id)
  picked.value = (hands.value[at + 1] ?? hands.value[at - 1] ?? stop).id
}

async function move(by: number) {
  const ids = all.value.map((s) => s.id)
  const at = picked.value === null ? (by > 0 ? -1 : ids.length) : ids.indexOf(picked.value)
  picked.value = ids[Math.min(ids.length - 1, Math.max(0, at + by))] ?? null
  await nextTick()
  const row = document.getElementById(`stop-${picked.value}`)
  row?.focus({ preventScroll: true })
  row?.scrollIntoView({ block: 'nearest' })
}

useRoundKeys({
  picked: () => (picked.value === null ? undefined : shown.value),
  move: (by) => void move(by),
  help: () => (help.value = true),
  why,
  done: (stop) => {
    pickAfter(stop)
    done(stop)
  },
  notToday: (stop) => {
    pickAfter(stop)
    notToday(stop)
  },
  other: askAmount,
  felt: (stop, found) => {
    pickAfter(stop)
    felt(stop, found)
  },
  back: takeBack,
  alter: (stop) => act(stop, 'alter'),
})
</script>

<template>
  <Problem v-if="query.isError.value && !round" :error="query.error.value" @retry="query.refetch()" />
  <Waiting v-else-if="!round" label="Working out the round" :rows="6" />
  <div v-else class="page" :class="{ wide }">
    <div class="column">
      <p class="print-only">
        <strong>{{ round.garden.name }}</strong>
      </p>
      <p class="soft dated">
        {{ longDate(round.garden.today) }}
        <RouterLink class="no-print" :to="{ name: 'read', params: { garden } }"
          >How to read an isle</RouterLink
        >
      </p>
      <template v-if="round.lacks === 'beds'">
        <h1>No isles yet</h1>
        <p class="lead">
          Here each bed to water will stand with its dose, in the order you walk. Describe the first one; what
          you don’t know can stay open.
        </p>
        <RouterLink class="btn full" :to="{ name: 'new-bed', params: { garden } }">Describe a bed</RouterLink>
      </template>
      <template v-else-if="round.lacks === 'weather'">
        <h1>One thing more: the weather</h1>
        <p class="lead">
          The round needs at least yesterday’s lowest and highest temperature and its rain. A few days ahead
          make it better.
        </p>
        <RouterLink class="btn full" :to="{ name: 'sky', params: { garden } }">Type the days</RouterLink>
      </template>
      <template v-else>
        <div id="round-top">
          <h1>{{ headline(round) }}</h1>
          <p v-if="inWords || round.heat" class="lead figures">
            {{ inWords }}
            <template v-if="round.heat && round.hours">
              Heat
              {{
                round.heat.dates[0] === round.garden.today
                  ? 'is here'
                  : `from ${longDate(round.heat.dates[0]!)}`
              }}, {{ times(round.heat.dates.length, 'day') }}. {{ potsFirst(round) }}
              <RouterLink class="no-print" :to="{ name: 'sky', params: { garden }, hash: '#heat' }"
                >Day by day</RouterLink
              ></template
            >
          </p>
          <p v-if="weatherNote(round, units)" class="note" role="note">{{ weatherNote(round, units) }}</p>
          <p v-if="leaving" class="note" role="note">
            {{ leaving }}
            <RouterLink :to="{ name: 'away', params: { garden } }">Before you go</RouterLink>
          </p>
          <div v-if="worse.length" class="note" role="note">
            <p>The outlook has worsened since you left: ask someone to look in.</p>
            <p v-for="text in worse" :key="text">{{ text }}</p>
          </div>
          <HopedRain
            v-if="round.weather.hoped.length"
            :garden="garden"
            :hoped="round.weather.hoped"
            :today="round.garden.today"
          />
          <AfterHail v-if="round.hail" :round="round" />
          <ColdNotice
            v-if="round.cold.tonight || round.cold.frozen.length || round.cold.sheets.length"
            :round="round"
          />
          <Airing v-if="round.airing.length" :airing="round.airing" />
          <p v-if="tight" class="note" role="note">{{ tight }}</p>
          <p v-if="round.sizes_due > 0" class="soft">
            {{ round.sizes_due === 1 ? 'One planting wants' : `${round.sizes_due} plantings want` }} a look at
            their size:
            <RouterLink :to="{ name: 'sizes', params: { garden } }">look through them</RouterLink>.
          </p>
        </div>
        <HoursRibbon v-if="round.hours" :hours="round.hours" :windows="round.limits.windows" />

        <template v-for="group in shownGroups" :key="group.id">
          <section v-if="group.id === 'again'" aria-labelledby="again">
            <div class="head"><h2 id="again">And again today</h2></div>
            <ul>
              <StopRow
                v-for="s in seconds"
                :key="s.id"
                :stop="secondDrink(s)"
                :second="s"
                :second-open="secondOpen(s)"
                :second-noted="secondNoted(s)"
                :round="round"
                :picked="false"
                :open="false"
                :mark="actions.state(s.id)"
                :marked="false"
                @pick="picked = s.id"
                @done="secondDone(s)"
              />
            </ul>
          </section>
          <section v-else :aria-labelledby="group.id">
            <div class="head">
              <h2 :id="group.id">{{ group.title }}</h2>
              <button
                v-if="group.id === 'to-do' && pourable.length > 1"
                class="btn no-print"
                type="button"
                @click="wholeRound = true"
              >
                All {{ pourable.length }} done
              </button>
            </div>
            <ul>
              <template v-for="s in group.stops" :key="s.id">
                <LeaveRow
                  v-if="group.id === 'to-leave' && !places.held(s.id)"
                  :stop="s"
                  :round="round"
                  :picked="picked === s.id"
                  :open="whyOpen && shown?.id === s.id"
                  @pick="picked = s.id"
                  @why="why(s)"
                  @act="(what) => act(s, what)"
                />
                <StopRow
                  v-else
                  :stop="s"
                  :round="round"
                  :picked="picked === s.id"
                  :open="whyOpen && shown?.id === s.id"
                  :mark="actions.state(s.id)"
                  :marked="places.held(s.id)"
                  @pick="picked = s.id"
                  @why="why(s)"
                  @done="done(s)"
                  @felt="(found) => felt(s, found)"
                  @act="(what) => act(s, what)"
                  @back="takeBack(s)"
                  @give-up="actions.giveUp(s.id)"
                />
              </template>
            </ul>
            <LaterGoes v-if="group.id === 'to-do'" :round="round" />
          </section>
        </template>
        <FeedsDue
          v-if="round.stops.some((s) => s.feeding?.due && s.feeding.due <= round!.garden.today)"
          :round="round"
          :busy="(id) => actions.state(id) !== null"
          @fed="fed"
        />
        <CasesDue v-if="round.cases_due.length" :round="round" />
        <WetSpell v-if="round.wet_spell" :round="round" />
        <LooksAfterRain
          v-if="round.looks.length"
          :round="round"
          :busy="(id) => actions.state(id) !== null"
          @felt="(stop, found) => felt(stop, found)"
        />
        <p class="soft small caution">
          Water low and slow at the base, leaves dry. Don’t drink from hose or butt.
          {{ asides }}
          Each isle shows its water this morning, before the round.
          <span class="no-print">
            <RouterLink :to="{ name: 'noted', params: { garden } }">All that was noted</RouterLink>,
            <button class="link" type="button" @click="help = true">keys</button>,
            <button class="link" type="button" @click="print">print</button>
          </span>
        </p>
      </template>
    </div>
    <aside v-if="wide && shown && !round.lacks" class="aside no-print">
      <WhyPanel class="stay" :stop="shown" :setting="round" />
    </aside>

    <WhyDrawer v-if="!wide && shown && whyOpened" v-model="whyOpen" :stop="shown" :round="round" />
    <AlterDialog v-if="altering.stop" v-model="altering.open" :garden="garden" :stop="altering.stop" />
    <KeysSheet v-if="helpOpened" v-model="help" />
    <PouredDialog
      v-if="amount.stop"
      v-model="amount.open"
      :name="amount.stop.name"
      :method="amount.stop.method"
      :store="amount.stop.reservoir_capacity_l !== null"
      :rig="amount.stop.rig"
      :rigs="round.garden.rigs.map((r) => r.name)"
      :feeds="round.garden.feeds"
      :measures="amount.stop.measures"
      :dose="amount.stop.dose"
      :today="today"
      :own-clock="round.garden.own_clock"
      :busy="marking"
      :note="unsure.length ? UNSURE : ''"
      :keep="keepAmount"
    />
    <WholeRound
      v-if="wholeRound || wholeOpened"
      v-model="wholeRound"
      :stops="pourable"
      :besides="besides"
      :own-clock="round.garden.own_clock"
      :busy="marking"
      :unsure="unsure.length ? UNSURE : ''"
      @keep="keepRound"
      @give-up="unsure[0] && actions.giveUp(unsure[0].id)"
    />
  </div>
</template>

<style scoped>
.page.wide {
  display: grid;
  grid-template-columns: minmax(0, 740px) 340px;
  gap: 40px;
  justify-content: space-between;
  min-height: calc(100vh - 88px);
}
.column {
  max-width: 760px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--ink);
  margin-top: 24px;
  padding-bottom: 8px;
  min-height: 52px;
}
ul {
  margin: 0;
  padding: 0;
}
.aside {
  background: var(--page);
  border-left: 1px solid var(--hair);
  margin: -24px -32px -64px 0;
  padding: 24px 24px 64px;
}
.stay {
  position: sticky;
  top: 24px;
  max-height: calc(100vh - 48px);
  overflow-y: auto;
}
.dated {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
.caution {
  margin-top: 24px;
}
.link {
  font: inherit;
  color: var(--water);
  background: none;
  border: 0;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
  min-height: 24px;
}
.btn + .btn {
  margin-left: 8px;
}
@media print {
  .page.wide {
    display: block;
  }
  .column {
    max-width: none;
  }
  .head {
    margin-top: 8px;
    min-height: 0;
    padding-bottom: 2px;
  }
  .column :deep(figure),
  .column :deep(h1) + .lead,
  .note {
    margin: 4px 0;
  }
  .column :deep(.ribbon),
  .column :deep(.allowed),
  .column :deep(.ticks) {
    display: none;
  }
  .caution {
    margin-top: 8px;
  }
}
</style>
