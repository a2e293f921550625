<script setup lang="ts">
import { watch } from 'vue'

import type { BedPage, DayPart, Into } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

import { openingId, type WateringSaid } from './useBedEvents'

/** A watering after the fact: how much, when, where, in how many goes. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  page: BedPage
  busy: boolean
  keep: (x: WateringSaid, id: string) => Promise<void>
}>()
const units = useUnits()
const form = reactive({
  litres: null as number | null,
  date: '',
  part: 'morning' as DayPart,
  into: 'soil' as Into,
  passes: 1 as number | null,
})
const problem = ref('')
let idFor: (date: string) => string = () => ''

watch(open, (now) => {
  if (!now) return
  idFor = openingId(props.page, 'watering')
  const dose = props.page.stop?.dose
  Object.assign(form, {
    litres: dose?.litres ? Math.round(dose.litres * 10) / 10 : null,
    date: props.page.garden.today,
    part: 'morning',
    into: props.page.bed.method === 'reservoir' ? 'reservoir' : 'soil',
    passes: dose && dose.passes > 1 ? dose.passes : 1,
  })
  problem.value = ''
})

async function submit() {
  problem.value = ''
  if (form.litres === null) {
    problem.value = `The amount is missing: type how much was poured, in ${units.label('volume')}.`
    return
  }
  try {
    const { litres, date, part, into, passes } = form
    await props.keep({ litres, date, part, into, passes: passes ?? 1 }, idFor(date))
    open.value = false
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Watered ${page.bed.name}`" width="420px">
    <form id="water" class="stack" novalidate @submit.prevent="submit">
      <UnitInput v-model="form.litres" label="How much" quantity="volume" />
      <label class="field">
        <span>When</span>
        <input v-model="form.date" type="date" :max="page.garden.today" :min="page.bed.opened" />
      </label>
      <Picks
        v-model="form.part"
        legend="Time of day"
        :options="[
          { value: 'morning', label: 'morning' },
          { value: 'afternoon', label: 'afternoon' },
          { value: 'evening', label: 'evening' },
        ]"
      />
      <Picks
        v-if="page.bed.method === 'reservoir'"
        v-model="form.into"
        legend="Where"
        :options="[
          { value: 'reservoir', label: 'into the reservoir' },
          { value: 'soil', label: 'on top' },
        ]"
      />
      <OpenNumber
        v-if="form.into === 'soil'"
        v-model="form.passes"
        label="In how many goes, with a pause between"
      />
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    </form>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Cancel</button>
      <button class="btn full" type="submit" form="water" :disabled="busy">Note it</button>
    </template>
  </el-dialog>
</template>
