<script setup lang="ts">
import { PhPencilSimple, PhPlus, PhTrash } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { useBeds, useChange, useRound } from '@/shared/api/queries'
import type { Bed } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import { COVER, cropsInWords, KIND, METHOD, MULCH, SOIL } from '@/shared/words/names'

const props = defineProps<{ garden: number }>()
const units = useUnits()
const beds = useBeds(() => props.garden)
const round = useRound(() => props.garden)
const owner = computed(() => round.data.value?.garden.role === 'owner')
const stops = computed(() => new Map((round.data.value?.stops ?? []).map((s) => [s.id, s])))
const one = (bed: number) => ({ params: { path: { garden_id: props.garden, bed_id: bed } } })
const remove = useChange(
  () => props.garden,
  (bed: number) => answer(api.DELETE('/api/gardens/{garden_id}/beds/{bed_id}', one(bed))),
)
const restore = useChange(
  () => props.garden,
  (bed: number) => answer(api.POST('/api/gardens/{garden_id}/beds/{bed_id}/restore', one(bed))),
)
const failed = (error: Error) => say(error.message)

function takeOut(bed: Bed) {
  remove.mutate(bed.id, {
    onSuccess: () => say(`${bed.name} is taken out.`, () => restore.mutate(bed.id, { onError: failed })),
    onError: failed,
  })
}

function size(bed: Bed): string {
  if (bed.round) return `${units.show(bed.length_m, 'length')} across`
  return `${units.num(bed.length_m, 'length')} × ${units.show(bed.width_m, 'length')}`
}

function soilOf(bed: Bed): string {
  const soil = bed.soils[bed.soils.length - 1]
  return SOIL[soil?.texture || soil?.material || 'unknown']!
}

function facts(bed: Bed): string {
  const parts = [KIND[bed.kind] ?? bed.kind, size(bed), soilOf(bed), METHOD[bed.method]!]
  if (bed.mulch && bed.mulch.kind !== 'none') parts.push(`${MULCH[bed.mulch.kind]} mulch`)
  const cover = bed.exposures[bed.exposures.length - 1]?.cover
  if (cover && cover !== 'none') parts.push(COVER[cover]!)
  return parts.join(' · ')
}
</script>

<template>
  <Problem v-if="beds.isError.value" :error="beds.error.value" @retry="beds.refetch()" />
  <template v-else>
    <header>
      <div>
        <h1>Ground</h1>
        <p class="soft">The isles of your garden, in the order you walk.</p>
      </div>
      <RouterLink
        v-if="beds.data.value?.length"
        class="btn sizes"
        :to="{ name: 'sizes', params: { garden } }"
      >
        Look through the sizes
      </RouterLink>
      <RouterLink v-if="owner" class="btn full" :to="{ name: 'new-bed', params: { garden } }">
        <PhPlus :size="18" aria-hidden="true" /> Describe a bed
      </RouterLink>
    </header>
    <div v-if="beds.data.value?.length === 0" class="empty">
      <p>
        Each bed or pot will lie here as an isle with its waterline. Begin with the one you water most; it
        takes a minute.
      </p>
    </div>
    <ul>
      <li v-for="bed in beds.data.value ?? []" :key="bed.id">
        <RouterLink
          :to="{ name: 'bed', params: { garden, bed: bed.id } }"
          class="open"
          :aria-label="`Open ${bed.name}`"
        >
          <Isle
            v-if="stops.get(bed.id)"
            :isle="stops.get(bed.id)!.isle"
            :crops="stops.get(bed.id)!.crops"
            :width="104"
          />
          <span v-else class="pending" aria-hidden="true"></span>
        </RouterLink>
        <div class="words">
          <p>
            <RouterLink class="name" :to="{ name: 'bed', params: { garden, bed: bed.id } }">{{
              bed.name
            }}</RouterLink>
            <span class="soft"> {{ cropsInWords(stops.get(bed.id)?.crops ?? bed.plantings) }}</span>
          </p>
          <p class="soft small">{{ facts(bed) }}</p>
        </div>
        <div v-if="owner" class="acts">
          <RouterLink
            class="btn"
            :to="{ name: 'edit-bed', params: { garden, bed: bed.id } }"
            :aria-label="`Edit ${bed.name}`"
          >
            <PhPencilSimple :size="18" aria-hidden="true" /> Edit
          </RouterLink>
          <button class="btn" type="button" :aria-label="`Take out ${bed.name}`" @click="takeOut(bed)">
            <PhTrash :size="18" aria-hidden="true" /> Take out
          </button>
        </div>
      </li>
    </ul>
  </template>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 16px;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 16px;
  flex-wrap: wrap;
}
.empty {
  max-width: 560px;
  padding: 32px 0;
  font-size: 18px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  padding: 12px 0;
  border-bottom: 1px solid var(--hair);
}
.pending {
  display: block;
  width: 104px;
  height: 97px;
}
.name {
  font-family: var(--display);
  font-size: 21px;
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
  margin-right: 4px;
}
.name:hover {
  text-decoration: underline;
}
.acts {
  display: flex;
  gap: 8px;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: 76px minmax(0, 1fr);
  }
  .open :deep(svg) {
    width: 76px;
  }
  .acts {
    grid-column: 1 / -1;
  }
}
</style>
