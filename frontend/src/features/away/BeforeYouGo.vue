<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { AwayResult, Through } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { checklist, doing, howMuch, toBuy } from '@/shared/words/away'

/** What is to be done before leaving, in order; on the day itself each tick is a fact of the garden. */
const props = defineProps<{ garden: number; result: AwayResult; today: string }>()
type Doing = Through['least'][number]
interface Line {
  bed: Through
  doing: Doing
}
const units = useUnits()
const groups = computed(() => checklist(props.result))
const lines = computed(() => groups.value.flatMap((x) => x.at))
const minutes = computed(() => Math.round(lines.value.reduce((n, x) => n + x.doing.minutes, 0)))
const buy = computed(() => toBuy(props.result))
/** Ticked on this page: what was done is no longer in the list that comes back, and stays to be seen. */
const done = ref<{ id: string; text: string }[]>([])
const undo = useUndo(() => props.garden)
const HEADS: Record<Doing['what'], string> = {
  mulch_on: 'Mulch, before the soil is soaked',
  shade_on: 'Shade cloth',
  into_shade: 'Carry the pots that stand in the sun',
  soak: 'Soak from above, slowly, till it runs over',
  fill: 'Fill the reservoirs to the overflow, last',
  line: 'A line on a timer: run it for a day before you trust it',
}

const tick = useChange(
  () => props.garden,
  async ({ bed, doing: d }: Line, mark): Promise<void> => {
    const where = { params: { path: { garden_id: props.garden, bed_id: bed.bed } } }
    if (d.what === 'soak' || d.what === 'fill') {
      const into: 'soil' | 'reservoir' = d.what === 'fill' ? 'reservoir' : 'soil'
      const watering = { id: d.id, bed: bed.bed, litres: d.litres, part: 'morning' as const, into, passes: 1 }
      await answer(
        api.POST('/api/gardens/{garden_id}/waterings', {
          ...path(props.garden),
          body: { waterings: [watering] },
          ...mark,
        }),
      )
      return
    }
    const what = d.what as 'mulch_on' | 'shade_on' | 'into_shade'
    await answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', { ...where, body: { what }, ...mark }),
    )
  },
)
async function ticked(line: Line) {
  const text = `${line.bed.name}: ${doing(line.doing, units)}`
  try {
    await tick.mutateAsync(line)
    done.value.push({ id: line.doing.id, text })
    if (line.doing.what === 'soak' || line.doing.what === 'fill')
      say(`${line.bed.name}: noted.`, () => undo(line.doing.id))
    else tick.sayKept(`${line.bed.name}: noted.`)
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <section aria-labelledby="before">
    <h2 id="before">Before you go</h2>
    <p v-if="!lines.length" class="lead">Nothing: the round of that morning is enough.</p>
    <template v-else>
      <p>
        {{ minutes === 1 ? 'About a minute' : `About ${minutes} minutes`
        }}<template v-if="buy.length">, and to buy: {{ buy.join(', ') }}</template
        >. In this order:
      </p>
      <ol>
        <li v-for="group in groups" :key="group.what">
          <h3>{{ HEADS[group.what] }}</h3>
          <ul>
            <li v-for="line in group.at" :key="line.doing.id">
              <span class="box print-only" aria-hidden="true"></span>
              <el-checkbox
                v-if="result.doing_today && line.doing.what !== 'line'"
                class="no-print"
                :model-value="false"
                :disabled="tick.isPending.value"
                :aria-label="`${line.bed.name}: ${doing(line.doing, units)}, done`"
                @change="ticked(line)"
              />
              <strong>{{ line.bed.name }}</strong>
              <span>{{ howMuch(line.doing, units) }}</span>
            </li>
          </ul>
        </li>
      </ol>
      <p v-if="!result.doing_today" class="soft small no-print">
        On {{ nearDay(result.leaves, today) }} you can tick them here; each tick is noted.
      </p>
    </template>
    <ul v-if="done.length" class="done no-print">
      <li v-for="x in done" :key="x.id">Done: {{ x.text }}</li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 24px;
  max-width: 860px;
}
ol {
  padding-left: 24px;
  margin: 8px 0;
}
ol > li {
  margin-bottom: 12px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
ul li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  min-height: 32px;
}
h3 {
  font-size: 18px;
}
.box {
  width: 14px;
  height: 14px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
}
.done {
  color: var(--ink-soft);
}
</style>
