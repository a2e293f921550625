<script setup lang="ts">
import { PhArrowUp } from '@phosphor-icons/vue'

import { answer, api } from '@/shared/api/client'
import type { Sky } from '@/shared/api/types'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { GROUP, SOURCE, stepUp } from '@/shared/words/weather'

/** Whose word counts where two sources tell of one day, part by part of the weather. */
const props = defineProps<{ garden: number; trust: Sky['trust']; owner: boolean }>()
type Trust = Sky['trust'][number]
const change = useChange(
  () => props.garden,
  (trust: Trust[], mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}', {
        params: { path: { garden_id: props.garden } },
        body: { trust },
        ...mark,
      }),
    ),
)
async function up(x: Trust, source: Trust['order'][number]) {
  const all = props.trust.map((t) => (t.what === x.what ? { ...t, order: stepUp(t.order, source) } : t))
  try {
    await change.mutateAsync(all)
    change.sayKept(`${GROUP[x.what]}: ${SOURCE[source]} is believed before.`)
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <section aria-labelledby="trust">
    <h2 id="trust">Whom to believe</h2>
    <p class="soft">
      Where two tell of one day, the first that knows counts. Your gauge comes before all of them for rain.
    </p>
    <div v-for="x in trust" :key="x.what" class="part">
      <h3>{{ GROUP[x.what] }}</h3>
      <ol>
        <li v-for="(source, i) in x.order" :key="source">
          {{ SOURCE[source] }}
          <button
            v-if="owner && i"
            class="btn plain"
            type="button"
            :aria-label="`${GROUP[x.what]}: believe ${SOURCE[source]} a step before`"
            :disabled="change.isPending.value"
            @click="up(x, source)"
          >
            <PhArrowUp :size="18" aria-hidden="true" />
          </button>
        </li>
      </ol>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 920px;
}
.part {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 16px;
  border-bottom: 1px dotted var(--hair);
}
h3 {
  width: 120px;
  margin: 0;
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: place;
}
li {
  display: flex;
  align-items: center;
  min-height: 44px;
  counter-increment: place;
}
li::before {
  content: counter(place) '.';
  color: var(--ink-soft);
  margin-right: 6px;
}
</style>
