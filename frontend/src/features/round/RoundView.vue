<script setup lang="ts">
import { useMediaQuery, useNow } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, onMounted, reactive, watch } from 'vue'

import { UNSURE } from '@/shared/outbox/outbox'
import { useRound } from '@/shared/api/queries'
import type { DayPart, Stop } from '@/shared/api/types'
import { longDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import UnitInput from '@/shared/ui/UnitInput.vue'
import WhyPanel from '@/shared/ui/WhyPanel.vue'
import {
  headline,
  hotWater,
  partOfDay,
  potsFirst,
  secondDrink,
  secondIsOpen,
  tightness,
  totals,
  wantsHand,
  weatherNote,
} from '@/shared/words/stop'

import HoursRibbon from './HoursRibbon.vue'
import StopRow from './StopRow.vue'
import { usePlaces, type Group } from './usePlaces'
import AlterDialog from '@/shared/ui/AlterDialog.vue'
import { foundInWords, lastNoted, useRoundActions, type Found } from './useRoundActions'

const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = useRound(() => props.garden)
const round = computed(() => query.data.value)
const wide = useMediaQuery('(min-width: 1160px)')
const today = computed(() => round.value?.garden.today ?? '')
const actions = useRoundActions(
  () => props.garden,
  () => (query.data.value?.garden.own_clock ? today.value : null),
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
    { id: 'to-leave', title: 'Leave these', stops: inGroup('to-leave') },
    { id: 'finished', title: 'Done or put off today', stops: inGroup('finished') },
  ].filter((g) => g.stops.length),
)
const all = computed(() => groups.value.filter((g) => g.id !== 'again').flatMap((g) => g.stops))
const hands = computed(() => all.value.filter(wantsHand))
const sum = computed(() => (round.value ? totals(round.value) : null))
const tight = computed(() => (round.value ? tightness(round.value) : ''))
const pourable = computed(() =>
  hands.value.filter((s) => s.word !== 'check' && s.dose && !actions.state(s.id)),
)

const secondOpen = (s: Stop) => secondIsOpen(s, round.value?.garden.own_clock ?? false, hourNow.value)
function secondDone(stop: Stop) {
  const { again } = stop
  if (!again || !secondOpen(stop)) return
  const poured = { litres: again.dose.litres, part: partOfDay(again.at_h), passes: again.dose.passes }
  deed(stop, async () => {
    drunk.set(stop.id, stop)
    if (!(await actions.watered([{ stop, ...poured }]))) drunk.delete(stop.id)
  })
}

const picked = ref<number | null>(null)
const whyOpen = ref(false)
const shown = computed(() => all.value.find((s) => s.id === picked.value) ?? all.value[0])
const help = ref(false)
const amount = reactive<{
  open: boolean
  stop: Stop | null
  litres: number | null
  part: DayPart
  problem: string
}>({ open: false, stop: null, litres: null, part: 'morning', problem: '' })
const marking = computed(() => all.value.some((s) => actions.state(s.id)))
const unsure = computed(() => all.value.filter((s) => actions.state(s.id) === 'unsure'))
const wholeRound = reactive<{ open: boolean; part: DayPart }>({ open: false, part: 'morning' })

const altering = ref<{ open: boolean; stop: Stop | null }>({ open: false, stop: null })

function why(stop: Stop) {
  picked.value = stop.id
  whyOpen.value = true
}

function askAmount(stop: Stop) {
  picked.value = stop.id
  const litres = stop.dose ? Math.round(stop.dose.litres * 10) / 10 : null
  Object.assign(amount, { open: true, stop, litres, part: 'morning', problem: '' })
}

async function keepAmount() {
  const { stop, litres, part } = amount
  if (!stop) return
  amount.problem = ''
  if (litres === null) amount.problem = `Type how much was poured, in ${units.label('volume')}.`
  if (litres === null || Number.isNaN(litres)) return
  places.hold(stop)
  if (await actions.watered([{ stop, litres, part }])) amount.open = false
}

