<script setup lang="ts">
import type { Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { atRiskInWords, frozenInWords, tonightInWords } from '@/shared/words/cold'

import { useAlter } from './useAlter'

/** A cold night ahead, or behind: what to cover, what to uncover, and what it did. */
const props = defineProps<{ round: Round }>()
const units = useUnits()
const { alter, busy } = useAlter(() => props.round.garden.id)
</script>

<template>
  <div
    v-if="round.cold.tonight || round.cold.frozen.length || round.cold.sheets.length"
    class="note"
    role="note"
  >
    <p v-if="round.cold.frozen.length">{{ frozenInWords(round.cold.frozen) }}</p>
    <template v-if="round.cold.sheets.length">
      <p>Sheets off in the morning: leaves want the light.</p>
      <ul class="tasks">
        <li v-for="x in round.cold.sheets" :key="x.id">
          <strong>{{ x.name }}</strong>
          <button
            class="btn no-print"
            type="button"
            :disabled="busy"
            @click="alter(x.id, 'sheet_off', `${x.name}: the sheet is off.`)"
          >
            <span class="visually-hidden">{{ x.name }}: </span>Sheet off
          </button>
        </li>
      </ul>
    </template>
    <template v-if="round.cold.tonight">
      <p>{{ tonightInWords(round.cold, units) }}</p>
      <ul class="tasks">
        <li v-for="b in round.cold.tonight.beds" :key="b.id">
          <span
            ><strong>{{ b.bed }}</strong> <span class="soft">{{ atRiskInWords(b, units) }}</span></span
          >
          <button
            v-if="!round.cold.sheets.some((x) => x.id === b.id)"
            class="btn no-print"
            type="button"
            :disabled="busy"
            @click="alter(b.id, 'sheet_on', `${b.bed}: it is noted. Take it off again in the morning.`)"
          >
            <span class="visually-hidden">{{ b.bed }}: </span>Covered
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>
