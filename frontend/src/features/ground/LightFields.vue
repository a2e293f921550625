<script setup lang="ts">
import { computed } from 'vue'

import { clock } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import Choice from '@/shared/ui/Choice.vue'
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
const clockHours = Array.from({ length: 37 }, (_, i) => 4 + i / 2).map((h) => ({ value: h, label: clock(h) }))
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
      <Choice v-model="form.sun_from_h" label="Sun from" :options="clockHours" />
      <Choice v-model="form.sun_to_h" label="until" :options="clockHours" :error="of('exposure.sun_to_h')" />
    </div>
    <el-checkbox v-if="container" v-model="form.saucer">
      It stands in a saucer that keeps what runs out
    </el-checkbox>
    <details>
      <summary>Wind, shade and walls</summary>
      <div class="stack">
        <Picks v-model="form.shelter" legend="Wind" :options="allOf(SHELTER)" />
        <OpenNumber
          v-model="form.shade_pct"
          label="Light kept off by cloth or a tree, %"
          :error="of('exposure.shade_pct')"
        />
        <el-checkbox v-model="form.warm_wall">Beside a sunny wall or paving</el-checkbox>
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
