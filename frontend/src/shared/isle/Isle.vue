<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Isle } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { SOIL } from '@/shared/words/names'

import { plantsOf, type Crop } from './plants'
import { buriedVessels, levelOf, shapeOf, surface } from './shape'

/** The one picture of the application: a bed's soil as deep as its roots, filled to the water it still holds. */
const props = withDefaults(
  defineProps<{ isle: Isle; crops: Crop[]; width?: number | string; labels?: boolean }>(),
  {
    width: 104,
  },
)
const GLASS = new Set(['cloche', 'tunnel', 'indoors'])
const id = useId()
const units = useUnits()

const shape = computed(() => shapeOf(props.isle.kind))
const at = (net: number) => levelOf(shape.value, { net, taw: props.isle.taw_mm, room: props.isle.room_mm })
const line = computed(() => at(props.isle.net_mm.mid))
const wetter = computed(() => at(props.isle.net_mm.low))
const drier = computed(() => at(props.isle.net_mm.high))
const suffer = computed(() => at(props.isle.raw_mm))
const air = computed(() => at(-props.isle.air_mark_mm))
const brimming = computed(() => props.isle.net_mm.mid < -props.isle.air_mark_mm)
const plants = computed(() =>
  plantsOf(
    props.crops,
    props.isle.height_m,
    shape.value.stand,
    shape.value.top,
    props.isle.kind === 'keyhole' ? [46, 74] : undefined,
  ),
)
const rootsTo = computed(() => {
  const s = shape.value
  return (
    s.top + (s.bottom - s.top - 4) * Math.min(1, props.isle.root_depth_m / Math.max(props.isle.depth_m, 0.05))
  )
})
const roots = computed(() =>
  plants.value.xs
    .map((x) => {
      const d = rootsTo.value - shape.value.top
      const w = Math.min(9, d * 0.3)
      const t = shape.value.top
      return `M${x} ${t}V${t + d}M${x} ${t + 1}q${-w} ${d * 0.3} ${-w} ${d * 0.72}M${x} ${t + 1}q${w} ${d * 0.3} ${w} ${d * 0.72}`
    })
    .join(''),
)
const mulch = computed(() => {
  if (props.isle.mulch === 'none' || props.isle.mulch_depth_m <= 0) return ''
  const [from, to] = [shape.value.stand[0] - 6, shape.value.stand[1] + 6]
  const thick = 2 + Math.min(4, props.isle.mulch_depth_m * 40)
  let d = ''
  for (let x = from, i = 0; x < to; x += 3.2, i++)
    d += `M${x} ${shape.value.top - (i % 3) * (thick / 3)}l4 ${i % 2 ? -1.6 : 1.2}`
  return d
})
const layerName = (material: Isle['layers'][number]['material']) =>
  material === 'wood' ? 'wood' : SOIL[material]
/** Where one layer of the ground ends and the next begins, with what lies below. */
const layers = computed(() => {
  const s = shape.value
  let depth = 0
  return props.isle.layers.slice(0, -1).map((layer, i) => {
    depth += layer.depth_m
    const y = s.top + (s.bottom - s.top) * Math.min(1, depth / Math.max(props.isle.depth_m, 0.05))
    return { y, name: layerName(props.isle.layers[i + 1]!.material) }
  })
})
const vessels = computed(() => buriedVessels(props.isle, shape.value))
const left = computed(() => Math.max(0, props.isle.taw_mm - Math.max(0, props.isle.net_mm.mid)))
const words = computed(() => {
  const share = Math.round((100 * left.value) / Math.max(props.isle.taw_mm, 0.1))
  const state = brimming.value
    ? 'water stands above the air mark'
    : props.isle.net_mm.mid >= props.isle.raw_mm
      ? 'the waterline is below the mark where plants begin to suffer'
      : 'the waterline is above the mark where plants begin to suffer'
  return `Soil ${share} % full of what plants can use; ${state}.`
})
</script>

