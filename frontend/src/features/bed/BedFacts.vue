<script setup lang="ts">
import { computed } from 'vue'

import { useOwnCrops } from '@/shared/api/queries'
import type { BedPage } from '@/shared/api/types'
import { clock, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { COVER, cropsInWords, HEIGHT, METHOD, MULCH, SHELTER, SOIL, START } from '@/shared/words/names'

/** What the answer rests on, as it was told. */
const props = defineProps<{ page: BedPage }>()
const units = useUnits()
const own = useOwnCrops(() => props.page.garden.id)
const bed = computed(() => props.page.bed)
type Planting = BedPage['bed']['plantings'][number]

function planted(p: Planting): string {
  const name = own.data.value?.find((c) => c.id === p.own_crop)?.name
  const words = cropsInWords([{ crop: p.crop, count: p.left, variety: p.variety }])
  return name ? `${words}, ${name}` : p.variety ? `${words}, ${p.variety}` : words
}
function size(p: Planting): string {
  const seen = p.sizes[p.sizes.length - 1]
  const began = `${START[p.start]} ${shortDate(p.planted)}`
  if (p.removed) return `${began}, out ${shortDate(p.removed)}`
  if (!seen) return `${began}, size by its age`
  return `${HEIGHT[seen.height]}, ${units.show(seen.spread_m, 'length')} wide, seen ${shortDate(seen.date)}`
}
const soils = computed(() =>
  bed.value.soils.map((s) => {
    const parts = [s.texture ? `${SOIL[s.texture]}, tested` : SOIL[s.material]]
    if (s.layers.length) parts.push(`over ${s.layers.map((l) => SOIL[l.material]).join(', ')}`)
    if (s.stones_pct) parts.push(`${s.stones_pct} % stones`)
    if (s.woody_fill_m) parts.push(`${units.show(s.woody_fill_m, 'small_length')} of wood below`)
    if (s.drainage !== 'free') parts.push(s.drainage === 'slow' ? 'drains slowly' : 'water stands')
    if (s.organic_matter_pct !== 2.5) parts.push(`${s.organic_matter_pct} % organic`)
    return { date: s.date, words: parts.join(', ') }
  }),
)
const lights = computed(() =>
  bed.value.exposures.map((e) => {
    const parts = []
    if (e.cover !== 'none') parts.push(COVER[e.cover])
    if (e.sun_from_h > 0 || e.sun_to_h < 24) parts.push(`sun ${clock(e.sun_from_h)} to ${clock(e.sun_to_h)}`)
    if (e.shade_pct) parts.push(`${e.shade_pct} % shaded`)
    if (e.shelter !== 'open') parts.push(SHELTER[e.shelter])
    if (e.warm_wall) parts.push('warm wall')
    if (e.saucer) parts.push('in a saucer')
    return { date: e.date, words: parts.join(', ') || COVER.none }
  }),
)
</script>

<template>
  <dl class="facts">
    <div v-for="(s, i) in soils" :key="`s${i}`">
      <dt>
        soil<template v-if="i">, from {{ shortDate(s.date) }}</template>
      </dt>
      <dd>{{ s.words }}</dd>
    </div>
    <div v-for="(l, i) in lights" :key="`l${i}`">
      <dt>
        light<template v-if="i">, from {{ shortDate(l.date) }}</template>
      </dt>
      <dd>{{ l.words }}</dd>
    </div>
    <div v-for="p in bed.plantings" :key="p.id">
      <dt>{{ planted(p) }}</dt>
      <dd>{{ size(p) }}</dd>
    </div>
    <div>
      <dt>mulch</dt>
      <dd>
        {{ MULCH[bed.mulch?.kind ?? 'none']
        }}<template v-if="bed.mulch && bed.mulch.kind !== 'none' && bed.mulch.kind !== 'film'"
          >, {{ units.show(bed.mulch.depth_m, 'small_length') }}</template
        >
      </dd>
    </div>
    <div>
      <dt>watered by</dt>
      <dd>
        {{ METHOD[bed.method]
        }}<template v-if="bed.drip"
          >, {{ bed.drip.emitters }} × {{ units.show(bed.drip.flow_l_per_h, 'drip_flow') }},
          <RouterLink :to="{ name: 'lines', params: { garden: page.garden.id } }"
            >how it runs</RouterLink
          ></template
        ><template v-if="bed.reservoir">, {{ units.show(bed.reservoir.capacity_l, 'volume') }}</template>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.facts {
  margin: 0;
}
.facts div {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  border-bottom: 1px dotted var(--hair);
  padding: 8px 0;
}
.facts dd {
  margin: 0;
  text-align: right;
  color: var(--ink-soft);
}
</style>
