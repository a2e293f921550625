<script setup lang="ts">
import {
  PhArrowClockwise,
  PhArrowCounterClockwise,
  PhArrowDown,
  PhArrowLeft,
  PhArrowRight,
  PhArrowUp,
} from '@phosphor-icons/vue'

import { useUnits } from '@/shared/format/units'

import { GRID_M } from './map'

/** What is picked, moved a little or turned by a tap. */
defineProps<{ name: string; turns: boolean }>()
const emit = defineEmits<{ nudge: [dx: number, dy: number, turn: number] }>()
const units = useUnits()
const WAYS = [
  { icon: PhArrowLeft, label: 'left', by: [-GRID_M, 0, 0] },
  { icon: PhArrowUp, label: 'up', by: [0, GRID_M, 0] },
  { icon: PhArrowDown, label: 'down', by: [0, -GRID_M, 0] },
  { icon: PhArrowRight, label: 'right', by: [GRID_M, 0, 0] },
  { icon: PhArrowCounterClockwise, label: 'turned to the left', by: [0, 0, -15] },
  { icon: PhArrowClockwise, label: 'turned to the right', by: [0, 0, 15] },
] as const
</script>

<template>
  <div class="nudges" role="group" :aria-label="`Nudge ${name}`">
    <span class="soft small">{{ name }}, by {{ units.show(GRID_M, 'small_length') }}:</span>
    <button
      v-for="w in turns ? WAYS : WAYS.slice(0, 4)"
      :key="w.label"
      class="btn"
      type="button"
      :aria-label="`${name} ${w.label}`"
      @click="emit('nudge', ...(w.by as unknown as [number, number, number]))"
    >
      <component :is="w.icon" :size="20" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.nudges {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 12px;
}
.btn {
  padding: 0;
  min-width: 44px;
}
</style>
