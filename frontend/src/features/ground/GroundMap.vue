<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed } from 'vue'

import type { Ground } from '@/shared/api/types'
import { PhArrowsOut, PhMagnifyingGlassMinus, PhMagnifyingGlassPlus } from '@phosphor-icons/vue'

import { waterShare } from '@/shared/isle/waterline'
import { pathsOf } from '@/shared/isle/bedTop'
import { useUnits } from '@/shared/format/units'

import {
  boxOf,
  labelShifts,
  onMap,
  samePlace,
  sized,
  snapped,
  viewOf,
  type Footprint,
  type Place,
  endsOf,
  nearest,
} from './map'
import { netAt, type Moment } from './moments'
import { useMapView } from './useMapView'

/** The garden to scale: each bed a basin seen from above, filled to the water of the day; drag it, or nudge it by key. */
const props = defineProps<{
  ground: Ground
  places: Map<string, Place>
  moment: Moment
  picked: string | null
  movable: boolean
}>()
const emit = defineEmits<{ pick: [key: string | null]; move: [key: string, place: Place] }>()
const units = useUnits()
const LETTER_PX = 13
const svg = useTemplateRef<SVGSVGElement>('svg')
const held = ref<{ key: string; dx: number; dy: number; place: Place; sizing: boolean } | null>(null)

type Bed = Ground['beds'][number]
type Thing = Ground['things'][number]
const footprint = (x: { length_m: number; width_m: number; round?: boolean }): Footprint => ({
  length: x.length_m,
  width: x.width_m,
  round: x.round ?? false,
})
const TAP: Footprint = { length: 0.3, width: 0.3, round: true }
const place = (key: string): Place =>
  held.value?.key === key ? held.value.place : (props.places.get(key) ?? { x: 0, y: 0, turn: 0 })
/** What a bed or thing covers as it is drawn: while its corner is held, as large as it is drawn to. */
const feet = (key: string, x: Bed | Thing): Footprint => {
  const p = place(key)
  const plain = footprint(x)
  return { ...plain, length: p.length ?? plain.length, width: p.width ?? plain.width }
}
/** Tubes from one bed's line to the next, between the ends that lie nearest. */
const tubes = computed(() =>
  props.ground.beds.flatMap((b) => {
    const before = props.ground.beds.find((x) => x.id === b.line_after)
    if (!before) return []
    const ends = (x: Bed) => endsOf(place(`bed:${x.id}`), feet(`bed:${x.id}`, x))
    return [{ id: b.id, ...nearest(ends(before), ends(b)) }]
  }),
)
const footprints = computed(() => {
  const all = new Map<string, Footprint>()
  for (const b of props.ground.beds) all.set(`bed:${b.id}`, feet(`bed:${b.id}`, b))
  for (const t of props.ground.things) all.set(`thing:${t.id}`, feet(`thing:${t.id}`, t))
  for (const r of props.ground.garden.rigs) if (props.places.has(`rig:${r.id}`)) all.set(`rig:${r.id}`, TAP)
  return all
})
const boxes = computed(() => [...footprints.value].map(([key, f]) => boxOf(props.places.get(key)!, f)))
const { width } = useElementSize(svg as never)
/** Names stand below what they name: two lines of them, at the scale of the whole. */
const whole = computed(() => {
  const bare = viewOf(boxes.value)
  return viewOf(boxes.value, (2 * LETTER_PX * (bare.right - bare.left)) / Math.max(width.value, 320))
})
const eye = useMapView(svg, whole)
const { view, size } = eye
/** A length on the screen that stays readable whatever the scale, in metres of the map: about a letter. */
const unit = computed(() =>
  Math.max(Math.min(size.value.w / 70, size.value.h / 46), LETTER_PX / eye.pxPerM.value),
)
/** Half of the least that a thumb can hit [m]. */
const HIT_PX = 14
const hit = computed(() => HIT_PX / eye.pxPerM.value)
const show = (key: string) => {
  const p = props.places.get(key)
  if (p) eye.show(p, 2.5)
}
defineExpose({ show })

