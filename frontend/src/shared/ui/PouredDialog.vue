<script setup lang="ts">
import { computed, watch } from 'vue'

import type { Feed, Into, PouredBy, Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { measureOf, partOfDay, usualHour, type PouredSaid } from '@/shared/words/measures'

import { isDry, measureOfFeed } from '@/shared/words/feeding'

import AmountField from './AmountField.vue'
import Choice from './Choice.vue'
import DateField from './DateField.vue'
import OpenNumber from './OpenNumber.vue'
import Picks from './Picks.vue'
import TimeField from './TimeField.vue'

/** One watering as it is said after the fact. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  name: string
  method: Stop['method']
  /** Whether it has a store of water of its own, below or buried. */
  store: boolean
  /** What it is usually watered from, and what else there is. */
  rig: string
  rigs: string[]
  /** What it may be fed with. */
  feeds: Feed[]
  measures: Stop['measures']
  dose: Stop['dose']
  today: string
  /** The first day on which it may have been. */
  since?: string
  ownClock: boolean
  busy: boolean
  /** What stands above the buttons, while a mark is under way. */
  note?: string
  /** Keeps it; throws what the server refuses. */
  keep: (x: PouredSaid) => Promise<void>
}>()
const units = useUnits()
/** A line or sprinkler runs by itself; what a hand pours falls on all of the ground. */
const HAND: { value: PouredBy; label: string }[] = [
  { value: 'hose', label: 'by hose, by hand' },
  { value: 'can', label: 'from a can' },
]
const WAYS = {
  drip: [{ value: 'drip' as const, label: 'through its line' }, ...HAND],
  sprinkler: [{ value: 'sprinkler' as const, label: 'by its sprinkler' }, ...HAND],
}
const form = reactive({
  litres: null as number | null,
  date: '',
  hour: 7,
  into: 'soil' as Into,
  passes: 1 as number | null,
  rig: '',
  way: null as PouredBy | null,
  feed: '',
  fed: null as number | null,
})
const fedWith = computed(() => props.feeds.find((x) => x.name === form.feed))
const problem = ref('')

watch(
  open,
  (now) => {
    if (!now) return
    Object.assign(form, {
      litres: props.dose?.litres ? Math.round(props.dose.litres * 100) / 100 : null,
      date: props.today,
      hour: usualHour(props.ownClock),
      into: props.dose?.into ?? (props.method === 'reservoir' ? 'reservoir' : 'soil'),
      passes: props.dose && props.dose.passes > 1 ? props.dose.passes : 1,
      rig: props.rig,
      way: props.method === 'reservoir' ? null : props.method,
      feed: '',
      fed: null,
    })
    problem.value = ''
  },
  { immediate: true },
)

async function submit() {
  problem.value = ''
  const { litres, date, hour, into, passes } = form
  if (litres === null)
    problem.value = `The amount is missing: type how much was poured, in ${units.label('volume')} or another measure.`
  else if (Number.isNaN(litres) || Number.isNaN(passes))
    problem.value = 'The amount cannot be read: type a number.'
  if (form.feed && !form.fed && !problem.value)
    problem.value = `How much ${form.feed} went in is missing: type it in mL or g.`
  if (litres === null || problem.value) return
  try {
    const from = form.rig && form.rig !== props.rig ? { rig: form.rig } : {}
    const by = form.way && form.way !== props.method && into === 'soil' ? { way: form.way } : {}
    const fed = form.feed && form.fed ? { feed: form.feed, fed: form.fed } : {}
    await props.keep({
      litres,
      date,
      hour,
      part: partOfDay(hour),
      into,
      passes: passes ?? 1,
      ...from,
      ...by,
      ...fed,
    })
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Watered ${name}`" width="440px">
    <form id="poured" class="stack" novalidate @submit.prevent="submit">
      <AmountField
        v-model="form.litres"
        :measures="measures"
        :first="measureOf(form.way ?? method, measures)"
        :error="problem"
      />
      <div class="when">
        <DateField v-model="form.date" label="On" :min="since" :max="today" />
        <TimeField v-model="form.hour" label="At about" />
      </div>
      <Picks
        v-if="store"
        v-model="form.into"
        legend="Where"
        :options="[
          {
            value: 'reservoir',
            label: method === 'reservoir' ? 'into the reservoir' : 'into what is buried',
          },
          { value: 'soil', label: 'on top' },
        ]"
      />
      <OpenNumber
        v-if="form.into === 'soil'"
        v-model="form.passes"
        label="In how many goes, with a pause between"
      />
      <Picks
        v-if="(method === 'drip' || method === 'sprinkler') && form.into === 'soil'"
        v-model="form.way"
        legend="How"
        :options="WAYS[method]"
      />
      <Choice
        v-if="rigs.length > 1"
        v-model="form.rig"
        label="From"
        :options="rigs.map((name) => ({ value: name, label: name }))"
      />
      <div v-if="feeds.length" class="when">
        <Choice
          v-model="form.feed"
          label="With feed"
          :options="[{ value: '', label: 'none' }, ...feeds.map((x) => ({ value: x.name, label: x.name }))]"
        />
        <OpenNumber v-if="fedWith" v-model="form.fed" :label="`${measureOfFeed(fedWith.kind)} of it`" />
      </div>
      <p v-if="fedWith && (isDry(fedWith.kind) || fedWith.over_leaves)" class="soft small">
        Given dry, or over the leaves? The amount of water is 0 then.
      </p>
      <p v-if="note" role="status">{{ note }}</p>
    </form>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Close</button>
      <button class="btn full" type="submit" form="poured" :disabled="busy">Note it</button>
    </template>
  </el-dialog>
</template>

<style scoped>
.when {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
</style>
