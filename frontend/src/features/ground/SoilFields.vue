<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { useCatalogue } from '@/shared/api/queries'
import type { Material } from '@/shared/api/types'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { DRAINAGE, INGREDIENT, allOf, optionsOf, SOIL, SOIL_BY_HAND, SOIL_MIXES } from '@/shared/words/names'

import { type SoilForm } from './bedForm'
import SinceWhen from './SinceWhen.vue'

/** What the bed is made of: one tap for what a hand knows, everything else behind a fold. */
const form = defineModel<SoilForm>({ required: true })
const since = defineModel<string | null>('since', { required: true })
const props = defineProps<{
  container: boolean
  /** The bed stands already: a change may have a date. */
  standing: boolean
  today: string
  opened?: string
  of: (field: string) => string | undefined
}>()
const catalogue = useCatalogue()
/** What somebody's own ground is taken for, where a pot is filled with it. */
const GARDEN_SOIL: Material = 'holds_and_crumbles'
const first = computed(() => {
  const listed: Material[] = props.container
    ? [...SOIL_MIXES, GARDEN_SOIL, 'own_mix', 'unknown']
    : [...SOIL_BY_HAND, 'compost_rich', 'own_mix']
  const known = listed.includes(form.value.material) ? listed : [...listed, form.value.material]
  const names = props.container ? { ...SOIL, [GARDEN_SOIL]: 'Garden soil' } : SOIL
  return optionsOf(known, names)
})
const textures = computed(() =>
  (catalogue.data.value?.soils ?? []).filter((s) => !SOIL_BY_HAND.includes(s) && s !== 'own_mix'),
)
const layerSoils = computed(() => (catalogue.data.value?.soils ?? []).filter((s) => s !== 'own_mix'))
function takeMaterial(material: string) {
  if (material === 'own_mix' && !form.value.mix.length)
    form.value.mix.push({ ingredient: 'garden_soil', parts: 1 }, { ingredient: 'coir', parts: 1 })
}
function addLayer() {
  form.value.layers.push({ depth_m: 0.2, material: 'clay' })
  form.value.top_m ??= 0.2
}
const TESTS = [
  { value: 'none' as const, label: 'no test' },
  { value: 'feel' as const, label: 'by feel' },
  { value: 'jar' as const, label: 'settled in a jar' },
  { value: 'percent' as const, label: 'percentages' },
]
const JAR = [
  { key: 'sand_mm' as const, label: 'Sand, at the bottom' },
  { key: 'silt_mm' as const, label: 'Silt, in the middle' },
  { key: 'clay_mm' as const, label: 'Clay, on top' },
]
</script>