const below = (key: string, x: Bed | Thing) => -boxOf(place(key), feet(key, x)).bottom + unit.value * 1.25
const shifts = computed(() =>
  labelShifts(
    [
      ...props.ground.beds.map((b) => ({ key: `bed:${b.id}`, text: b.name, of: b })),
      ...props.ground.things
        .filter((t) => t.name)
        .map((t) => ({ key: `thing:${t.id}`, text: t.name, of: t })),
    ].map(({ key, text, of }) => ({ key, text, x: place(key).x, y: below(key, of) })),
    unit.value * 1.2,
  ),
)
const labelY = (key: string, x: Bed | Thing) => below(key, x) + (shifts.value.get(key) ?? 0)

function level(bed: Bed): number | null {
  const net = netAt(bed, props.moment)
  return net !== null && bed.taw_mm !== null
    ? waterShare({ net, taw: bed.taw_mm, room: bed.room_mm ?? 0 })
    : null
}
function suffers(bed: Bed): boolean {
  const net = netAt(bed, props.moment)
  return net !== null && bed.word !== 'empty' && bed.raw_mm !== null && net > bed.raw_mm
}
function brims(bed: Bed): boolean {
  const net = netAt(bed, props.moment)
  return net !== null && bed.air_mark_mm !== null && -net > bed.air_mark_mm
}
function words(bed: Bed): string {
  const net = netAt(bed, props.moment)
  const p = place(`bed:${bed.id}`)
  const water =
    net === null
      ? 'its water is not known'
      : brims(bed)
        ? 'water stands above the air mark'
        : suffers(bed)
          ? 'plants suffer'
          : `${units.show(Math.max(0, net), 'depth')} missing`
  return `${bed.name}: ${water}; ${units.show(p.x, 'length')} right, ${units.show(p.y, 'length')} up`
}
function grab(e: PointerEvent, key: string, sizing = false) {
  const wasPicked = props.picked === key
  if (!sizing) emit('pick', key)
  if (!props.movable || e.button !== 0) return
  // A thumb that means to scroll lands on beds too: only what was picked before follows it, and only one finger.
  if (e.pointerType === 'touch' && (!wasPicked || !e.isPrimary)) return
  e.stopPropagation()
  const p = place(key)
  const here = eye.at(e)
  held.value = { key, dx: p.x - here.x, dy: p.y - here.y, place: p, sizing }
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
}
/** As it is kept, whatever is being drawn. */
function footprintOf(key: string): Footprint {
  const p = props.places.get(key)!
  return { length: p.length ?? 0.3, width: p.width ?? 0.3, round: footprints.value.get(key)!.round }
}
function drag(e: PointerEvent) {
  if (!held.value) return
  const { key, dx, dy, sizing } = held.value
  const here = eye.at(e)
  if (sizing) {
    held.value.place = sized(props.places.get(key)!, footprintOf(key), here)
    return
  }
  const others = [...footprints.value]
    .filter(([k]) => k !== key)
    .map(([k, f]) => boxOf(props.places.get(k)!, f))
  const to = { ...held.value.place, x: here.x + dx, y: here.y + dy }
  held.value.place = snapped(to, footprints.value.get(key)!, others)
}
function drop() {
  const h = held.value
  held.value = null
  if (!h) return
  if (!samePlace(props.places.get(h.key), h.place)) emit('move', h.key, h.place)
}
function touched(e: PointerEvent) {
  if (e.target === svg.value) emit('pick', null)
  if (!e.isPrimary) held.value = null // a second finger means the view, whatever lies below it
  eye.touchDown(e)
}
/** The page stays where it is while something follows the thumb, or two fingers pinch, or a part is panned. */
function holdPage(e: TouchEvent) {
  if (held.value || e.touches.length > 1 || eye.zoom.value > 1) e.preventDefault()
}
/** What a pointer and keys do to something on the map. */
const handle = (key: string) => ({
  pointerdown: (e: PointerEvent) => grab(e, key),
  pointermove: drag,
  pointerup: drop,
  pointercancel: () => (held.value = null),
  keydown: (e: KeyboardEvent) => onKey(e, key),
})
function onKey(e: KeyboardEvent, key: string) {
  const step = e.shiftKey ? 0.5 : 0.1
  const p = place(key)
  if (e.altKey && props.movable && p.length !== undefined && e.key.startsWith('Arrow')) {
    e.preventDefault()
    const f = footprintOf(key)
    const more = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key] ?? [
      0, 0,
    ]
    const grown = (v: number, by: number) => Math.max(0.1, Math.round((v + by * step) * 100) / 100)
    const length = grown(f.length, f.round ? more[0]! + more[1]! : more[0]!)
    emit('move', key, { ...p, length, width: f.round ? length : grown(f.width, more[1]!) })
    return
  }
  const to: Record<string, Partial<Place>> = {
    ArrowLeft: { x: p.x - step },
    ArrowRight: { x: p.x + step },
    ArrowUp: { y: p.y + step },
    ArrowDown: { y: p.y - step },
    '[': { turn: (p.turn - 15) % 360 },
    ']': { turn: (p.turn + 15) % 360 },
  }
  if (e.key === 'Enter' || e.key === ' ') emit('pick', key)
  else if (props.movable && to[e.key]) {
    const next = { ...p, ...to[e.key] }
    emit('move', key, {
      ...next,
      x: Math.round(next.x * 100) / 100,
      y: Math.round(next.y * 100) / 100,
    })
  } else return
  e.preventDefault()
}
const thingWords = (t: Thing) => t.name || t.kind
/** The corner by which what is picked is drawn larger or smaller. */
const corner = computed(() => {
  const key = props.picked
  if (!props.movable || !key || key.startsWith('rig:') || !props.places.has(key)) return null
  const p = place(key)
  const f = footprints.value.get(key)
  if (!f) return null
  return f.round ? { x: p.x + f.length / 2, y: p.y } : onMap(p, f.length / 2, -f.width / 2)
})
const transform = (p: Place) => `translate(${p.x} ${-p.y}) rotate(${p.turn})`
</script>

