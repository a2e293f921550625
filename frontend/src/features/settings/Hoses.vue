<script setup lang="ts">
import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { Garden, Rig } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { WATER } from '@/shared/words/names'
import { programmeInWords } from '@/shared/words/pots'

import PressuresForm from './PressuresForm.vue'
import TimerForm from './TimerForm.vue'

/** What water comes from: hoses and taps with their flow, butts with what stands in them. */
const props = defineProps<{ garden: Garden; owner: boolean }>()
const units = useUnits()
type RigIn = Partial<Omit<Rig, 'id'>>
const form = reactive({
  name: '',
  what: 'tap' as 'tap' | 'butt' | 'pond',
  holds: null as number | null,
  roof: null as number | null,
  problem: '',
})
const WHAT = [
  { value: 'tap' as const, label: 'a hose or tap' },
  { value: 'butt' as const, label: 'a butt under a roof' },
  { value: 'pond' as const, label: 'a pond' },
]
const add = useChange(
  () => props.garden.id,
  (body: RigIn, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/rigs', { ...path(props.garden.id), body, ...mark })),
)
const change = useChange(
  () => props.garden.id,
  ({ id, ...body }: RigIn & { id: number }, mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}/rigs/{rig_id}', {
        params: { path: { garden_id: props.garden.id, rig_id: id } },
        body,
        ...mark,
      }),
    ),
)
async function keep() {
  form.problem = ''
  const butt = form.what === 'butt' ? { holds_l: form.holds, roof_m2: form.roof } : {}
  const water = ({ tap: 'tap', butt: 'rain', pond: 'pond' } as const)[form.what]
  try {
    const made = await add.mutateAsync({ name: form.name, water, ...butt })
    add.sayKept(
      form.what === 'butt'
        ? `${made.name} is there: say how much stands in it, and which beds it waters.`
        : `${made.name} is there. A bucket tells its flow: see the Bench.`,
    )
    Object.assign(form, { name: '', holds: null, roof: null })
  } catch (error) {
    form.problem = (error as Error).message
  }
}
const problem = reactive<Record<number, string>>({})
/** What runs on its line today, or from a day to come: the latest of each outlet. */
const timersOf = (r: Rig) =>
  [...new Map(r.programmes.map((p) => [p.outlet, p])).values()]
    .filter((p) => p.on)
    .sort((a, b) => a.outlet - b.outlet)
async function told(r: Rig, body: RigIn, text: string) {
  problem[r.id] = ''
  try {
    await change.mutateAsync({ id: r.id, ...body })
    change.sayKept(text)
  } catch (error) {
    problem[r.id] = (error as Error).message
  }
}
const salt = reactive<Record<number, number | null>>({})
async function setSalt(r: Rig) {
  await told(r, { salt_ds_m: salt[r.id] ?? null }, `The salt of ${r.name} is kept.`)
  if (!problem[r.id]) delete salt[r.id]
}
const head = reactive<Record<number, number | null>>({})
async function setHead(r: Rig) {
  await told(r, { head_m: head[r.id] ?? null }, `The head of ${r.name} is kept.`)
  if (!problem[r.id]) delete head[r.id]
}
const throttled = reactive<Record<number, { flow: number | null; head: number | null }>>({})
const throttledOf = (r: Rig) =>
  (throttled[r.id] ??= { flow: r.throttled_l_per_min, head: r.throttled_head_m })
const setThrottled = (r: Rig) =>
  told(
    r,
    { throttled_l_per_min: throttledOf(r).flow, throttled_head_m: throttledOf(r).head },
    `The curve of ${r.name} is kept.`,
  )
const seen = reactive<Record<number, number | null>>({})
async function look(r: Rig) {
  problem[r.id] = ''
  try {
    await change.mutateAsync({ id: r.id, seen_l: seen[r.id] ?? null, seen_on: props.garden.today })
    change.sayKept(`${r.name} is reckoned from there.`)
    seen[r.id] = null
  } catch (error) {
    problem[r.id] = (error as Error).message
  }
}
</script>

