<script setup lang="ts">
import { computed } from 'vue'

import { useEvents, useGardens } from '@/shared/api/queries'
import { longDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useUndo } from '@/shared/outbox/useOutbox'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import { eventInWords } from '@/shared/words/events'

/** All that was noted and changed, the newest first; each can be undone, however old. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const gardens = useGardens()
const garden = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const today = computed(() => garden.value?.today ?? '')
const feeds = computed(() => garden.value?.feeds ?? [])
const skip = ref(0)
const query = useEvents(
  () => props.garden,
  () => skip.value,
)
const undo = useUndo(() => props.garden)
const STEP = 60
const days = computed(() => {
  const found = new Map<string, NonNullable<typeof query.data.value>['events']>()
  for (const e of query.data.value?.events ?? []) found.set(e.date, [...(found.get(e.date) ?? []), e])
  return [...found]
})
</script>

<template>
  <Problem v-if="query.isError.value" :error="query.error.value" @retry="query.refetch()" />
  <Waiting v-else-if="!query.data.value" label="Opening what was noted" :rows="8" />
  <article v-else>
    <h1>All that was noted</h1>
    <p class="soft">
      Waterings, checks, the gauge, changes of beds and settings. What was wrong is undone here, and can be
      done again.
    </p>
    <p v-if="!days.length" class="lead">Nothing is noted yet. What you mark on the Round will stand here.</p>
    <section v-for="[date, events] in days" :key="date">
      <h2>{{ longDate(date) }}</h2>
      <ul>
        <li v-for="e in events" :key="e.id" :class="{ struck: e.struck }">
          <span class="what">
            <strong v-if="e.bed">{{ e.bed }}</strong> {{ eventInWords(e, today, units, feeds) }}
            <span v-if="e.by" class="soft small">by {{ e.by }}</span>
          </span>
          <button
            v-if="e.can_undo"
            class="btn plain"
            type="button"
            :aria-label="`${e.struck ? 'Redo' : 'Undo'}: ${e.bed} ${eventInWords(e, today, units, feeds)}`"
            @click="undo(e.id, { back: e.struck })"
          >
            {{ e.struck ? 'Redo' : 'Undo' }}
          </button>
        </li>
      </ul>
    </section>
    <p class="acts">
      <button v-if="skip > 0" class="btn" type="button" @click="skip = Math.max(0, skip - STEP)">
        Newer
      </button>
      <button v-if="query.data.value.more" class="btn" type="button" @click="skip += STEP">Older</button>
    </p>
  </article>
</template>

<style scoped>
article {
  max-width: 760px;
}
h2 {
  margin: 24px 0 0;
  font-size: 20px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  border-bottom: 1px dotted var(--hair);
}
.what {
  min-width: 0;
  overflow-wrap: anywhere;
}
.struck .what {
  text-decoration: line-through;
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