<template>
  <svg
    :width="width"
    viewBox="0 0 120 112"
    role="img"
    :aria-label="words"
    class="isle"
    :class="{ labels }"
    preserveAspectRatio="xMidYMid meet"
  >
    <defs>
      <clipPath :id="`${id}c`"><path :d="shape.soil" /></clipPath>
      <pattern :id="`${id}g`" width="7" height="7" patternUnits="userSpaceOnUse">
        <circle cx="1.5" cy="1.5" r="0.7" class="grain" />
        <circle cx="5" cy="4.6" r="0.55" class="grain" />
      </pattern>
    </defs>
    <path v-if="shape.above" :d="shape.above" class="frame" />
    <path v-if="GLASS.has(isle.cover)" d="M4 58C4 20 24 4 60 4S116 20 116 58" class="cover" />
    <g class="plants">
      <path v-for="(s, i) in plants.strokes" :key="i" :d="s.d" :class="s.kind" />
    </g>
    <path :d="shape.soil" class="dry" />
    <path :d="shape.soil" :fill="`url(#${id}g)`" />
    <path v-if="isle.cover === 'roof' || isle.cover === 'eaves'" d="M10 22L60 6L110 22" class="roof" />
    <g :clip-path="`url(#${id}c)`">
      <rect x="0" :y="line - 6" width="120" height="6" class="damp" />
      <rect x="0" :y="wetter" width="120" :height="Math.max(0, drier - wetter)" class="doubt" />
      <path :d="`${surface(line)}V112H0Z`" class="water" />
      <path :d="`${surface(line + 7)}`" class="ripple" />
      <rect x="0" :y="line" width="120" :height="Math.max(0, drier - line)" class="doubt-below" />
      <path v-for="(l, i) in layers" :key="i" :d="`M0 ${l.y}H120`" class="layer" />
      <path :d="roots" class="roots" />
      <path :d="surface(line)" class="line" />
      <path :d="`M0 ${air}H120`" class="air" />
      <path :d="`M0 ${suffer}H120`" class="suffer" />
    </g>
    <path :d="shape.soil" class="edge" />
    <path :d="shape.frame" class="frame" />
    <path v-if="mulch" :d="mulch" class="mulch" :class="{ film: isle.mulch === 'film' }" />
    <path :d="`M118 ${suffer}l-6 -2.6v5.2Z`" class="flag" />
    <circle cx="3" :cy="air" r="1.7" class="ring" />
    <g v-if="vessels.length" class="vessels">
      <template v-for="(v, i) in vessels" :key="i">
        <path :d="v.outline" class="vessel" />
        <path v-if="v.water" :d="v.water" class="water" />
        <path :d="v.outline" class="frame thin" />
      </template>
    </g>
    <g v-if="shape.reservoir">
      <rect
        v-if="isle.reservoir_share !== null"
        :x="shape.reservoir.x"
        :y="shape.reservoir.y + shape.reservoir.height * (1 - isle.reservoir_share)"
        :width="shape.reservoir.width"
        :height="shape.reservoir.height * isle.reservoir_share"
        class="water"
      />
      <path d="M55 86V104M65 86V104" class="frame thin" />
      <path
        v-if="isle.reservoir_share !== null"
        :d="`M97 ${shape.reservoir.y + shape.reservoir.height * (1 - isle.reservoir_share)}V46m-2.500 0h5`"
        class="float"
      />
    </g>
    <g v-if="labels" class="text" aria-hidden="true">
      <text x="16" :y="air < shape.top + 4 ? air + 5 : air - 1.5">air short above</text>
      <text x="104" :y="suffer - 1.8" text-anchor="end" class="clay">plants suffer below</text>
      <text v-for="(l, i) in layers" :key="i" x="16" :y="l.y + 5" class="on">{{ l.name }}</text>
      <text x="60" :y="shape.bottom - (shape.reservoir ? 4 : 7)" text-anchor="middle" class="on">
        {{ units.show(Math.abs(isle.net_mm.mid), 'depth') }}
        {{ isle.net_mm.mid >= 0 ? 'missing' : 'above full' }}
      </text>
      <text x="60" :y="shape.reservoir ? 112 : shape.bottom + 6" text-anchor="middle">
        roots to {{ units.show(isle.root_depth_m, 'small_length') }} in
        {{ units.show(isle.depth_m, 'small_length') }} of soil
      </text>
    </g>
  </svg>
</template>

<style scoped>
.isle {
  display: block;
  height: auto;
  overflow: visible;
}
.grain {
  fill: var(--soil-grain);
}
.dry {
  fill: var(--soil-dry);
}
.damp {
  fill: var(--water);
  opacity: 0.16;
}
.doubt {
  fill: var(--water);
  opacity: 0.22;
}
.doubt-below {
  fill: var(--soil-dry);
  opacity: 0.14;
}
.water {
  fill: var(--water-fill);
}
.ripple {
  stroke: var(--on-fill);
  stroke-width: 0.5;
  opacity: 0.35;
  fill: none;
}
.line {
  stroke: var(--ink);
  stroke-width: 1.1;
  fill: none;
}
.roots {
  stroke: var(--on-fill);
  stroke-width: 0.6;
  opacity: 0.8;
  fill: none;
}
.air {
  stroke: var(--ink);
  stroke-width: 0.7;
  stroke-dasharray: 0.8 2.2;
}
.suffer {
  stroke: var(--clay);
  stroke-width: 0.9;
  stroke-dasharray: 3 2;
}
.flag {
  fill: var(--clay);
}
.ring {
  fill: var(--page);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.vessel {
  fill: var(--page);
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.1;
}
.frame.thin {
  stroke-width: 0.6;
}
.cover {
  fill: none;
  stroke: var(--water-mid);
  stroke-width: 1.1;
  stroke-dasharray: 5 2;
}
.roof {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.layer {
  stroke: var(--page);
  stroke-width: 0.8;
  stroke-dasharray: 1 1.6;
}
.mulch {
  stroke: var(--straw);
  stroke-width: 1.3;
  fill: none;
  stroke-linecap: round;
}
.mulch.film {
  stroke: var(--ink);
}
.stem {
  stroke: var(--leaf-dark);
  stroke-width: 0.9;
  fill: none;
}
.stake {
  stroke: var(--straw);
  stroke-width: 0.7;
}
.leaf {
  fill: var(--leaf);
}
.leaf2 {
  fill: var(--leaf-dark);
}
.fruit {
  fill: var(--clay);
}
.float {
  stroke: var(--clay);
  stroke-width: 1;
  fill: none;
}
.text text {
  font: 500 4.2px var(--text);
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 1px;
  stroke-linejoin: round;
}
.text .clay {
  fill: var(--clay);
}
.text .on {
  fill: var(--on-fill);
  stroke: var(--water-fill);
}
</style>
