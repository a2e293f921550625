<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import type { Alteration, Round } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { DONE, spellInWords, taskInWords } from '@/shared/words/wetSpell'

/** A wet spell: where it stands, and what is done for it; a tick is a dated fact that every dose follows. */
const props = defineProps<{ round: Round }>()
const units = useUnits()
type Task = NonNullable<Round['wet_spell']>['tasks'][number]
const spell = computed(() => props.round.wet_spell)
const change = useChange(
  () => props.round.garden.id,
  ({ id, what }: Task, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', {
        params: { path: { garden_id: props.round.garden.id, bed_id: id } },
        body: { what: what as Alteration },
        ...mark,
      }),
    ),
)
async function done(x: Task) {
  try {
    await change.mutateAsync(x)
    change.sayKept(`${x.bed}: it is noted since today.`)
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <section v-if="spell" aria-labelledby="wet-spell">
    <h2 id="wet-spell">{{ spell.state === 'over' ? 'After the rain' : 'The wet spell' }}</h2>
    <p>{{ spellInWords(spell, round.garden.today, units) }}</p>
    <ul class="tasks">
      <li v-for="x in spell.tasks" :key="`${x.id}.${x.what}`">
        <span
          ><strong>{{ x.bed }}</strong> {{ taskInWords(x, spell.state, units) }}</span
        >
        <button
          v-if="DONE[x.what]"
          class="btn no-print"
          type="button"
          :disabled="change.isPending.value"
          @click="done(x)"
        >
          <span class="visually-hidden">{{ x.bed }}: </span>{{ DONE[x.what] }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 24px;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 8px;
}
</style>
