<script setup lang="ts">
import { computed } from 'vue'

import { useGardens } from '@/shared/api/queries'
import type { BedPage } from '@/shared/api/types'
import { nearDay, shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'

import { observationInWords, wateringInWords } from '@/shared/words/events'

/** What was noted here, newest first; a wrong note can be struck and counted again. */
const props = defineProps<{ page: BedPage }>()
defineEmits<{ toggle: [id: string, struck: boolean] }>()
const units = useUnits()
const gardens = useGardens()
const feeds = computed(() => gardens.data.value?.find((g) => g.id === props.page.garden.id)?.feeds ?? [])
const events = computed(() =>
  [
    ...props.page.waterings.map((w) => ({
      id: w.id,
      date: w.date,
      struck: w.struck,
      text: wateringInWords(w, units, feeds.value),
    })),
    ...props.page.observations.map((c) => ({
      id: c.id,
      date: c.date,
      struck: c.struck,
      text: observationInWords(c, units),
    })),
  ].sort((a, b) => b.date.localeCompare(a.date)),
)
</script>

<template>
  <p v-if="!events.length" class="soft">
    Nothing yet. Each watering and each check makes the next answer better.
  </p>
  <ul class="events">
    <li v-for="e in events" :key="e.id" :class="{ struck: e.struck }">
      <span>{{ shortDate(e.date) }}</span>
      <span>{{ e.text }}</span>
      <button class="btn plain" type="button" @click="$emit('toggle', e.id, e.struck)">
        {{ e.struck ? 'Redo' : 'Undo' }}
        <span class="visually-hidden">{{ e.text }} of {{ nearDay(e.date, page.garden.today) }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.events {
  list-style: none;
  margin: 0;
  padding: 0;
}
.events li {
  display: grid;
  grid-template-columns: 112px 1fr auto;
  align-items: center;
  border-bottom: 1px dotted var(--hair);
}
.struck span:nth-child(2) {
  text-decoration: line-through;
  color: var(--ink-soft);
}
</style>
