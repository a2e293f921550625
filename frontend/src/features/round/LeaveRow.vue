<script setup lang="ts">
import { computed } from 'vue'

import type { Round, Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { waterShare } from '@/shared/isle/waterline'
import { leftInShort } from '@/shared/words/stop'

import StopMenu from './StopMenu.vue'
import type { Act } from './useRoundActions'

/** A bed that is left today: one line, with why behind its name. */
const props = defineProps<{ stop: Stop; round: Round; picked: boolean; open: boolean }>()
defineEmits<{ pick: []; why: []; act: [act: Act] }>()
const units = useUnits()
const short = computed(() => leftInShort(props.stop, props.round, units))
const level = computed(() => {
  const { net_mm, taw_mm, room_mm } = props.stop.isle
  return waterShare({ net: net_mm.mid, taw: taw_mm, room: room_mm }) * 22
})
</script>

<template>
  <li
    :id="`stop-${stop.id}`"
    class="left"
    :class="[stop.word, { picked }]"
    tabindex="-1"
    :aria-current="picked ? 'true' : undefined"
    @click="$emit('pick')"
  >
    <svg class="slip" width="14" height="24" viewBox="0 0 14 24" aria-hidden="true">
      <rect x="1" y="1" width="12" height="22" rx="2" class="soil" />
      <rect x="1" :y="23 - level" width="12" :height="level" class="water" />
    </svg>
    <h3>
      <button
        type="button"
        class="name"
        :aria-expanded="open"
        :aria-label="`${stop.name}: why`"
        @click.stop="$emit('why')"
      >
        {{ stop.name }}
      </button>
    </h3>
    <span class="short" :class="{ clay: stop.cause === 'evening' || stop.word === 'too_wet' }">{{
      short
    }}</span>
    <span class="no-print"><StopMenu :stop="stop" @act="$emit('act', $event)" /></span>
  </li>
</template>

<style scoped>
.left {
  display: grid;
  grid-template-columns: 14px minmax(0, max-content) minmax(30%, 1fr) auto;
  align-items: center;
  gap: 8px 12px;
  min-height: 48px;
  padding: 0 8px 0 5px;
  border-bottom: 1px solid var(--hair);
  border-left: 3px solid transparent;
  list-style: none;
  scroll-margin: 24px;
}
.left.picked {
  border-left-color: var(--water);
}
.left:focus {
  outline: none;
}
h3 {
  margin: 0;
  font: inherit;
  min-width: 0;
}
.name {
  font-family: var(--display);
  font-size: 19px;
  font-weight: 600;
  color: var(--ink);
  background: none;
  border: 0;
  padding: 0;
  min-height: 44px;
  max-width: 100%;
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: pointer;
}
.name:hover {
  text-decoration: underline;
}
.short {
  font-size: 15px;
  color: var(--ink-soft);
  text-align: right;
}
.clay {
  color: var(--clay);
}
.soil {
  fill: var(--soil-dry);
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}
.water {
  fill: var(--water-fill);
}
@media (max-width: 760px) {
  .short {
    font-size: 14px;
    line-height: 1.25;
  }
}
@media print {
  .left {
    min-height: 0;
    padding: 1px 0;
  }
  .name {
    min-height: 0;
    font-size: 12pt;
  }
}
</style>