async function keepRound() {
  const poured = pourable.value.map((stop) => ({ stop, litres: stop.dose!.litres, part: wholeRound.part }))
  poured.forEach((p) => places.hold(p.stop))
  if (await actions.watered(poured)) wholeRound.open = false
}

/** A deed at a stop: its row keeps its place, and hears no second tap. */
function deed(stop: Stop, act: () => Promise<unknown>) {
  if (!actions.hears(stop.id)) return
  places.hold(stop)
  void act()
}

function done(stop: Stop) {
  const { dose } = stop
  if (dose) deed(stop, () => actions.watered([{ stop, litres: dose.litres }]))
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
  const noted = lastNoted(stop, places.held(stop.id))
  if (noted) deed(stop, () => actions.takeBack(stop, noted))
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
  document.getElementById(`stop-${picked.value}`)?.scrollIntoView({ block: 'nearest' })
}

function onKey(e: KeyboardEvent) {
  const target = e.target as HTMLElement
  if (
    e.ctrlKey ||
    e.metaKey ||
    e.altKey ||
    target.closest('input, select, textarea, [role=dialog], [role=menu]')
  )
    return
  const stop = picked.value === null ? undefined : shown.value
  const hand = stop && wantsHand(stop)
  const keys: Record<string, () => void> = {
    j: () => void move(1),
    k: () => void move(-1),
    '?': () => (help.value = true),
    w: () => stop && why(stop),
    d: () => {
      if (!hand || stop.word === 'check') return say('Pick a stop to water first: j and k move.')
      pickAfter(stop)
      done(stop)
    },
    n: () => {
      if (!hand) return
      pickAfter(stop)
      notToday(stop)
    },
    a: () => stop && askAmount(stop),
  }
  const act = keys[e.key]
  if (!act) return
  e.preventDefault()
  if (!e.repeat || 'jk'.includes(e.key)) act() // a key held down is one deed
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))

const KEYS = [
  ['j / k', 'next stop, stop before'],
  ['d', 'done with its dose'],
  ['a', 'another amount'],
  ['n', 'not today'],
  ['w', 'why'],
  ['?', 'this sheet'],
]
</script>