<template>
  <div class="frame">
    <svg
      ref="svg"
      class="map"
      :class="{ close: eye.zoom.value > 1 }"
      role="group"
      aria-label="The garden to scale"
      :viewBox="`${view.left} ${-view.top} ${size.w} ${size.h}`"
      :style="{ aspectRatio: `${size.w} / ${size.h}` }"
      @pointerdown="touched"
      @pointermove="eye.touchMove"
      @pointerup="eye.touchUp"
      @pointercancel="eye.touchUp"
      @pointerleave="eye.touchUp"
      @touchstart="holdPage"
      @touchmove="holdPage"
      @wheel="eye.onWheel"
    >
      <g v-for="t in ground.things" :key="`t${t.id}`" :transform="transform(place(`thing:${t.id}`))">
        <g
          tabindex="0"
          role="button"
          class="thing"
          :class="[t.kind, { picked: picked === `thing:${t.id}` }]"
          :aria-label="thingWords(t)"
          :aria-pressed="picked === `thing:${t.id}`"
          v-on="handle(`thing:${t.id}`)"
        >
          <circle class="hit" :r="hit" />
          <ellipse
            v-if="t.kind === 'tree' || t.kind === 'water'"
            :rx="feet(`thing:${t.id}`, t).length / 2"
            :ry="feet(`thing:${t.id}`, t).width / 2"
          />
          <rect
            v-else
            :x="-feet(`thing:${t.id}`, t).length / 2"
            :y="-feet(`thing:${t.id}`, t).width / 2"
            :width="feet(`thing:${t.id}`, t).length"
            :height="feet(`thing:${t.id}`, t).width"
          />
        </g>
      </g>
      <line
        v-for="x in tubes"
        :key="`t${x.id}`"
        :x1="x.from.x"
        :y1="-x.from.y"
        :x2="x.to.x"
        :y2="-x.to.y"
        class="line"
        :stroke-width="unit * 0.12"
      />
      <g v-for="b in ground.beds" :key="b.id" :transform="transform(place(`bed:${b.id}`))">
        <clipPath :id="`bed-${b.id}`">
          <circle v-if="b.round" :r="feet(`bed:${b.id}`, b).length / 2" />
          <rect
            v-else
            :x="-feet(`bed:${b.id}`, b).length / 2"
            :y="-feet(`bed:${b.id}`, b).width / 2"
            :width="feet(`bed:${b.id}`, b).length"
            :height="feet(`bed:${b.id}`, b).width"
          />
        </clipPath>
        <g
          :id="`on-map-${b.id}`"
          tabindex="0"
          role="button"
          class="bed"
          :class="{
            picked: picked === `bed:${b.id}`,
            low: suffers(b),
            brims: brims(b),
            adrift: b.x_m === null,
          }"
          :aria-label="words(b)"
          :aria-pressed="picked === `bed:${b.id}`"
          v-on="handle(`bed:${b.id}`)"
        >
          <circle class="hit" :r="hit" />
          <g :clip-path="`url(#bed-${b.id})`">
            <rect
              :x="-feet(`bed:${b.id}`, b).length / 2"
              :y="-(b.round ? feet(`bed:${b.id}`, b).length : feet(`bed:${b.id}`, b).width) / 2"
              :width="feet(`bed:${b.id}`, b).length"
              :height="b.round ? feet(`bed:${b.id}`, b).length : feet(`bed:${b.id}`, b).width"
              class="soil"
            />
            <rect
              v-if="level(b) !== null"
              :x="-feet(`bed:${b.id}`, b).length / 2"
              :y="
                (b.round ? feet(`bed:${b.id}`, b).length : feet(`bed:${b.id}`, b).width) * (0.5 - level(b)!)
              "
              :width="feet(`bed:${b.id}`, b).length"
              :height="(b.round ? feet(`bed:${b.id}`, b).length : feet(`bed:${b.id}`, b).width) * level(b)!"
              class="water"
            />
          </g>
          <circle v-if="b.round" :r="feet(`bed:${b.id}`, b).length / 2" class="edge" />
          <rect
            v-else
            :x="-feet(`bed:${b.id}`, b).length / 2"
            :y="-feet(`bed:${b.id}`, b).width / 2"
            :width="feet(`bed:${b.id}`, b).length"
            :height="feet(`bed:${b.id}`, b).width"
            class="edge"
          />
          <path
            v-for="(d, i) in b.line
              ? pathsOf(
                  { ...b.line, wets_m: 0 },
                  feet(`bed:${b.id}`, b).length,
                  feet(`bed:${b.id}`, b).width,
                  b.round,
                )
              : []"
            :key="`l${i}`"
            :d="d"
            class="line"
            :stroke-width="unit * 0.24"
            :stroke-dasharray="`0.001 ${unit * 0.5}`"
          />
        </g>
      </g>
      <g v-for="r in ground.garden.rigs.filter((x) => places.has(`rig:${x.id}`))" :key="`r${r.id}`">
        <circle
          v-if="r.hose_m && picked === `rig:${r.id}`"
          :cx="place(`rig:${r.id}`).x"
          :cy="-place(`rig:${r.id}`).y"
          :r="r.hose_m"
          class="reach"
        />
        <g
          :transform="transform(place(`rig:${r.id}`))"
          tabindex="0"
          role="button"
          class="tap"
          :class="{ picked: picked === `rig:${r.id}` }"
          :aria-label="`${r.name}: tap`"
          :aria-pressed="picked === `rig:${r.id}`"
          v-on="handle(`rig:${r.id}`)"
        >
          <circle class="hit" :r="hit" />
          <circle class="knob" :r="unit * 0.7" />
          <path
            :d="`M0 ${-unit * 0.45}C${unit * 0.4} 0 ${unit * 0.3} ${unit * 0.4} 0 ${unit * 0.4}S${-unit * 0.4} 0 0 ${-unit * 0.45}Z`"
          />
        </g>
      </g>
      <circle
        v-if="corner"
        class="corner"
        aria-hidden="true"
        :cx="corner.x"
        :cy="-corner.y"
        :r="Math.max(unit * 0.8, hit)"
        @pointerdown="grab($event, picked!, true)"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="held = null"
      />
      <g class="names" aria-hidden="true" :font-size="unit * 1.1">
        <text
          v-for="b in ground.beds.filter((x) => shifts.has(`bed:${x.id}`))"
          :key="b.id"
          :x="place(`bed:${b.id}`).x"
          :y="labelY(`bed:${b.id}`, b)"
          text-anchor="middle"
        >
          {{ b.name }}{{ b.alike > 1 ? ` ×${b.alike}` : '' }}
        </text>
        <text
          v-for="t in ground.things.filter((x) => x.name && shifts.has(`thing:${x.id}`))"
          :key="`n${t.id}`"
          :x="place(`thing:${t.id}`).x"
          :y="labelY(`thing:${t.id}`, t)"
          text-anchor="middle"
          class="faint"
        >
          {{ t.name }}
        </text>
      </g>
      <g
        class="north"
        aria-hidden="true"
        :transform="`translate(${view.right - unit * 2.2} ${-view.top + unit * 3.2}) rotate(${ground.north_deg})`"
      >
        <path :d="`M0 ${-unit * 1.6}L${unit * 0.5} ${unit}L0 ${unit * 0.5}L${-unit * 0.5} ${unit}Z`" />
        <text :y="-unit * 1.75" text-anchor="middle" :font-size="unit * 1.1">N</text>
      </g>
      <g
        class="scale"
        aria-hidden="true"
        :transform="`translate(${view.left + unit} ${-view.bottom - unit * 0.8})`"
      >
        <path d="M0 -0.08V0H1V-0.08" />
        <text :x="1.1" y="0.02" :font-size="unit">{{ units.show(1, 'length') }}</text>
      </g>
    </svg>
    <div class="zoom no-print" role="group" aria-label="Zoom">
      <button class="btn" type="button" aria-label="Closer" @click="eye.closer">
        <PhMagnifyingGlassPlus :size="20" aria-hidden="true" />
      </button>
      <button
        class="btn"
        type="button"
        aria-label="Wider"
        :disabled="eye.zoom.value === 1"
        @click="eye.wider"
      >
        <PhMagnifyingGlassMinus :size="20" aria-hidden="true" />
      </button>
      <button
        class="btn"
        type="button"
        aria-label="The whole garden"
        :disabled="eye.zoom.value === 1"
        @click="eye.whole"
      >
        <PhArrowsOut :size="20" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.line {
  fill: none;
  stroke: var(--ink);
  stroke-linecap: round;
}
.map {
  display: block;
  width: 100%;
  max-height: 62vh;
  background: color-mix(in srgb, var(--soil-dry) 30%, var(--paper));
  border: 1px solid var(--hair);
  touch-action: pan-y;
}
.map.close {
  touch-action: none;
}
.zoom {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
.zoom .btn {
  padding: 0;
  min-width: 44px;
}
.hit {
  fill: transparent;
  stroke: none;
}
.bed,
.thing,
.tap {
  cursor: pointer;
  outline: none;
}
.corner {
  fill: var(--page);
  stroke: var(--focus);
  stroke-width: 0.05;
  cursor: nwse-resize;
  touch-action: none;
}
.soil {
  fill: var(--soil-dry);
}
.water {
  fill: var(--water-fill);
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.05;
}
.low .edge {
  stroke: var(--clay);
  stroke-width: 0.09;
  stroke-dasharray: 0.22 0.12;
}
.brims .edge {
  stroke-width: 0.12;
}
.adrift .edge {
  stroke-dasharray: 0.08 0.08;
}
.picked .edge,
.bed:focus-visible .edge {
  stroke: var(--focus);
  stroke-width: 0.12;
  stroke-dasharray: none;
}
.thing rect,
.thing ellipse {
  stroke: var(--ink-soft);
  stroke-width: 0.03;
  fill: color-mix(in srgb, var(--ink-soft) 35%, var(--paper));
}
.thing.path rect {
  fill: color-mix(in srgb, var(--hair) 60%, var(--paper));
  stroke: none;
}
.thing.tree ellipse,
.thing.hedge rect {
  fill: color-mix(in srgb, var(--leaf) 45%, var(--paper));
}
.thing.water ellipse {
  fill: var(--water-soft);
}
.thing.picked rect,
.thing.picked ellipse,
.thing:focus-visible rect,
.thing:focus-visible ellipse {
  stroke: var(--focus);
  stroke-width: 0.1;
}
.tap .knob {
  fill: var(--page);
  stroke: var(--ink);
  stroke-width: 0.05;
}
.tap path {
  fill: var(--water);
}
.tap.picked .knob,
.tap:focus-visible .knob {
  stroke: var(--focus);
  stroke-width: 0.12;
}
.reach {
  fill: none;
  stroke: var(--water-mid);
  stroke-width: 0.05;
  stroke-dasharray: 0.2 0.15;
  pointer-events: none;
}
text {
  font-family: var(--text);
  fill: var(--ink);
}
.faint {
  fill: var(--ink-soft);
  font-style: italic;
}
.names,
.north,
.scale {
  pointer-events: none;
}
.north path {
  fill: var(--ink);
}
.scale path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.04;
}
</style>