<template>
  <section>
    <h2>Hoses, taps and butts</h2>
    <p class="soft">
      Seconds at a plant mean nothing without the flow. Fill a bucket once and time it. A butt is filled by
      its roof and drawn down by the beds that are watered from it: choose it under the bed’s Edit.
    </p>
    <ul class="lines">
      <li v-for="r in garden.rigs" :key="r.id">
        <strong>{{ r.name }}</strong>
        <span>
          {{ units.show(r.flow_l_per_min, 'flow') }},
          {{ r.measured ? `tested ${shortDate(r.measured)}` : 'a guess'
          }}<template v-if="r.holds_l"
            >; {{ WATER[r.water] }}, holds {{ units.show(r.holds_l, 'volume') }}</template
          ><template v-if="r.roof_m2">, from {{ units.show(r.roof_m2, 'area') }} of roof</template
          ><template v-if="r.seen_l !== null && r.seen_on"
            >; {{ units.show(r.seen_l, 'volume') }} on {{ shortDate(r.seen_on) }}</template
          >
        </span>
        <RouterLink
          v-if="owner"
          class="btn"
          :to="{ name: 'bench', params: { garden: garden.id }, query: { test: 'bucket', rig: r.id } }"
          >Test {{ r.name }}</RouterLink
        >
        <p v-for="p in timersOf(r)" :key="p.outlet" class="look">
          {{ p.outlet > 1 ? `Outlet ${p.outlet} of its timer` : 'Its timer' }}:
          {{ programmeInWords(p, units) }}, first on {{ shortDate(p.date) }}.
        </p>
        <details v-if="owner" class="look">
          <summary>Timer, pressure and salt of {{ r.name }}</summary>
          <TimerForm
            :rig="r"
            :today="garden.today"
            :busy="change.isPending.value"
            @set="(programmes) => told(r, { programmes }, `The timer of ${r.name} is set.`)"
            @off="(programmes) => told(r, { programmes }, `The timer of ${r.name} is off from today.`)"
          />
          <form class="row" novalidate @submit.prevent="setSalt(r)">
            <OpenNumber
              :model-value="salt[r.id] === undefined ? r.salt_ds_m : (salt[r.id] ?? null)"
              class="narrow"
              :label="`Salt in the water of ${r.name}, dS/m`"
              @update:model-value="salt[r.id] = $event"
            />
            <button class="btn" type="submit" :disabled="change.isPending.value || salt[r.id] === undefined">
              Keep it
            </button>
          </form>
          <form class="row" novalidate @submit.prevent="setHead(r)">
            <UnitInput
              :model-value="head[r.id] === undefined ? r.head_m : (head[r.id] ?? null)"
              :label="`Head behind ${r.name}, shut`"
              quantity="length"
              hint="a gauge tells; 10 m are 1 bar, 25 m are usual"
              @update:model-value="head[r.id] = $event"
            />
            <button class="btn" type="submit" :disabled="change.isPending.value || head[r.id] === undefined">
              Keep it
            </button>
          </form>
          <form class="row" novalidate @submit.prevent="setThrottled(r)">
            <UnitInput
              v-model="throttledOf(r).flow"
              label="Half shut, a bucket gets"
              quantity="flow"
              hint="less than wide open"
            />
            <UnitInput
              v-model="throttledOf(r).head"
              label="and a gauge reads"
              quantity="length"
              hint="both together: the tap’s own curve"
            />
            <button class="btn" type="submit" :disabled="change.isPending.value">Keep both</button>
          </form>
          <PressuresForm
            :rig="r"
            :busy="change.isPending.value"
            @keep="(pressures) => told(r, { pressures }, `The pressure of ${r.name} by the hour is kept.`)"
          />
          <p class="soft small">
            Salt left open: 0.5 of a tap, next to none of rain. Your water works tell, or a cheap meter. Pots
            are washed out by it.
          </p>
          <p v-if="problem[r.id]" class="alarm" role="alert">{{ problem[r.id] }}</p>
        </details>
        <form v-if="owner && r.holds_l" novalidate class="row look" @submit.prevent="look(r)">
          <UnitInput
            :model-value="seen[r.id] ?? null"
            :label="`Stands in ${r.name} this morning`"
            quantity="volume"
            @update:model-value="seen[r.id] = $event"
          />
          <button class="btn" type="submit" :disabled="change.isPending.value || seen[r.id] == null">
            Note it
          </button>
          <p v-if="problem[r.id]" class="alarm" role="alert">{{ problem[r.id] }}</p>
        </form>
      </li>
    </ul>
    <form v-if="owner" novalidate @submit.prevent="keep">
      <div class="row">
        <label class="field">
          <span>Another hose, tap or butt</span>
          <input v-model.trim="form.name" name="rig" maxlength="60" />
        </label>
        <Picks v-model="form.what" legend="It is" :options="WHAT" />
      </div>
      <div v-if="form.what === 'butt'" class="row">
        <UnitInput v-model="form.holds" label="It holds" quantity="volume" />
        <UnitInput v-model="form.roof" label="Roof that fills it, from above" quantity="area" />
      </div>
      <button class="btn" type="submit" :disabled="add.isPending.value">Add it</button>
      <p v-if="form.problem" class="alarm" role="alert">{{ form.problem }}</p>
    </form>
  </section>
</template>

<style scoped>
section {
  max-width: 860px;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
form {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  flex-direction: row;
  gap: 16px;
  align-items: flex-end;
}
.look {
  flex-basis: 100%;
}
details[open] {
  padding-bottom: 16px;
}
details .row {
  align-items: flex-start;
}
details form {
  margin-bottom: 16px;
}
details form.row .btn {
  margin-top: 28px;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
</style>
