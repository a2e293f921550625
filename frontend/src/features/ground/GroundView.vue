<script setup lang="ts">
import { PhArrowUUpLeft, PhArrowUUpRight, PhPlus } from '@phosphor-icons/vue'
import { useEventListener } from '@vueuse/core'
import { computed, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { bedPath, path, useGround as useGroundData } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { ThingKind } from '@/shared/api/types'
import { addDays, longDate, nearDay } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import { THING } from '@/shared/words/names'

import GroundList from './GroundList.vue'
import GroundMap from './GroundMap.vue'
import GroundSide from './GroundSide.vue'
import { useGround } from './useGround'

const props = defineProps<{ garden: number }>()
const query = useGroundData(() => props.garden)
const ground = computed(() => query.data.value)
const owner = computed(() => ground.value?.garden.role === 'owner')
const map = useGround(() => props.garden, ground)
const picked = ref<string | null>(null)
const offset = ref(0)
const today = computed(() => ground.value?.garden.today ?? '')
const day = computed(() => (today.value ? addDays(today.value, offset.value) : ''))
/** The first and last day that any bed knows, as days from today. */
const reach = computed(() => {
  const known = ground.value?.beds.flatMap((b) => b.days.map((d) => d.date)).sort() ?? []
  const days = (date: string) => Math.round((Date.parse(date) - Date.parse(today.value)) / 86_400_000)
  return known.length ? [days(known[0]!), days(known[known.length - 1]!)] : [0, 0]
})
watch(ground, (g) => {
  const gone = picked.value?.startsWith('bed:') && !g?.beds.some((b) => `bed:${b.id}` === picked.value)
  if (gone) picked.value = null
})

const add = useChange(
  () => props.garden,
  (body: { kind: ThingKind; x_m: number; y_m: number; length_m: number; width_m: number }, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/things', { ...path(props.garden), body, ...mark })),
)
const usual: Record<ThingKind, [number, number]> = {
  wall: [4, 0.3],
  fence: [4, 0.1],
  hedge: [4, 0.6],
  tree: [3, 3],
  shed: [2.5, 2],
  house: [8, 5],
  path: [5, 0.6],
  water: [0.8, 0.8],
}
function put(kind: ThingKind) {
  const all = [...map.places.value.values()]
  const mean = (pick: (p: { x: number; y: number }) => number) =>
    all.length ? all.reduce((n, p) => n + pick(p), 0) / all.length : 2
  const [length_m, width_m] = usual[kind]
  const round = (v: number) => Math.round(v * 10) / 10
  add.mutate(
    { kind, x_m: round(mean((p) => p.x)), y_m: round(mean((p) => p.y)), length_m, width_m },
    {
      onSuccess: (made) => (picked.value = `thing:${made.id}`),
      onError: (e) => say(e.message),
    },
  )
}
const free = computed(
  () => ground.value?.garden.rigs.filter((r) => !map.places.value.has(`rig:${r.id}`)) ?? [],
)
function putTap(id: number) {
  map.move(`rig:${id}`, { x: 1, y: 1, turn: 0 })
  picked.value = `rig:${id}`
}
const north = useChange(
  () => props.garden,
  (north_deg: number, mark) =>
    answer(
      api.PUT('/api/gardens/{garden_id}/ground', { ...path(props.garden), body: { north_deg }, ...mark }),
    ),
)
function turnNorth(degrees: number) {
  north.mutate(degrees, { onError: (x) => say(x.message) })
}

const remove = useChange(
  () => props.garden,
  (bed: number, mark) =>
    answer(api.DELETE('/api/gardens/{garden_id}/beds/{bed_id}', { ...bedPath(props.garden, bed), ...mark })),
)
const failed = (error: Error) => say(error.message)
function takeOut(bed: number) {
  const name = ground.value?.beds.find((b) => b.id === bed)?.name ?? 'The bed'
  remove.mutate(bed, {
    onSuccess: () => remove.sayKept(`${name} is taken out.`),
    onError: failed,
  })
}
useEventListener('keydown', (e: KeyboardEvent) => {
  if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return
  if ((e.target as HTMLElement).closest('input, textarea')) return
  e.preventDefault()
  if (e.shiftKey) map.redo()
  else map.undo()
})
</script>

<template>
  <Problem v-if="query.isError.value && !ground" :error="query.error.value" @retry="query.refetch()" />
  <p v-else-if="!ground" class="soft">Opening the ground…</p>
  <template v-else>
    <header>
      <div>
        <h1>Ground</h1>
        <p class="soft">The isles of your garden, to scale.</p>
      </div>
      <RouterLink v-if="ground.beds.length" class="btn" :to="{ name: 'sizes', params: { garden } }">
        Look through the sizes
      </RouterLink>
      <RouterLink v-if="owner" class="btn full" :to="{ name: 'new-bed', params: { garden } }">
        <PhPlus :size="18" aria-hidden="true" /> Describe a bed
      </RouterLink>
    </header>
    <p v-if="!ground.beds.length" class="empty">
      Each bed or pot will lie here as an isle with its waterline. Begin with the one you water most; it takes
      a minute.
    </p>
    <div v-else class="ground">
      <div class="drawing">
        <GroundMap
          :ground="ground"
          :places="map.places.value"
          :day="day"
          :picked="picked"
          :movable="owner"
          @pick="picked = $event"
          @move="map.move"
        />
        <div v-if="reach[0] !== reach[1]" class="days">
          <label>
            <span class="visually-hidden">Day</span>
            <input
              v-model.number="offset"
              type="range"
              :min="reach[0]"
              :max="reach[1]"
              step="1"
              :aria-valuetext="longDate(day)"
            />
          </label>
          <output
            >{{ longDate(day) }}<template v-if="offset === 0">, today</template
            ><template v-else-if="offset > 0">, expected</template></output
          >
          <button v-if="offset !== 0" class="btn" type="button" @click="offset = 0">
            Back to {{ nearDay(today, today) }}
          </button>
        </div>
        <div v-if="owner" class="tools">
          <button class="btn" type="button" :disabled="!map.can.value.back" @click="map.undo">
            <PhArrowUUpLeft :size="18" aria-hidden="true" /> Undo
          </button>
          <button class="btn" type="button" :disabled="!map.can.value.forth" @click="map.redo">
            <PhArrowUUpRight :size="18" aria-hidden="true" /> Redo
          </button>
          <label class="field">
            <span class="visually-hidden">Put on the map</span>
            <select
              @change="
                (put(($event.target as HTMLSelectElement).value as ThingKind),
                (($event.target as HTMLSelectElement).value = ''))
              "
            >
              <option value="">Put on the map…</option>
              <option v-for="(label, kind) in THING" :key="kind" :value="kind">a {{ label }}</option>
            </select>
          </label>
          <button v-for="r in free" :key="r.id" class="btn" type="button" @click="putTap(r.id)">
            Place the tap of {{ r.name }}
          </button>
          <OpenNumber
            class="north"
            label="North, ° from up"
            :model-value="ground.north_deg"
            @change="turnNorth"
          />
        </div>
      </div>
      <GroundSide
        :garden="garden"
        :ground="ground"
        :picked="picked"
        :places="map.places.value"
        :owner="owner"
        @move="map.move"
        @pick="picked = $event"
        @take-out="takeOut"
      />
    </div>
    <GroundList :garden="garden" :owner="owner" @take-out="takeOut" />
  </template>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 16px;
  margin-bottom: 16px;
  flex-wrap: wrap;
}
header > div {
  margin-right: auto;
}
.empty {
  max-width: 560px;
  padding: 32px 0;
  font-size: 18px;
}
.ground {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 264px;
  gap: 24px;
}
.days,
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-top: 12px;
}
.days label {
  flex: 1 1 220px;
}
.days input {
  width: 100%;
  min-height: 32px;
}
.north {
  display: flex;
  align-items: center;
  gap: 8px;
}
.north input {
  width: 84px;
}
@media (max-width: 1000px) {
  .ground {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
