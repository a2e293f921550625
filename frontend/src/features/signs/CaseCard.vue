<script setup lang="ts">
import type { Case } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { useUndo } from '@/shared/outbox/useOutbox'
import { FOUND, LOOK, OUTCOME, signsInWords, type Found, type Look } from '@/shared/words/signs'

import Outcomes from '@/shared/ui/Outcomes.vue'

import Suspects from './Suspects.vue'
import { useFollow } from '@/shared/outbox/useFollow'

/** One thing that did not look right: what it may be as the bed stands today, looks since, and what came of it. */
const props = defineProps<{ garden: number; told: Case; today: string }>()
const { follow, busy } = useFollow(() => props.garden)
const undo = useUndo(() => props.garden)
const look = (l: Look, found: Found) => follow(props.told.id, { look: l, found }, 'The look counts.')
</script>

<template>
  <article class="case">
    <h3>
      {{ told.name }}: {{ signsInWords(told.signs) }}
      <span class="soft">{{ nearDay(told.date, today) }}</span>
    </h3>
    <p v-for="x in told.looks" :key="`${x.date}.${x.look}`" class="soft">
      {{ LOOK[x.look] }}: {{ FOUND[x.found].toLowerCase() }} ({{ nearDay(x.date, today) }}).
    </p>
    <template v-if="told.judgement">
      <Suspects :judgement="told.judgement" :busy="busy" @found="look" />
      <p>Look again {{ nearDay(told.judgement.look_again, today) }}. How is it now?</p>
      <Outcomes
        :label="`What came of it at ${told.name}`"
        :busy="busy"
        @came="follow(told.id, { outcome: $event }, 'That closes it.')"
      >
        <button class="btn plain" type="button" @click="undo(told.id)">Undo: it was nothing</button>
      </Outcomes>
    </template>
    <p v-else-if="told.outcome">
      {{ OUTCOME[told.outcome] }}, {{ told.ended ? nearDay(told.ended, today) : '' }}.
    </p>
  </article>
</template>

<style scoped>
.case {
  border-top: 1px solid var(--ink);
  padding: 12px 0;
}
h3 {
  margin: 0 0 8px;
}
</style>
