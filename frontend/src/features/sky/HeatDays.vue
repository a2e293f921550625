<script setup lang="ts">
import { whenever } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'

import { answer, api } from '@/shared/api/client'
import { useHeatSheet } from '@/shared/api/queries'
import type { HeatSheet } from '@/shared/api/types'
import { longDate, addDays } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import { calmInWords, dayInWords, sparedInWords, totalInWords } from '@/shared/words/heat'

/** The heat wave in sight, day by day, and what would spare water in it: tried with a tick, noted when it is done. */
const props = defineProps<{ garden: number; today: string; owner: boolean }>()
const units = useUnits()
const query = useHeatSheet(
  () => props.garden,
  () => true,
)
const sheet = computed(() => query.data.value)
// Whoever came for it by its address is led there once it is worked out.
const route = useRoute()
const head = ref<HTMLElement | null>(null)
whenever(head, (el) => route.hash === '#heat' && el.scrollIntoView())
type Spared = HeatSheet['spared'][number]
const keyOf = (x: Spared) => `${x.id}.${x.what}`
const FIRST = 6
const all = ref(false)
const shown = computed(() => (all.value ? sheet.value!.spared : sheet.value!.spared.slice(0, FIRST)))
const ticked = ref<string[]>([])
/** Of a bed that is tried two ways, the better one counts: what both would save together is not their sum. */
const tried = computed(() => {
  const best = new Map<number, Spared>()
  for (const x of sheet.value?.spared ?? [])
    if (ticked.value.includes(keyOf(x)) && x.litres > (best.get(x.id)?.litres ?? -1)) best.set(x.id, x)
  return [...best.values()]
})
const evening = (i: number) => {
  const date = sheet.value!.days[i]!.date
  return i === 0 ? sheet.value!.evening_before : addDays(date, -1)
}
const change = useChange(
  () => props.garden,
  ({ id, what }: Spared, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', {
        params: { path: { garden_id: props.garden, bed_id: id } },
        body: { what: what as 'mulch_on' | 'shade_on' | 'into_shade' },
        ...mark,
      }),
    ),
)
async function done(x: Spared) {
  try {
    await change.mutateAsync(x)
    change.sayKept(`${x.bed}: it is noted since today, and every dose follows.`)
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <Waiting v-if="query.isPending.value" label="Working out the hot days" :rows="3" />
  <section v-else-if="sheet && sheet.days.length" aria-labelledby="heat">
    <h2 id="heat" ref="head">The heat, day by day</h2>
    <ol>
      <li v-for="(day, i) in sheet.days" :key="day.date">
        <h3>
          {{ longDate(day.date) }}
          <span class="soft figures"
            >{{ units.band(day.tmax, 'temperature') }} {{ units.label('temperature') }}, night
            {{ units.num(day.tmin.mid, 'temperature') }}</span
          >
        </h3>
        <p v-for="text in dayInWords(day, evening(i), today, units)" :key="text">{{ text }}</p>
      </li>
    </ol>
    <p v-for="text in calmInWords(sheet, units)" :key="text" class="soft">{{ text }}</p>
    <template v-if="sheet.spared.length">
      <h3>What would spare water, and is worth the walk</h3>
      <p class="figures" role="status">{{ totalInWords(sheet, tried, units) }}</p>
      <el-checkbox-group v-model="ticked" aria-label="What you would do">
        <ul class="spared">
          <li v-for="x in shown" :key="keyOf(x)">
            <el-checkbox :value="keyOf(x)">
              <span class="said">{{ sparedInWords(x, units) }}</span>
            </el-checkbox>
            <button
              v-if="owner"
              class="btn no-print"
              type="button"
              :aria-label="`It is done: ${sparedInWords(x, units)}`"
              :disabled="change.isPending.value"
              @click="done(x)"
            >
              It is done
            </button>
          </li>
        </ul>
      </el-checkbox-group>
      <button
        v-if="sheet.spared.length > FIRST && !all"
        class="btn no-print"
        type="button"
        @click="all = true"
      >
        {{ sheet.spared.length - FIRST }} more
      </button>
    </template>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
ol,
.spared {
  margin: 0 0 16px;
  padding: 0;
  list-style: none;
}
ol li {
  border-bottom: 1px dotted var(--hair);
  padding: 8px 0;
}
h3 span {
  font-weight: 400;
  font-size: 16px;
}
.spared li {
  display: flex;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
  border-bottom: 1px dotted var(--hair);
  padding: 6px 0;
}
.spared :deep(.el-checkbox) {
  height: auto;
  min-height: 44px;
  margin: 0;
}
.said {
  white-space: normal;
}
.spared .btn {
  flex: none;
  font-size: 16px;
  line-height: 1.3;
}
</style>
