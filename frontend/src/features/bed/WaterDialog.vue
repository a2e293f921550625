<script setup lang="ts">
import { watch } from 'vue'

import type { BedPage } from '@/shared/api/types'
import { toSi, useUnits } from '@/shared/format/units'
import Picks from '@/shared/ui/Picks.vue'

import type { WateringSaid } from './useBedEvents'

/** A watering after the fact: how much, when, where, in how many goes. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ page: BedPage; busy: boolean; keep: (x: WateringSaid) => Promise<void> }>()
const units = useUnits()
const form = reactive({ amount: '' as number | string, date: '', part: 'morning', into: 'soil', passes: 1 })
const problem = ref('')

watch(open, (now) => {
  if (!now) return
  const dose = props.page.stop?.dose
  Object.assign(form, {
    amount: dose?.litres ? units.num(dose.litres, 'volume') : '',
    date: props.page.garden.today,
    part: 'morning',
    into: props.page.bed.method === 'reservoir' ? 'reservoir' : 'soil',
    passes: dose && dose.passes > 1 ? dose.passes : 1,
  })
  problem.value = ''
})

async function submit() {
  problem.value = ''
  if (form.amount === '' || Number.isNaN(Number(form.amount))) {
    problem.value = `The amount is missing: type how much was poured, in ${units.label('volume')}.`
    return
  }
  const litres = toSi(Number(form.amount), 'volume', units.system.value)
  try {
    const { date, part, into, passes } = form
    await props.keep({ litres, date, part, into, passes: Number(passes) })
    open.value = false
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Watered ${page.bed.name}`" width="420px">
    <form id="water" class="stack" novalidate @submit.prevent="submit">
      <label class="field">
        <span>How much, in {{ units.label('volume') }}</span>
        <input v-model="form.amount" name="amount" inputmode="decimal" />
      </label>
      <label class="field">
        <span>When</span>
        <input v-model="form.date" type="date" :max="page.garden.today" :min="page.bed.opened" />
      </label>
      <Picks
        v-model="form.part"
        legend="Time of day"
        :options="[
          { value: 'morning', label: 'morning' },
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
      <label v-if="form.into === 'soil'" class="field">
        <span>In how many goes, with a pause between</span>
        <input v-model.number="form.passes" type="number" min="1" max="10" step="1" />
      </label>
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    </form>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Cancel</button>
      <button class="btn full" type="submit" form="water" :disabled="busy">Note it</button>
    </template>
  </el-dialog>
</template>
