<script setup lang="ts">
import { computed, watch } from 'vue'

import { useCatalogue } from '@/shared/api/queries'
import type { BedPage, LiftedWeight, ObservationKind, Wetness } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import DateField from '@/shared/ui/DateField.vue'
import { OBSERVATION_KIND, allOf, optionsOf, TOP, TOUCH, WEIGHT, WETNESS } from '@/shared/words/names'

import { kindsFor } from './observations'
import { openingId, type ObservationSaid } from './useBedEvents'

/** What was found at the bed: one dialog for every kind of observation. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  page: BedPage
  busy: boolean
  keep: (x: ObservationSaid, id: string) => Promise<void>
}>()
const units = useUnits()
const catalogue = useCatalogue()
const form = reactive({
  kind: 'finger' as ObservationKind,
  wetness: 'moist' as Wetness,
  weight: 'middling' as LiftedWeight,
  top: 'dry' as 'dry' | 'just_damp',
  value: null as number | null,
  date: '',
})
const problem = ref('')
let idFor: (date: string) => string = () => ''
const kinds = computed(() => {
  const container = catalogue.data.value?.kinds.find((k) => k.key === props.page.bed.kind)?.container ?? false
  return optionsOf(
    kindsFor(container, props.page.bed.reservoir !== null, props.page.bed.soaked_kg !== null),
    OBSERVATION_KIND,
  )
})
const deep = computed(() =>
  props.page.stop
    ? `At ${units.show(props.page.stop.finger_depth_m, 'small_length')} deep`
    : 'At finger depth',
)
watch(open, (now) => {
  if (!now) return
  idFor = openingId(props.page, 'observation')
  Object.assign(form, { kind: 'finger' as const, value: null, date: props.page.garden.today })
  problem.value = ''
})
/** A float tells full, half or down; a dipstick litres. */
const LEVELS = [
  { value: 1, label: 'full' },
  { value: 0.5, label: 'half' },
  { value: 0, label: 'down' },
]
const capacity = computed(() => props.page.bed.reservoir?.capacity_l ?? 0)
const level = computed({
  get: () => LEVELS.find((x) => form.value === x.value * capacity.value)?.value ?? null,
  set: (share) => (form.value = share === null ? null : share * capacity.value),
})
watch(
  () => form.kind,
  () => (form.value = null),
)

async function submit() {
  problem.value = ''
  const readings: Partial<Record<ObservationKind, Wetness | LiftedWeight>> = {
    finger: form.wetness,
    lifted: form.weight,
    top: form.top,
  }
  const reading = readings[form.kind] ?? null
  try {
    await props.keep({ kind: form.kind, reading, value: form.value, date: form.date }, idFor(form.date))
    open.value = false
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Checked ${page.bed.name}`" width="480px">
    <form id="check" class="stack" novalidate @submit.prevent="submit">
      <Picks v-model="form.kind" legend="How did you look?" :options="kinds" />
      <Picks
        v-if="form.kind === 'finger'"
        v-model="form.wetness"
        :legend="deep"
        :options="allOf(WETNESS).map((o) => ({ ...o, label: `${o.label}: ${TOUCH[o.value]}` }))"
      />
      <Picks
        v-else-if="form.kind === 'lifted'"
        v-model="form.weight"
        legend="How heavy was it?"
        :options="allOf(WEIGHT)"
      />
      <Picks
        v-else-if="form.kind === 'top'"
        v-model="form.top"
        legend="How does it look?"
        :options="allOf(TOP)"
      />
      <OpenNumber v-else-if="form.kind === 'probe'" v-model="form.value" label="Water, % of the volume" />
      <UnitInput
        v-else-if="form.kind === 'dug'"
        v-model="form.value"
        label="Moist down to"
        quantity="small_length"
      />
      <UnitInput
        v-else-if="form.kind === 'weighed'"
        v-model="form.value"
        label="It weighs"
        quantity="weight"
        :hint="`${units.show(page.bed.soaked_kg ?? 0, 'weight')} soaked, ${units.show(page.bed.limp_kg ?? 0, 'weight')} limp`"
      />
      <template v-else-if="form.kind === 'float'">
        <Picks v-model="level" legend="Where does it stand?" :options="LEVELS" />
        <UnitInput
          v-model="form.value"
          label="It holds"
          quantity="volume"
          :hint="`of ${units.show(capacity, 'volume')}`"
        />
      </template>
      <DateField v-model="form.date" label="On" :max="page.garden.today" :min="page.bed.opened" />
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    </form>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Close</button>
      <button class="btn full" type="submit" form="check" :disabled="busy">Note it</button>
    </template>
  </el-dialog>
</template>