<template>
  <Problem v-if="query.isError.value && !round" :error="query.error.value" @retry="query.refetch()" />
  <p v-else-if="!round" class="soft">Working out the round…</p>
  <div v-else class="page" :class="{ wide }">
    <div class="column">
      <p class="soft">{{ longDate(round.garden.today) }}</p>
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
          <p v-if="sum && hands.length" class="lead figures">
            <template v-if="sum.litres > 0"
              >{{ Math.max(1, Math.round(sum.minutes)) }} minutes, {{ units.show(sum.litres, 'volume')
              }}<template v-if="sum.lineMinutes"
                >, and a line left running {{ Math.round(sum.lineMinutes) }} minutes</template
              >.</template
            >
            <template v-if="round.heat && round.hours">
              Heat
              {{
                round.heat.dates[0] === round.garden.today
                  ? 'is here'
                  : `from ${longDate(round.heat.dates[0]!)}`
              }}, {{ round.heat.dates.length }} days. {{ potsFirst(round) }}</template
            >
          </p>
          <p v-if="weatherNote(round)" class="note" role="note">{{ weatherNote(round) }}</p>
          <p v-if="tight" class="note" role="note">{{ tight }}</p>
          <p v-if="round.sizes_due > 0" class="soft">
            {{ round.sizes_due === 1 ? 'One size was' : `${round.sizes_due} sizes were` }} not seen for a
            while: <RouterLink :to="{ name: 'sizes', params: { garden } }">look through them</RouterLink>.
          </p>
        </div>
        <HoursRibbon v-if="round.hours" :hours="round.hours" :windows="round.limits.windows" />

        <template v-for="group in groups" :key="group.id">
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
                @click="wholeRound.open = true"
              >
                All {{ pourable.length }} done
              </button>
            </div>
            <ul>
              <StopRow
                v-for="s in group.stops"
                :key="s.id"
                :stop="s"
                :round="round"
                :picked="picked === s.id"
                :open="whyOpen && shown?.id === s.id"
                :mark="actions.state(s.id)"
                :marked="places.held(s.id)"
                @pick="picked = s.id"
                @why="why(s)"
                @done="done(s)"
                @other="askAmount(s)"
                @not-today="notToday(s)"
                @felt="(found) => felt(s, found)"
                @ran-out="ranOut(s)"
                @alter="altering = { open: true, stop: s }"
                @back="takeBack(s)"
                @give-up="actions.giveUp(s.id)"
              />
            </ul>
          </section>
        </template>
        <p class="soft small caution">
          Water low and slow at the base, leaves dry. Don’t drink from hose or butt.
          <template v-for="line in hotWater(round, units)" :key="line">{{ line }} </template>
          <button class="link" type="button" @click="help = true">Keys</button>
        </p>
      </template>
    </div>
    <aside v-if="wide && shown && !round.lacks" class="aside no-print">
      <WhyPanel class="stay" :stop="shown" :setting="round" />
    </aside>

    <el-drawer
      v-if="!wide && shown"
      :model-value="whyOpen"
      direction="btt"
      size="88%"
      :title="shown.name"
      @update:model-value="whyOpen = $event"
    >
      <WhyPanel :stop="shown" :setting="round" />
    </el-drawer>
    <AlterDialog v-model="altering.open" :garden="garden" :stop="altering.stop" />
    <el-dialog v-model="help" title="Keys" width="360px">
      <dl class="keys">
        <template v-for="[key, what] in KEYS" :key="key">
          <dt>{{ key }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
    </el-dialog>
    <el-dialog v-model="amount.open" :title="`${amount.stop?.name}: how much?`" width="400px">
      <form id="amount" @submit.prevent="keepAmount">
        <UnitInput v-model="amount.litres" label="Amount" quantity="volume" :error="amount.problem" />
        <p v-if="unsure.length" role="status">{{ UNSURE }}</p>
        <fieldset class="when">
          <legend>When</legend>
          <label><input v-model="amount.part" type="radio" value="morning" /> this morning</label>
          <label v-if="amount.stop?.container"
            ><input v-model="amount.part" type="radio" value="afternoon" /> this afternoon</label
          >
          <label><input v-model="amount.part" type="radio" value="evening" /> this evening</label>
        </fieldset>
      </form>
      <template #footer>
        <button class="btn" type="button" @click="amount.open = false">Cancel</button>
        <button class="btn full" type="submit" form="amount" :disabled="marking">Note it</button>
      </template>
    </el-dialog>
    <el-dialog v-model="wholeRound.open" title="The whole round, done" width="440px">
      <ul class="plain">
        <li v-for="s in pourable" :key="s.id">
          {{ s.name }} <span class="figures">{{ units.show(s.dose!.litres, 'volume') }}</span>
        </li>
      </ul>
      <fieldset class="when">
        <legend>When</legend>
        <label><input v-model="wholeRound.part" type="radio" value="morning" /> this morning</label>
        <label><input v-model="wholeRound.part" type="radio" value="evening" /> this evening</label>
      </fieldset>
      <p v-if="unsure.length" role="status">
        {{ UNSURE }}
        <button class="btn" type="button" @click="actions.giveUp(unsure[0]!.id)">Stop sending</button>
      </p>
      <template #footer>
        <button class="btn" type="button" @click="wholeRound.open = false">Close</button>
        <button class="btn full" type="button" :disabled="marking" @click="keepRound">Note all</button>
      </template>
    </el-dialog>
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
.caution {
  margin-top: 24px;
}
.link {
  font: inherit;
  color: var(--water);
  background: none;
  border: 0;
  text-decoration: underline;
  cursor: pointer;
  min-height: 24px;
}
.keys {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 16px;
  margin: 0;
}
.keys dt {
  font-weight: 700;
}
.keys dd {
  margin: 0;
}
.when {
  border: 0;
  padding: 0;
  margin: 16px 0 0;
}
.when label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
.plain {
  list-style: none;
}
.plain li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px dotted var(--hair);
  padding: 6px 0;
}
.btn + .btn {
  margin-left: 8px;
}
</style>
