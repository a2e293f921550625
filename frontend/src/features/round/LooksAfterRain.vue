<script setup lang="ts">
import { computed } from 'vue'

import type { Round, Stop } from '@/shared/api/types'

import { wantsHand } from '@/shared/words/stop'

import Duties from './Duties.vue'
import type { Found } from './useRoundActions'

/** Containers that rain tells little of: a look at each, and one tap says what was found. */
const props = defineProps<{ round: Round; busy: (id: number) => boolean }>()
const emit = defineEmits<{ felt: [stop: Stop, found: Found] }>()
const WHY: Record<Round['looks'][number]['why'], string> = {
  hangs: 'it hangs, and dries fast whatever fell',
  little: 'little came in past leaves or eaves',
  stands: 'water may stand in it',
}
const FOUND: { value: Found; label: string }[] = [
  { value: 'dry', label: 'Dry' },
  { value: 'just_damp', label: 'Damp' },
  { value: 'saucer', label: 'Water stands' },
]
const looks = computed(() =>
  props.round.looks.flatMap((x) => {
    const stop = props.round.stops.find((s) => s.id === x.id)
    // What is due today is looked at anyway.
    return stop && !wantsHand(stop) ? [{ stop, why: WHY[x.why] }] : []
  }),
)
</script>

<template>
  <Duties v-if="looks.length" name="looks" title="After the rain, a look" class="no-print">
    <li v-for="x in looks" :key="x.stop.id">
      <span
        ><strong>{{ x.stop.name }}</strong> <span class="soft">{{ x.why }}</span></span
      >
      <span class="taps" role="group" :aria-label="`${x.stop.name} after the rain`">
        <button
          v-for="f in FOUND.filter((y) => y.value !== 'saucer' || x.stop.container)"
          :key="f.value"
          class="btn"
          type="button"
          :disabled="busy(x.stop.id)"
          @click="emit('felt', x.stop, f.value)"
        >
          <span class="visually-hidden">{{ x.stop.name }}: </span>{{ f.label }}
        </button>
      </span>
    </li>
  </Duties>
</template>
