<script setup lang="ts">
import { answer, api } from '@/shared/api/client'
import type { Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { atRiskInWords, frozenInWords, tonightInWords } from '@/shared/words/cold'

/** A cold night ahead, or behind: what to cover, what to uncover, and what it did. */
const props = defineProps<{ round: Round }>()
const units = useUnits()
const change = useChange(
  () => props.round.garden.id,
  ({ id, what }: { id: number; what: 'sheet_on' | 'sheet_off' | 'roof_on' }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', {
        params: { path: { garden_id: props.round.garden.id, bed_id: id } },
        body: { what },
        ...mark,
      }),
    ),
)
async function tell(id: number, name: string, what: 'sheet_on' | 'sheet_off' | 'roof_on') {
  try {
    await change.mutateAsync({ id, what })
    change.sayKept(
      what === 'sheet_off'
        ? `${name}: the sheet is off.`
        : `${name}: it is noted. Take it ${what === 'sheet_on' ? 'off' : 'out'} again in the morning.`,
    )
  } catch (error) {
    say((error as Error).message)
  }
}
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
            :disabled="change.isPending.value"
            @click="tell(x.id, x.name, 'sheet_off')"
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
            :disabled="change.isPending.value"
            @click="tell(b.id, b.bed, 'sheet_on')"
          >
            <span class="visually-hidden">{{ b.bed }}: </span>Covered
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>
