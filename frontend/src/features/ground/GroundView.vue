<script setup lang="ts">
import { PhArrowUUpLeft, PhArrowUUpRight, PhPlus } from '@phosphor-icons/vue'
import { useEventListener } from '@vueuse/core'
import { computed, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { bedPath, path, useGround as useGroundData } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { ThingKind } from '@/shared/api/types'
import Choice from '@/shared/ui/Choice.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import { say } from '@/shared/ui/snack'
import { THING } from '@/shared/words/names'

import GroundList from './GroundList.vue'
import GroundMap from './GroundMap.vue'
import GroundSide from './GroundSide.vue'
import MapDays from './MapDays.vue'
import MapNudges from './MapNudges.vue'
import { momentsOf, thisMorning, type Moment } from './moments'
import { useGround } from './useGround'

const props = defineProps<{ garden: number }>()
const query = useGroundData(() => props.garden)
const ground = computed(() => query.data.value)
const owner = computed(() => ground.value?.garden.role === 'owner')
const map = useGround(() => props.garden, ground)
const picked = ref<string | null>(null)
const today = computed(() => ground.value?.garden.today ?? '')
const moments = computed(() => (ground.value ? momentsOf(ground.value) : []))
const at = ref(0)
// The morning of the day that is shown, until another moment is chosen; a stepped day begins with its own.
watch([today, () => moments.value.length], () => (at.value = thisMorning(moments.value)), { immediate: true })
const moment = computed<Moment>(() => moments.value[at.value] ?? { date: today.value, when: 'morning' })
const drawing = useTemplateRef<{ show: (key: string) => void }>('drawing')
const onMap = computed(() => [
  ...(ground.value?.beds.map((b) => ({ value: `bed:${b.id}`, label: b.name })) ?? []),
  ...(ground.value?.things.filter((t) => t.name).map((t) => ({ value: `thing:${t.id}`, label: t.name })) ??
    []),
])
const found = ref<string | null>(null)
function find(key: string | null) {
  if (!key) return
  picked.value = key
  drawing.value?.show(key)
  found.value = null
}
const pickedName = computed(() => {
  const rig = ground.value?.garden.rigs.find((r) => `rig:${r.id}` === picked.value)
  return rig?.name ?? onMap.value.find((x) => x.value === picked.value)?.label ?? 'It'
})
function nudge(dx: number, dy: number, turn: number) {
  const key = picked.value
  const p = key && map.places.value.get(key)
  if (!key || !p) return
  const tidy = (v: number) => Math.round(v * 100) / 100
  map.move(key, { ...p, x: tidy(p.x + dx), y: tidy(p.y + dy), turn: (p.turn + turn) % 360 })
}
const putOptions = [
  { value: '', label: 'Put on the map…' },
  ...Object.entries(THING).map(([value, label]) => ({ value, label: `a ${label}` })),
]
const putKind = ref('')
function putOn(kind: string) {
  putKind.value = ''
  if (kind) put(kind as ThingKind)
}
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
  <Waiting v-else-if="!ground" label="Opening the ground" :rows="8" />
  <template v-else>
    <header>
      <div>
        <h1>Ground</h1>
        <p class="soft">The isles of your garden, to scale.</p>
      </div>
      <RouterLink v-if="ground.beds.length" class="btn" :to="{ name: 'pots', params: { garden } }">
        Pots and reservoirs
      </RouterLink>
      <RouterLink v-if="ground.beds.length" class="btn" :to="{ name: 'feeding', params: { garden } }">
        Feeding
      </RouterLink>
      <RouterLink
        v-if="ground.beds.some((b) => b.line)"
        class="btn"
        :to="{ name: 'lines', params: { garden } }"
      >
        Lines and timers
      </RouterLink>
      <RouterLink v-if="ground.beds.length" class="btn" :to="{ name: 'sizes', params: { garden } }">
        Sizes
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
          ref="drawing"
          :ground="ground"
          :places="map.places.value"
          :moment="moment"
          :picked="picked"
          :movable="owner"
          @pick="picked = $event"
          @move="map.move"
        />
        <MapNudges
          v-if="owner && picked && map.places.value.has(picked)"
          :name="pickedName"
          :turns="!picked.startsWith('rig:')"
          @nudge="nudge"
        />
        <MapDays v-if="moments.length > 1" v-model="at" :moments="moments" :today="today" />
        <div class="tools">
          <Choice
            v-model="found"
            class="find"
            label="Find on the map"
            :options="onMap"
            filterable
            @change="find"
          />
          <template v-if="owner">
            <button class="btn" type="button" :disabled="!map.can.value.back" @click="map.undo">
              <PhArrowUUpLeft :size="18" aria-hidden="true" /> Undo
            </button>
            <button class="btn" type="button" :disabled="!map.can.value.forth" @click="map.redo">
              <PhArrowUUpRight :size="18" aria-hidden="true" /> Redo
            </button>
            <Choice
              v-model="putKind"
              label="Put on the map"
              hide-label
              :options="putOptions"
              @change="putOn"
            />
            <button v-for="r in free" :key="r.id" class="btn" type="button" @click="putTap(r.id)">
              Place the tap of {{ r.name }}
            </button>
            <OpenNumber label="North, ° from up" :model-value="ground.north_deg" @change="turnNorth" />
          </template>
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
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-top: 12px;
}
.tools > .field {
  width: 176px;
}
.tools .btn {
  align-self: flex-end;
}
@media (max-width: 1000px) {
  .ground {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  /* The map comes into sight: two small buttons beside each other, one below. */
  header {
    gap: 8px;
  }
  header > div {
    flex-basis: 100%;
  }
  header .btn:not(.full) {
    min-height: 40px;
    padding: 0 10px;
    font-size: 15px;
  }
}
</style>
