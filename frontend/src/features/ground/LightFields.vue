<script setup lang="ts">
import { computed } from 'vue'

import { clock } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { COVER, allOf, SHELTER } from '@/shared/words/names'

import { type LightForm } from './bedForm'
import SinceWhen from './SinceWhen.vue'

/** How sun, wind and rain reach the bed. */
const form = defineModel<LightForm>({ required: true })
const since = defineModel<string | null>('since', { required: true })
defineProps<{
  standing: boolean
  container: boolean
  today: string
  opened?: string
  of: (field: string) => string | undefined
}>()
const hours = Array.from({ length: 37 }, (_, i) => 4 + i / 2)
const sunny = computed(() => [
  { value: 'all', label: 'all day' },
  { value: 'some', label: 'from when to when' },
])
</script>

<template>
  <div class="light">
    <Picks v-model="form.cover" legend="What is over it?" :options="allOf(COVER)" />
    <Picks
      :model-value="form.all_day ? 'all' : 'some'"
      legend="When can the sun reach it?"
      :options="sunny"
      @update:model-value="form.all_day = $event === 'all'"
    />
    <div v-if="!form.all_day" class="row">
      <label class="field">
        <span>Sun from</span>
        <select v-model.number="form.sun_from_h">
          <option v-for="h in hours" :key="h" :value="h">{{ clock(h) }}</option>
        </select>
      </label>
      <label class="field">
        <span>until</span>
        <select v-model.number="form.sun_to_h">
          <option v-for="h in hours" :key="h" :value="h">{{ clock(h) }}</option>
        </select>
        <em v-if="of('exposure.sun_to_h')" class="alarm">{{ of('exposure.sun_to_h') }}</em>
      </label>
    </div>
    <label v-if="container" class="tick"
      ><input v-model="form.saucer" type="checkbox" /> It stands in a saucer that keeps what runs out</label
    >
    <details>
      <summary>Wind, shade and walls</summary>
      <div class="stack">
        <Picks v-model="form.shelter" legend="Wind" :options="allOf(SHELTER)" />
        <OpenNumber
          v-model="form.shade_pct"
          label="Light kept off by cloth or a tree, %"
          :error="of('exposure.shade_pct')"
        />
        <label class="tick"
          ><input v-model="form.warm_wall" type="checkbox" /> Beside a sunny wall or paving</label
        >
      </div>
    </details>
    <SinceWhen
      v-if="standing"
      v-model="since"
      what="light"
      label="Since (moved, covered or shaded on)"
      :today="today"
      :opened="opened"
      :error="of('exposure.date')"
    />
  </div>
</template>

<style scoped>
.light {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
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