<template>
  <div class="soil">
    <Picks
      v-model="form.material"
      :legend="container ? 'What is it filled with?' : 'Squeeze a moist handful and rub it'"
      :options="first"
      @update:model-value="takeMaterial"
    />
    <fieldset v-if="form.material === 'own_mix'" class="mix">
      <legend>Parts of the mix, by the bucket</legend>
      <div v-for="(part, i) in form.mix" :key="i" class="row">
        <Choice
          v-model="part.ingredient"
          :label="`Ingredient ${i + 1}`"
          hide-label
          :options="allOf(INGREDIENT)"
        />
        <label v-if="part.ingredient === 'something_else'" class="field">
          <span class="visually-hidden">What part {{ i + 1 }} is called</span>
          <input v-model.trim="part.called" maxlength="60" placeholder="its name" />
        </label>
        <OpenNumber
          v-model="part.parts"
          class="narrow"
          :label="`Parts of ${INGREDIENT[part.ingredient]}`"
          hide-label
        />
        <button
          class="btn"
          type="button"
          :aria-label="`Leave out ${INGREDIENT[part.ingredient]}`"
          @click="form.mix.splice(i, 1)"
        >
          <PhTrash :size="18" aria-hidden="true" /> Leave out
        </button>
      </div>
      <button class="btn" type="button" @click="form.mix.push({ ingredient: 'compost', parts: 1 })">
        <PhPlus :size="18" aria-hidden="true" /> Another part
      </button>
      <em v-if="of('soil.mix')" class="alarm">{{ of('soil.mix') }}</em>
    </fieldset>
    <details>
      <summary>I know more about it</summary>
      <div class="stack">
        <Picks v-model="form.test" legend="Has it been tested?" :options="TESTS" />
        <template v-if="form.test === 'feel'">
          <p class="soft small">
            What each handful was found to be. The Bench leads through the squeeze and the ribbon.
          </p>
          <div v-for="(_, i) in form.feel" :key="i" class="row">
            <Choice
              v-model="form.feel[i]!"
              :label="`Handful ${i + 1}`"
              :options="optionsOf(catalogue.data.value?.textures ?? [], SOIL)"
            />
            <button
              class="btn"
              type="button"
              :aria-label="`Leave out handful ${i + 1}`"
              @click="form.feel.splice(i, 1)"
            >
              <PhTrash :size="18" aria-hidden="true" /> Leave out
            </button>
          </div>
          <button class="btn" type="button" @click="form.feel.push('loam')">
            <PhPlus :size="18" aria-hidden="true" /> A handful
          </button>
        </template>
        <div v-if="form.test === 'jar'" class="row">
          <UnitInput
            v-for="layer in JAR"
            :key="layer.key"
            v-model="form.jar[layer.key]"
            :label="layer.label"
            quantity="depth"
            :error="of(`soil.jar.${layer.key}`)"
          />
        </div>
        <p v-if="form.test === 'jar'" class="soft small">
          Fill a jar a third with soil, top up with water, shake, and let it stand for two days. Measure the
          layers.
        </p>
        <div v-if="form.test === 'percent'" class="row">
          <OpenNumber
            v-for="part in ['sand', 'clay'] as const"
            :key="part"
            v-model="form[`${part}_pct`]"
            :label="`${part === 'sand' ? 'Sand' : 'Clay'}, %`"
            :error="of(`soil.${part}_pct`)"
          />
        </div>
        <div class="row">
          <Choice
            v-model="form.material"
            label="Soil, by its name"
            :options="[...first, ...optionsOf(textures, SOIL)]"
            @change="takeMaterial"
          />
          <OpenNumber
            v-model="form.organic_matter_pct"
            label="Organic matter, %"
            placeholder="2.5"
            :error="of('soil.organic_matter_pct')"
          />
          <OpenNumber
            v-model="form.stones_pct"
            label="Stones, % of the volume"
            :error="of('soil.stones_pct')"
          />
        </div>
        <div class="row">
          <UnitInput
            v-if="!container"
            v-model="form.loosened_m"
            label="Loosened down to"
            quantity="small_length"
            :error="of('soil.loosened_m')"
            hint="roots go no deeper"
          />
          <UnitInput
            v-model="form.woody_fill_m"
            label="Logs and leaves at the bottom"
            quantity="small_length"
            :error="of('soil.woody_fill_m')"
            hint="how thick, if any"
          />
          <UnitInput
            v-model="form.intake_mm_per_h"
            label="Water it takes in an hour"
            quantity="depth"
            hint="left open: by its texture"
            :error="of('soil.intake_mm_per_h')"
          />
        </div>
        <Picks v-model="form.drainage" legend="After heavy rain" :options="allOf(DRAINAGE)" />
        <fieldset class="mix">
          <legend>Layers below the top</legend>
          <UnitInput
            v-if="form.layers.length"
            v-model="form.top_m"
            label="The top layer is"
            quantity="small_length"
            :error="of('soil.top_m')"
            hint="thick"
          />
          <div v-for="(layer, i) in form.layers" :key="i" class="row">
            <Choice
              v-model="layer.material"
              :label="`Layer ${i + 2}`"
              :options="optionsOf(layerSoils, SOIL)"
            />
            <UnitInput
              v-model="layer.depth_m"
              label="Thick"
              quantity="small_length"
              :error="of(`soil.layers[${i}].depth_m`)"
              :hint="i === form.layers.length - 1 ? 'the last one reaches on down' : ''"
            />
            <button
              class="btn"
              type="button"
              :aria-label="`Leave out layer ${i + 2}`"
              @click="form.layers.splice(i, 1)"
            >
              <PhTrash :size="18" aria-hidden="true" /> Leave out
            </button>
          </div>
          <button class="btn" type="button" @click="addLayer">
            <PhPlus :size="18" aria-hidden="true" /> A layer below
          </button>
        </fieldset>
      </div>
    </details>
    <SinceWhen
      v-if="standing"
      v-model="since"
      what="soil"
      label="From"
      :today="today"
      :opened="opened"
      :error="of('soil.date')"
    />
    <em v-if="of('soil.material')" class="alarm">{{ of('soil.material') }}</em>
  </div>
</template>

<style scoped>
.soil,
.mix {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.mix {
  border: 0;
  border-left: 3px solid var(--soil-grain);
  padding: 0 0 0 16px;
  margin: 0;
  gap: 8px;
}
.mix legend {
  font-weight: 700;
  padding: 0;
  margin: 0 0 8px;
}
.row > :deep(.unit-input) {
  width: 176px;
}
.row .btn {
  margin-top: 28px;
  align-self: flex-start;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
em {
  font-style: normal;
}
</style>
