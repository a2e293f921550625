<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, usePots } from '@/shared/api/queries'
import type { Pot } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import Problem from '@/shared/ui/Problem.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import { floatInWords, lasts, refillable, weightInWords } from '@/shared/words/pots'
import { cropsInWords } from '@/shared/words/names'
import { instruction } from '@/shared/words/stop'

/** Every pot, box and basket with its float below, what dries out first standing first. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = usePots(() => props.garden)
const pots = computed(() => query.data.value?.pots ?? [])
const today = computed(() => query.data.value?.garden.today ?? '')
const toFill = computed(() => refillable(pots.value))
const litres = computed(() => toFill.value.reduce((n, p) => n + (p.fill?.litres ?? 0), 0))
const undo = useUndo(() => props.garden)

const fill = useChange(
  () => props.garden,
  (some: Pot[], mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(props.garden),
        body: {
          waterings: some.map((p) => ({
            id: p.stop.marks.watering,
            bed: p.stop.id,
            litres: p.fill?.litres ?? 0,
            part: 'morning' as const,
            into: 'reservoir' as const,
            passes: 1,
          })),
        },
        ...mark,
      }),
    ),
)
async function refill(some: Pot[]) {
  const ids = some.map((p) => p.stop.marks.watering)
  try {
    await fill.mutateAsync(some)
    const text = some.length === 1 ? `${some[0]!.stop.name} is full.` : `${some.length} reservoirs are full.`
    say(text, () => ids.forEach((id) => undo(id)))
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value" label="Looking at the pots" :rows="6" />
  <article v-else>
    <header class="view-head">
      <div>
        <h1>Pots and reservoirs</h1>
        <p v-if="pots.length" class="lead">
          What would be in need first, if nobody poured, stands first.
          <RouterLink :to="{ name: 'away', params: { garden } }">Going away?</RouterLink>
        </p>
        <p v-else class="lead">
          No pot, box or basket is described.
          <RouterLink :to="{ name: 'new-bed', params: { garden } }">Describe one</RouterLink>
        </p>
      </div>
      <button
        v-if="toFill.length > 1"
        class="btn full no-print"
        type="button"
        :disabled="fill.isPending.value"
        @click="refill(toFill)"
      >
        All {{ toFill.length }} filled, {{ units.show(litres, 'volume') }}
      </button>
    </header>
    <ul>
      <li v-for="p in pots" :key="p.stop.id">
        <RouterLink
          class="glyph"
          :to="{ name: 'bed', params: { garden, bed: p.stop.id } }"
          :aria-label="`Open ${p.stop.name}`"
        >
          <Isle :isle="p.stop.isle" :crops="p.stop.crops" width="100%" />
        </RouterLink>
        <div>
          <h2>
            {{ p.stop.name }} <span class="soft crops">{{ cropsInWords(p.stop.crops) }}</span>
          </h2>
          <p class="do">{{ instruction(p.stop, units) }}</p>
          <p v-if="floatInWords(p.stop, today, units)">{{ floatInWords(p.stop, today, units) }}</p>
          <p class="soft small">{{ weightInWords(p) }}</p>
        </div>
        <div class="hand">
          <p class="lasts">{{ lasts(p.stop, today) }}</p>
          <button
            v-if="toFill.includes(p)"
            class="btn no-print"
            type="button"
            :disabled="fill.isPending.value"
            :aria-label="`Filled, ${units.show(p.fill?.litres ?? 0, 'volume')}: ${p.stop.name}`"
            @click="refill([p])"
          >
            Filled, {{ units.show(p.fill?.litres ?? 0, 'volume') }}
          </button>
        </div>
      </li>
    </ul>
    <p v-if="pots.length" class="soft small">
      Weights are of mix, water and a full reservoir, without the vessel. Before frost: empty the reservoirs,
      and put boxes and clay away dry.
    </p>
  </article>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 16px 0;
  padding: 0;
  max-width: 920px;
}
li {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr) minmax(120px, auto);
  gap: 8px 24px;
  align-items: center;
  padding: 16px 0;
  border-top: 1px solid var(--hair);
}
.crops {
  font-family: var(--text);
  font-size: 16px;
  font-weight: 400;
}
.do {
  font-weight: 700;
}
.hand {
  text-align: right;
}
.lasts {
  font-family: var(--display);
  font-size: 20px;
  margin-bottom: 8px;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: 84px minmax(0, 1fr);
  }
  .hand {
    grid-column: 2;
    text-align: left;
  }
}
</style>
