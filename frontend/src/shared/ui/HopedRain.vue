<script setup lang="ts">
import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { Round } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { idOf } from '@/shared/outbox/outbox'
import { useChange } from '@/shared/outbox/useOutbox'
import { hopedInWords } from '@/shared/words/weather'

import { say } from './snack'

/** Rain that was expected and of which nobody has said yet whether it fell: one tap says so. */
const props = defineProps<{ garden: number; hoped: Round['weather']['hoped']; today: string }>()
const units = useUnits()
const read = useChange(
  () => props.garden,
  (held: { date: string; rain: number }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/gauge', {
        ...path(props.garden),
        body: { id: idOf(mark), ...held },
        ...mark,
      }),
    ),
)
async function tell(date: string, rain: number) {
  try {
    await read.mutateAsync({ date, rain })
    read.sayKept(rain ? 'The rain counts.' : 'No rain fell: that counts.')
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <div v-if="hoped.length" class="note no-print" role="note">
    <ul class="tasks">
      <li v-for="x in hoped" :key="x.date">
        <span>{{ hopedInWords(x, today, units) }}</span>
        <span class="taps" role="group" :aria-label="`What fell ${nearDay(x.date, today)}`">
          <button class="btn" type="button" :disabled="read.isPending.value" @click="tell(x.date, 0)">
            Nothing
          </button>
          <button
            class="btn"
            type="button"
            :disabled="read.isPending.value"
            @click="tell(x.date, x.rain / 2)"
          >
            Half of it
          </button>
          <button class="btn" type="button" :disabled="read.isPending.value" @click="tell(x.date, x.rain)">
            All of it
          </button>
        </span>
      </li>
    </ul>
  </div>
</template>
