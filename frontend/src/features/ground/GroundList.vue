<script setup lang="ts">
import { PhPencilSimple, PhTrash } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { useBeds, useRound } from '@/shared/api/queries'
import type { Bed } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { COVER, cropsInWords, KIND, METHOD, MULCH, SOIL } from '@/shared/words/names'

/** The isles as a list, in the order of the walk: the map for those who read rather than look. */
const props = defineProps<{ garden: number; owner: boolean }>()
defineEmits<{ takeOut: [id: number] }>()
const units = useUnits()
const beds = useBeds(() => props.garden)
const round = useRound(() => props.garden)
const stops = computed(() => new Map((round.data.value?.stops ?? []).map((s) => [s.id, s])))
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
        <button
          class="btn"
          type="button"
          :aria-label="`Take out ${bed.name}`"
          @click="$emit('takeOut', bed.id)"
        >
          <PhTrash :size="18" aria-hidden="true" /> Take out
        </button>
      </div>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 24px 0 0;
  border-top: 1px solid var(--ink);
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
