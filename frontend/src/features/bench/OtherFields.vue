<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'

import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import DateField from '@/shared/ui/DateField.vue'
import { allOf, WETNESS } from '@/shared/words/names'

import { type Kind, type TestForm } from './bench'
import TrialRows from './TrialRows.vue'

/** What is read in the tests that are not just rows of trials. */
const form = defineModel<TestForm>({ required: true })
defineProps<{ kind: Kind; today: string }>()
const OF = [
  { value: 'mix' as const, label: 'the mix' },
  { value: 'reservoir' as const, label: 'the reservoir below' },
]
const SHAPES = [
  { value: 'round' as const, label: 'round, by its measures' },
  { value: 'box' as const, label: 'a box, by its measures' },
  { value: 'filled' as const, label: 'by filling it' },
]
const FEELS: Record<string, string> = {
  dry: 'dusty or hard, nothing clings',
  just_damp: 'cool, a crumb or two cling',
  moist: 'dark, clings, holds when squeezed',
  wet: 'shines, water comes when squeezed',
}
const FILLINGS = {
  key: 'fillings',
  title: 'Fillings',
  one: 'Filling',
  columns: [{ key: 'litres', label: 'It took', quantity: 'volume' as const }],
}
</script>

<template>
  <template v-if="kind === 'drain'">
    <fieldset v-for="(hole, h) in form.holes" :key="h" class="part">
      <legend>Hole {{ h + 1 }}</legend>
      <UnitInput v-model="hole.across_m" label="Width of the hole" quantity="small_length" />
      <div v-for="(r, i) in hole.readings" :key="i" class="row">
        <OpenNumber v-model="r.minutes" :label="`Minutes since it was filled (${i + 1})`" />
        <UnitInput v-model="r.water_m" :label="`Water above the bottom (${i + 1})`" quantity="small_length" />
      </div>
      <div class="row">
        <button class="btn" type="button" @click="hole.readings.push({ minutes: null, water_m: null })">
          <PhPlus :size="18" aria-hidden="true" /> A reading
        </button>
        <button v-if="form.holes.length > 1" class="btn" type="button" @click="form.holes.splice(h, 1)">
          <PhTrash :size="18" aria-hidden="true" /> Leave out hole {{ h + 1 }}
        </button>
      </div>
    </fieldset>
    <button
      class="btn"
      type="button"
      @click="
        form.holes.push({
          across_m: form.holes[0]?.across_m ?? null,
          readings: [
            { minutes: 0, water_m: null },
            { minutes: 60, water_m: null },
          ],
        })
      "
    >
      <PhPlus :size="18" aria-hidden="true" /> Another hole
    </button>
  </template>

  <template v-else-if="kind === 'finger'">
    <dl class="feels">
      <template v-for="(label, key) in WETNESS" :key="key">
        <dt>{{ label }}</dt>
        <dd>{{ FEELS[key] }}</dd>
      </template>
    </dl>
    <div class="row">
      <OpenNumber v-model="form.full_g" label="Full: soaked and drained, grams" />
      <OpenNumber v-model="form.limp_g" label="Limp: grams" />
    </div>
    <div v-for="(r, i) in form.readings" :key="i" class="row">
      <OpenNumber v-model="r.weight_g" :label="`Weight on day ${i + 1}, grams`" />
      <Picks v-model="r.reading" :legend="`Finger on day ${i + 1}`" :options="allOf(WETNESS)" />
      <button
        v-if="form.readings.length > 1"
        class="btn up"
        type="button"
        :aria-label="`Leave out day ${i + 1}`"
        @click="form.readings.splice(i, 1)"
      >
        <PhTrash :size="18" aria-hidden="true" />
      </button>
    </div>
    <button class="btn" type="button" @click="form.readings.push({ weight_g: null, reading: 'just_damp' })">
      <PhPlus :size="18" aria-hidden="true" /> Another day
    </button>
  </template>

  <template v-else-if="kind === 'pot'">
    <Picks v-model="form.of" legend="What is measured" :options="OF" />
    <Picks v-model="form.shape" legend="How" :options="SHAPES" />
    <TrialRows v-if="form.shape === 'filled'" v-model="form.fillings" :of="FILLINGS" />
    <div v-else class="row">
      <template v-if="form.shape === 'round'">
        <UnitInput v-model="form.measures.top" label="Width at the top" quantity="small_length" />
        <UnitInput v-model="form.measures.bottom" label="Width at the bottom" quantity="small_length" />
      </template>
      <template v-else>
        <UnitInput v-model="form.measures.length" label="Length inside" quantity="small_length" />
        <UnitInput v-model="form.measures.width" label="Width inside" quantity="small_length" />
      </template>
      <UnitInput
        v-model="form.measures.height"
        :label="form.of === 'reservoir' ? 'Height up to the overflow' : 'Height of the mix'"
        quantity="small_length"
      />
    </div>
  </template>

  <div v-else-if="kind === 'dug'" class="row">
    <OpenNumber v-model="form.run_min" label="The line ran, minutes" />
    <UnitInput v-model="form.deep_m" label="Damp down to" quantity="small_length" />
  </div>

  <div v-else-if="kind === 'weigh'" class="row">
    <UnitInput v-model="form.soaked_kg" label="Soaked and drained" quantity="weight" />
    <UnitInput v-model="form.limp_kg" label="When its leaves hang" quantity="weight" />
  </div>

  <template v-else-if="kind === 'meter'">
    <div class="row">
      <DateField v-model="form.since" label="First reading on" :max="today" />
      <UnitInput v-model="form.before_l" label="It said" quantity="volume" hint="a meter in m³: times 1000" />
    </div>
    <div class="row">
      <DateField v-model="form.until" label="Second reading on" :max="today" />
      <UnitInput v-model="form.after_l" label="It said then" quantity="volume" />
      <UnitInput
        v-model="form.other_l"
        label="Of that, the house took"
        quantity="volume"
        hint="left open: nothing"
      />
    </div>
    <p class="soft small">
      Counted are the waterings by this hose from the first day up to the day before the second.
    </p>
  </template>
</template>

<style scoped>
.part {
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: flex-start;
  border-left: 3px solid var(--soil-grain);
  padding-left: 16px;
}
.feels {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin: 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
.up {
  margin-top: 28px;
}
</style>
