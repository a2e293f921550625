<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { SkyDay } from '@/shared/api/types'
import { addDays, nearDay } from '@/shared/format/time'
import { idOf } from '@/shared/outbox/outbox'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { SEEN, type Seen } from '@/shared/words/weather'

/** Hail and frost, of today or yesterday, in a tap; and what was noted of them lately. */
const props = defineProps<{ garden: number; days: SkyDay[]; today: string }>()
const near = computed(() => [props.today, addDays(props.today, -1)])
const noted = computed(() => props.days.flatMap((d) => d.seen))
const has = (date: string, what: Seen) => noted.value.some((x) => x.date === date && x.what === what)
const see = useChange(
  () => props.garden,
  (told: { date: string; what: Seen }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/seen', {
        ...path(props.garden),
        body: { id: idOf(mark), ...told },
        ...mark,
      }),
    ),
)
const undo = useUndo(() => props.garden)
async function tell(date: string, what: Seen) {
  try {
    await see.mutateAsync({ date, what })
    see.sayKept(
      what === 'hail'
        ? 'Noted. The round names the beds to look at.'
        : 'Noted. Cold nights are reckoned with it.',
    )
  } catch (error) {
    say((error as Error).message)
  }
}
const KINDS: Seen[] = ['hail', 'frost']
</script>

<template>
  <details class="seen" :open="noted.length > 0">
    <summary>Hail, or frost on the leaves at dawn</summary>
    <ul class="tasks">
      <li v-for="date in near" :key="date">
        <span>{{ nearDay(date, today) }}</span>
        <span class="taps" role="group" :aria-label="`Seen ${nearDay(date, today)}`">
          <button
            v-for="what in KINDS"
            :key="what"
            class="btn"
            type="button"
            :disabled="see.isPending.value || has(date, what)"
            @click="tell(date, what)"
          >
            {{ SEEN[what] }}
          </button>
        </span>
      </li>
      <li v-for="x in noted" :key="x.id">
        <span>{{ SEEN[x.what] }}, {{ nearDay(x.date, today) }}: noted</span>
        <button class="btn plain" type="button" @click="undo(x.id)">
          Undo <span class="visually-hidden">{{ SEEN[x.what] }} of {{ nearDay(x.date, today) }}</span>
        </button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
.seen {
  margin-top: 16px;
  max-width: 920px;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
</style>
