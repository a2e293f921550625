<script setup lang="ts">
import { computed } from 'vue'

import type { Sign } from '@/shared/words/signs'

/** One plant, drawn with one sign: what is right is drawn quietly, what is wrong stands out. */
const props = defineProps<{ sign: Sign }>()

interface Leaf {
  y: number
  side: 1 | -1
  turn: number
  fill: string
  long: number
}
const GREEN = '#6f8f5a'
const ROWS = [58, 46, 34, 24]
const ALL = [0, 1, 2, 3]
const TINT: Partial<Record<Sign, { rows: number[]; fill: string }>> = {
  yellow_below: { rows: [0, 1], fill: '#e2bf3f' },
  pale: { rows: ALL, fill: '#c9d8a4' },
  purple: { rows: ALL, fill: '#7d5a86' },
}
const hangs = computed(() => ['droop_day', 'droop_dawn', 'failing'].includes(props.sign))
const small = computed(() => props.sign === 'stunted')
const leaves = computed<Leaf[]>(() =>
  ROWS.flatMap((y, row) =>
    ([-1, 1] as const).map((side) => {
      const tint = TINT[props.sign]
      return {
        y,
        side,
        turn: hangs.value ? 62 : -14,
        fill: tint?.rows.includes(row) ? tint.fill : GREEN,
        long: 20 - row * 2.5,
      }
    }),
  ),
)
const leafPath = (long: number) =>
  props.sign === 'curl'
    ? `M0 0 Q ${long * 0.5} -9 ${long} -1 Q ${long * 0.8} -5 ${long * 0.55} -3 Q ${long * 0.3} -1 0 0`
    : `M0 0 Q ${long * 0.5} -8 ${long} 0 Q ${long * 0.5} 7 0 0`
const spotted = (row: number) => props.sign === 'spots' || (props.sign === 'climbing' && row < 2)
</script>

<template>
  <svg viewBox="0 0 84 84" class="sign" aria-hidden="true">
    <circle cx="42" cy="42" r="41" fill="#f6f2e7" />
    <path d="M8 68 Q 42 63 76 68 L 72 76 Q 42 84 12 76 Z" fill="#c9b38c" />
    <g v-if="small" stroke="#8a8a78" fill="none" stroke-dasharray="3 3">
      <path d="M42 67 V 12" />
      <ellipse cx="42" cy="36" rx="25" ry="26" />
    </g>
    <g :transform="small ? 'translate(25.2 40.2) scale(0.4)' : undefined">
      <path
        :d="
          sign === 'soft_stem'
            ? 'M42 67 Q 40 58 46 50 T 50 16'
            : hangs
              ? 'M42 67 Q 41 36 48 20'
              : 'M42 67 V 14'
        "
        stroke="#56703f"
        stroke-width="2.4"
        fill="none"
      />
      <path
        v-if="sign === 'soft_stem'"
        d="M42 68 Q 40 60 44.5 53"
        stroke="#3c2a1c"
        stroke-width="5"
        fill="none"
      />
      <g
        v-for="(x, i) in leaves"
        :key="i"
        :transform="`translate(42 ${x.y}) scale(${x.side} 1) rotate(${x.turn})`"
      >
        <path
          :d="leafPath(x.long)"
          :fill="x.fill"
          :stroke="sign === 'brown_edges' ? '#7a4a22' : '#56703f'"
          :stroke-width="sign === 'brown_edges' ? 2.6 : 0.8"
        />
        <path
          v-if="sign === 'white_patches' && i > 1"
          :d="`M${x.long * 0.35} -2 q 4 -3 8 1 q -3 5 -8 -1`"
          fill="#fffef8"
          stroke="#b9b29c"
          stroke-width="0.6"
        />
        <g v-if="spotted(Math.floor(i / 2))" fill="#3c2a1c">
          <circle :cx="x.long * 0.35" cy="-1" r="1.7" />
          <circle :cx="x.long * 0.6" cy="1.5" r="1.4" />
          <circle :cx="x.long * 0.75" cy="-0.6" r="1" />
        </g>
      </g>
    </g>
    <path
      v-if="sign === 'climbing'"
      d="M70 62 V 26 M65 32 L 70 25 L 75 32"
      stroke="#a4562f"
      stroke-width="2.4"
      fill="none"
    />
    <template v-if="sign === 'droop_day'">
      <circle cx="66" cy="17" r="6" fill="#e2bf3f" />
      <path
        d="M66 7 V 4 M76 17 H 79 M73 10 L 75 8 M59 10 L 57 8 M73 24 L 75 26"
        stroke="#c79a1e"
        stroke-width="1.8"
      />
    </template>
    <template v-if="sign === 'droop_dawn'">
      <path d="M56 24 A 9 9 0 0 1 74 24 Z" fill="#d98b5f" />
      <path d="M52 24.5 H 78" stroke="#8a6b52" stroke-width="1.8" />
    </template>
    <template v-if="sign === 'failing'">
      <path d="M58 8 h 14 v 10 h -14 z M58 11 l -7 -3 M72 10 q 6 2 0 7" fill="#1c5b68" stroke="#1c5b68" />
      <path d="M51 13 v 4 M54 16 v 4 M57 21 v 4" stroke="#1c5b68" stroke-width="2" />
    </template>
    <template v-if="sign === 'blossom_fall'">
      <g fill="#e7c64a" stroke="#b9922a" stroke-width="0.8">
        <path d="M60 26 l 3 -5 l 3 5 l 5 1 l -4 4 l 1 5 l -5 -3 l -5 3 l 1 -5 l -4 -4 z" />
        <path d="M64 56 l 2 -4 l 3 4 l 4 1 l -3 3 l 1 4 l -5 -2 l -4 2 l 1 -4 l -3 -3 z" />
      </g>
      <path d="M66 38 v 10 M62 45 l 4 4 l 4 -4" stroke="#a4562f" stroke-width="2" fill="none" />
    </template>
    <template v-if="sign === 'cracked_fruit' || sign === 'dark_fruit_end'">
      <circle cx="60" cy="50" r="14" fill="#c4563c" stroke="#7f3322" />
      <path d="M53 38 l 7 2 l 7 -3" stroke="#56703f" stroke-width="2.4" fill="none" />
      <path
        v-if="sign === 'cracked_fruit'"
        d="M52 42 Q 57 48 54 56 M60 40 Q 63 50 60 61 M68 43 Q 68 50 70 55"
        stroke="#fff3df"
        stroke-width="2"
        fill="none"
      />
      <path v-else d="M49 57 A 14 14 0 0 0 71 57 Q 60 52 49 57" fill="#2b1d14" />
    </template>
    <path
      v-if="sign === 'bitter'"
      d="M52 34 Q 76 32 70 60 Q 66 66 62 60 Q 64 44 52 42 Q 47 38 52 34"
      fill="#4f7a45"
      stroke="#32542b"
    />
    <path
      v-if="sign === 'foul_soil'"
      d="M14 62 q 4 -6 0 -12 q -4 -6 0 -12 M24 62 q 4 -6 0 -12 M66 62 q 4 -6 0 -12 M74 62 q 4 -6 0 -12 q -4 -6 0 -10"
      stroke="#7a4a22"
      stroke-width="2"
      fill="none"
    />
    <path
      v-if="sign === 'white_crust'"
      d="M12 69 q 5 -4 9 -1 t 9 -1 t 9 0 t 9 0 t 9 0 t 9 1 t 7 1"
      stroke="#ffffff"
      stroke-width="4.5"
      fill="none"
    />
  </svg>
</template>

<style scoped>
.sign {
  width: 72px;
  height: 72px;
  display: block;
}
</style>
