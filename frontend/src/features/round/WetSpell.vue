<script setup lang="ts">
import { computed } from 'vue'

import type { Alteration, Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { DONE, spellInWords, taskInWords } from '@/shared/words/wetSpell'

import Duties from './Duties.vue'
import { useAlter } from './useAlter'

/** A wet spell: where it stands, and what is done for it; a tick is a dated fact that every dose follows. */
const props = defineProps<{ round: Round }>()
const units = useUnits()
const spell = computed(() => props.round.wet_spell)
const { alter, busy } = useAlter(() => props.round.garden.id)
</script>

<template>
  <Duties v-if="spell" name="wet-spell" :title="spell.state === 'over' ? 'After the rain' : 'The wet spell'">
    <template #says>
      <p>{{ spellInWords(spell, round.garden.today, units) }}</p>
    </template>
    <li v-for="x in spell.tasks" :key="`${x.id}.${x.what}`">
      <span
        ><strong>{{ x.bed }}</strong> {{ taskInWords(x, spell.state, units) }}</span
      >
      <button
        v-if="DONE[x.what]"
        class="btn no-print"
        type="button"
        :disabled="busy"
        @click="alter(x.id, x.what as Alteration, `${x.bed}: it is noted since today.`)"
      >
        <span class="visually-hidden">{{ x.bed }}: </span>{{ DONE[x.what] }}
      </button>
    </li>
  </Duties>
</template>
