<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'

import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

import { type TestForm } from './bench'
import Handful from './Handful.vue'

/** The path of a handful: does it hold, how long a ribbon, what does it feel like. */
const form = defineModel<TestForm>({ required: true })
const BALL = [
  { value: 'apart', label: 'it falls apart' },
  { value: 'ball', label: 'it holds together' },
]
const RIBBON = [
  { value: 'none', label: 'no ribbon at all', m: 0 },
  { value: 'short', label: 'breaks before 2.5 cm (1 in)', m: 0.015 },
  { value: 'middling', label: 'up to 5 cm (2 in)', m: 0.04 },
  { value: 'long', label: 'longer', m: 0.07 },
]
const FEEL = [
  { value: 'gritty', label: 'gritty: sand is felt' },
  { value: 'neither', label: 'neither' },
  { value: 'smooth', label: 'smooth, like flour' },
]
const ribbonOf = (m: number | null) =>
  m === null ? '' : m === 0 ? 'none' : m < 0.025 ? 'short' : m <= 0.05 ? 'middling' : 'long'
</script>

<template>
  <fieldset v-for="(h, i) in form.handfuls" :key="i" class="handful">
    <legend>Handful {{ i + 1 }}</legend>
    <Picks
      :model-value="h.ball === null ? '' : h.ball ? 'ball' : 'apart'"
      legend="Squeeze it"
      :options="BALL"
      @update:model-value="h.ball = $event === 'ball'"
    >
      <template #default="{ option }"><Handful :of="option.value as 'ball'" /> {{ option.label }}</template>
    </Picks>
    <template v-if="h.ball">
      <Picks
        :model-value="ribbonOf(h.ribbon_m)"
        legend="How long a ribbon?"
        :options="RIBBON"
        @update:model-value="h.ribbon_m = RIBBON.find((r) => r.value === $event)?.m ?? null"
      >
        <template #default="{ option }"
          ><Handful :of="option.value as 'short'" /> {{ option.label }}</template
        >
      </Picks>
      <UnitInput v-model="h.ribbon_m" label="Or measure it" quantity="small_length" />
      <Picks v-if="h.ribbon_m" v-model="h.feel" legend="Wet a pinch in your palm and rub it" :options="FEEL">
        <template #default="{ option }"
          ><Handful :of="option.value as 'gritty'" /> {{ option.label }}</template
        >
      </Picks>
    </template>
    <button
      v-if="form.handfuls.length > 1"
      class="btn"
      type="button"
      :aria-label="`Leave out handful ${i + 1}`"
      @click="form.handfuls.splice(i, 1)"
    >
      <PhTrash :size="18" aria-hidden="true" /> Leave out
    </button>
  </fieldset>
  <button class="btn" type="button" @click="form.handfuls.push({ ball: null, ribbon_m: null, feel: null })">
    <PhPlus :size="18" aria-hidden="true" /> Another handful
  </button>
</template>

<style scoped>
.handful {
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: flex-start;
  border-left: 3px solid var(--soil-grain);
  padding-left: 16px;
}
</style>
