<script setup lang="ts">
import { computed, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, useBedPage, useCases } from '@/shared/api/queries'
import type { Judgement } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { idOf } from '@/shared/outbox/outbox'
import { useChange } from '@/shared/outbox/useOutbox'
import Picks from '@/shared/ui/Picks.vue'
import Problem from '@/shared/ui/Problem.vue'
import SignPicks from '@/shared/ui/SignPicks.vue'
import { say } from '@/shared/ui/snack'
import Waiting from '@/shared/ui/Waiting.vue'
import { FOUND, SINCE, suspectInWords, type Found, type Look, type Sign } from '@/shared/words/signs'

import CaseCard from './CaseCard.vue'
import Suspects from './Suspects.vue'

/** Something looks wrong: its signs are picked, what may be behind them is told at once, and a reminder is left. */
const props = defineProps<{ garden: number; bed: number }>()
const page = useBedPage(
  () => props.garden,
  () => props.bed,
)
const cases = useCases(() => props.garden)
const own = computed(() => cases.data.value?.cases.filter((x) => x.bed === props.bed) ?? [])
const today = computed(() => page.data.value?.garden.today ?? '')

const signs = ref<Sign[]>([])
const since = ref(0)
const looks = ref<{ look: Look; found: Found }[]>([])
const judgement = ref<Judgement | null>(null)
const problem = ref('')
const trying = ref(0)

async function weigh() {
  const turn = ++trying.value
  problem.value = ''
  if (!signs.value.length) {
    judgement.value = null
    return
  }
  try {
    const told = await answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/signs/try', {
        params: { path: { garden_id: props.garden, bed_id: props.bed } },
        body: { signs: signs.value, since_days: since.value, looks: looks.value },
      }),
    )
    if (turn === trying.value) judgement.value = told
  } catch (error) {
    if (turn === trying.value) problem.value = (error as Error).message
  }
}
watch([signs, since, looks], weigh)

const see = useChange(
  () => props.garden,
  (_: null, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/signs', {
        ...path(props.garden),
        body: {
          id: idOf(mark),
          bed: props.bed,
          signs: signs.value,
          since_days: since.value,
          looks: looks.value,
        },
        ...mark,
      }),
    ),
)
async function note() {
  try {
    await see.mutateAsync(null)
  } catch (error) {
    say((error as Error).message)
    return
  }
  const again = judgement.value ? nearDay(judgement.value.look_again, today.value) : ''
  see.sayKept(`Noted. The round asks ${again} how it is.`)
  signs.value = []
  looks.value = []
  since.value = 0
}
</script>

<template>
  <Problem v-if="page.isError.value && !page.data.value" :error="page.error.value" @retry="page.refetch()" />
  <Waiting v-else-if="!page.data.value" label="Reading the bed" :rows="6" />
  <template v-else>
    <p class="crumb">
      <RouterLink :to="{ name: 'bed', params: { garden, bed } }">{{ page.data.value.bed.name }}</RouterLink>
    </p>
    <h1>What looks wrong?</h1>
    <p class="lead">Tap all that you see at {{ page.data.value.bed.name }}.</p>
    <div class="two">
      <form novalidate @submit.prevent="note">
        <SignPicks v-model="signs" />
        <Picks v-model="since" legend="For how long?" :options="SINCE" class="since" />
      </form>
      <a v-if="judgement" class="btn below" href="#maybe"
        >{{ suspectInWords(judgement.suspects[0]!) }}: see why</a
      >
      <section v-if="judgement || problem" aria-labelledby="maybe" aria-live="polite">
        <h2 id="maybe">What it may be</h2>
        <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
        <template v-if="judgement">
          <p v-for="x in looks" :key="x.look" class="soft">Looked: {{ FOUND[x.found].toLowerCase() }}.</p>
          <Suspects :judgement="judgement" @found="(look, found) => (looks = [...looks, { look, found }])" />
          <button class="btn full" type="button" :disabled="see.isPending.value" @click="note">
            Note it, and ask me {{ nearDay(judgement.look_again, today) }}
          </button>
        </template>
      </section>
    </div>
    <section v-if="own.length" aria-labelledby="cases">
      <h2 id="cases">Seen before</h2>
      <CaseCard v-for="x in own" :key="x.id" :garden="garden" :told="x" :today="today" />
    </section>
  </template>
</template>

<style scoped>
.crumb {
  margin: 0;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(320px, 2fr);
  gap: 32px;
  align-items: start;
}
.since {
  margin-top: 24px;
}
section {
  margin-top: 16px;
  max-width: 720px;
}
/* On a phone the answer lies below all pictures: it shows itself above the bar. */
.below {
  display: none;
}
@media (max-width: 900px) {
  .below {
    display: inline-flex;
    align-items: center;
    position: sticky;
    bottom: 72px;
    justify-self: start;
    background: var(--page);
    z-index: 1;
  }
  .two {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
