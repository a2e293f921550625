<script setup lang="ts">
import { computed } from 'vue'

import type { Round, Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { CAUTION, doseInWords, holdInWords, isDry } from '@/shared/words/feeding'

import Duties from './Duties.vue'

/** What is to be fed today, each with its amount; and what would be, but for its soil. */
const props = defineProps<{ round: Round; busy: (id: number) => boolean }>()
const emit = defineEmits<{ fed: [stop: Stop] }>()
const units = useUnits()
const due = computed(() =>
  props.round.stops.filter((s) => s.feeding?.due && s.feeding.due <= props.round.garden.today),
)
const ready = computed(() => due.value.filter((s) => !s.feeding!.hold && s.feeding!.dose))
const held = computed(() => due.value.filter((s) => s.feeding!.hold))
const atBase = computed(() =>
  ready.value.some((s) => !s.feeding!.dose!.over_leaves && !isDry(s.feeding!.dose!.kind)),
)
const caution = computed(() => [...new Set(ready.value.map((s) => CAUTION[s.feeding!.dose!.kind]))].join(' '))
</script>

<template>
  <Duties v-if="due.length" name="feeds" title="To feed today">
    <template v-if="caution" #says>
      <p class="soft small">
        {{ caution }}{{ atBase ? ' Stir, and pour it slowly at the base on damp soil.' : '' }}
      </p>
    </template>
    <li v-for="s in ready" :key="s.id">
      <span
        ><strong>{{ s.name }}</strong> {{ doseInWords(s.feeding!.dose!, units)
        }}{{ s.feeding!.with_soak ? ', the last of its soak' : '' }}</span
      >
      <button class="btn no-print" type="button" :disabled="busy(s.id)" @click="emit('fed', s)">
        <span class="visually-hidden">{{ s.name }}: </span
        >{{ s.feeding!.with_soak ? 'Watered and fed' : 'Fed' }}
      </button>
    </li>
    <li v-for="s in held" :key="s.id">
      <span
        ><strong>{{ s.name }}</strong> waits: {{ holdInWords(s.feeding!, round.garden.today) }}</span
      >
    </li>
  </Duties>
</template>
