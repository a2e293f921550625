<script setup lang="ts">
import { computed, watch } from 'vue'

import Choice from '@/shared/ui/Choice.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { allOf, LINE_KIND } from '@/shared/words/names'

import { emittersOf, flowOf, type BedForm } from './bedForm'

/** A drip line: its length and the spacing are enough; what is left open is as usual, with its doubt. */
const form = defineModel<BedForm>({ required: true })
const props = defineProps<{
  of: (field: string) => string | undefined
  /** Beds from whose line this one may go on. */
  lines: { value: number; label: string }[]
}>()
const FROM = computed(() => [{ value: null as number | null, label: 'the tap itself' }, ...props.lines])
const LAID = [
  { value: 'rows' as const, label: 'in rows along the bed' },
  { value: 'ring' as const, label: 'once round it' },
]
watch(
  (): unknown[] => [
    form.value.line.length_m,
    form.value.line.rows,
    form.value.spacing_m,
    form.value.line.kind,
  ],
  () => {
    form.value.emitters = emittersOf(form.value) ?? form.value.emitters
  },
)
watch(
  (): unknown[] => [form.value.per_m, form.value.spacing_m, form.value.line.kind],
  () => {
    form.value.emitter_flow = flowOf(form.value) ?? form.value.emitter_flow
  },
)
</script>

<template>
  <div class="stack">
    <Picks v-model="form.line.kind" legend="What kind of line?" :options="allOf(LINE_KIND)" />
    <Choice v-if="lines.length" v-model="form.line_after" label="Its water comes on from" :options="FROM" />
    <p v-if="form.line_after" class="soft small">
      One tube, no valve between: both get water at once, for as long as the thirstier asks.
    </p>
    <div class="row">
      <UnitInput
        v-model="form.line.length_m"
        label="Length of the line"
        quantity="length"
        :error="of('drip.length_m')"
        hint="of each row; then what each gives is worked out"
      />
      <UnitInput
        v-if="form.line.kind !== 'soaker'"
        v-model="form.spacing_m"
        label="From hole to hole"
        quantity="small_length"
        hint="counts them for you"
      />
      <UnitInput
        v-if="form.line.kind !== 'drippers'"
        v-model="form.per_m"
        label="It gives, each metre"
        quantity="drip_flow"
        hint="printed on the roll; 4 L/h is usual"
      />
    </div>
    <div class="row">
      <OpenNumber
        v-model="form.emitters"
        class="narrow"
        label="Drippers in all"
        :error="of('drip.emitters')"
      />
      <UnitInput
        v-model="form.emitter_flow"
        label="Each gives"
        quantity="drip_flow"
        :error="of('drip.flow_l_per_h')"
        hint="printed on it; 2 L/h is usual"
      />
    </div>
    <el-checkbox v-model="form.line.guessed">I guess what it gives: nothing is printed on it</el-checkbox>
    <details>
      <summary>More of the line: what is left open is as usual</summary>
      <div class="stack">
        <Picks v-model="form.line.laid" legend="How does it lie?" :options="LAID" />
        <div class="row">
          <OpenNumber
            v-if="form.line.laid === 'rows'"
            v-model="form.line.rows"
            class="narrow"
            label="Rows side by side"
            :error="of('drip.rows')"
          />
          <OpenNumber
            v-model="form.line.bore_mm"
            class="narrow"
            label="Width inside, mm"
            :error="of('drip.bore_mm')"
          />
          <UnitInput
            v-model="form.line.rise_m"
            label="Its end lies higher by"
            quantity="length"
            :error="of('drip.rise_m')"
            hint="lower: below zero"
          />
        </div>
        <div class="row">
          <UnitInput
            v-model="form.line.feed_m"
            :label="form.line_after ? 'Tube between the two' : 'Hose or pipe to it'"
            quantity="length"
            :error="of('drip.feed_m')"
          />
          <OpenNumber
            v-model="form.line.feed_bore_mm"
            class="narrow"
            label="Width inside of that, mm"
            :error="of('drip.feed_bore_mm')"
          />
          <UnitInput
            v-model="form.line.reducer_m"
            label="Head behind a reducer"
            quantity="length"
            :error="of('drip.reducer_m')"
            hint="10 m are 1 bar; left open: none"
          />
        </div>
        <OpenNumber
          v-if="!form.line_after"
          v-model="form.line.outlet"
          class="narrow"
          label="Outlet of its timer"
          :error="of('drip.outlet')"
        />
        <div class="row">
          <el-checkbox v-model="form.line.holding">Its drippers hold their flow over pressure</el-checkbox>
          <el-checkbox v-model="form.line.filtered">A filter stands before it</el-checkbox>
        </div>
      </div>
    </details>
  </div>
</template>

<style scoped>
.row > :deep(.unit-input) {
  width: 168px;
  align-self: flex-start;
}
</style>
