<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, useFeeding, useGardens } from '@/shared/api/queries'
import type { Feed } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import Choice from '@/shared/ui/Choice.vue'
import Picks from '@/shared/ui/Picks.vue'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import {
  CAUTION,
  doseInWords,
  dueInWords,
  feedInWords,
  lastInWords,
  SCHOOL,
  stateInWords,
  type School,
} from '@/shared/words/feeding'

import ActingStrip from './ActingStrip.vue'
import FeedForm from './FeedForm.vue'

/** What the beds are fed with and how often; how each stands with its food, and when it is fed next. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const query = useFeeding(() => props.garden)
const gardens = useGardens()
const garden = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const owner = computed(() => garden.value?.role === 'owner')
const today = computed(() => garden.value?.today ?? '')
const feeds = computed(() => garden.value?.feeds ?? [])
const adding = ref(false)
const problem = ref('')
const SCHOOLS = (Object.keys(SCHOOL) as School[]).map((value) => ({ value, label: SCHOOL[value] }))

const save = useChange(
  () => props.garden,
  (to: { feeds?: Feed[]; feeding?: School; feed?: string | null; bloom_feed?: string | null }, mark) =>
    answer(api.PATCH('/api/gardens/{garden_id}', { ...path(props.garden), body: to, ...mark })),
)
async function keep(to: Parameters<typeof save.mutateAsync>[0], said: string): Promise<boolean> {
  problem.value = ''
  try {
    await save.mutateAsync(to)
  } catch (error) {
    problem.value = (error as Error).message
    return false
  }
  save.sayKept(said)
  return true
}
async function add(feed: Feed) {
  if (await keep({ feeds: [...feeds.value, feed] }, `${feed.name} is kept.`)) adding.value = false
}
const remove = (feed: Feed) =>
  keep(
    {
      feeds: feeds.value.filter((x) => x.name !== feed.name),
      ...(garden.value?.feed === feed.name ? { feed: null } : {}),
      ...(garden.value?.bloom_feed === feed.name ? { bloom_feed: null } : {}),
    },
    `${feed.name} is taken off the list.`,
  )
const school = computed({
  get: () => garden.value?.feeding ?? 'none',
  set: (to) => void keep({ feeding: to }, 'That is how your beds are fed.'),
})
const product = computed({
  get: () => garden.value?.feed ?? '',
  set: (to) => void keep({ feed: to || null }, 'That is what they are fed with.'),
})
const bloom = computed({
  get: () => garden.value?.bloom_feed ?? '',
  set: (to) => void keep({ bloom_feed: to || null }, 'That is what fruiting crops get from first bloom on.'),
})
const products = computed(() => [
  { value: '', label: 'the first of the list' },
  ...feeds.value.map((x) => ({ value: x.name, label: x.name })),
])
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value || !garden" label="Looking at the feeds" :rows="6" />
  <template v-else>
    <h1>Feeding</h1>
    <p class="lead">
      Feed on damp soil, never on dry or sodden. Most poor plants lack the right water, not food: look there
      first.
    </p>

    <section aria-labelledby="feeds">
      <h2 id="feeds">What you feed with</h2>
      <p v-if="!feeds.length" class="soft">
        Nothing yet. Type a label once: amounts for your can and each bed follow, and the round says when.
      </p>
      <ul v-else class="lines">
        <li v-for="x in feeds" :key="x.name">
          <span
            ><strong>{{ x.name }}</strong> {{ feedInWords(x) }}.
            <span class="soft">{{ CAUTION[x.kind] }}</span></span
          >
          <button
            v-if="owner"
            class="btn plain"
            type="button"
            :disabled="save.isPending.value"
            @click="remove(x)"
          >
            Take off <span class="visually-hidden">{{ x.name }}</span>
          </button>
        </li>
      </ul>
      <template v-if="owner">
        <button v-if="!adding" class="btn" type="button" @click="adding = true">Type a label</button>
        <FeedForm
          v-else
          :busy="save.isPending.value"
          :problem="problem"
          @keep="add"
          @close="adding = false"
        />
      </template>
      <p v-if="problem && !adding" class="alarm" role="alert">{{ problem }}</p>
    </section>

    <section v-if="feeds.length" aria-labelledby="school">
      <h2 id="school">How often</h2>
      <Picks v-model="school" legend="Your beds are fed" :options="SCHOOLS" />
      <div v-if="feeds.length > 1" class="row">
        <Choice v-model="product" label="With" :options="products" />
        <Choice
          v-model="bloom"
          label="What fruits, from first bloom on, with"
          :options="[{ value: '', label: 'the same' }, ...products.slice(1)]"
        />
      </div>
      <p class="soft small">
        Every week a little, or seldom and more: gardeners differ, and both work. A bed may have its own way
        on its form. Never oftener than a label allows; seedlings get half from their first true leaves; what
        was planted out rests two weeks, three with feed in the hole.
      </p>
      <p class="soft small">
        Over the leaves too? Some do, and see green within days; others fear wet leaves and burns. If you do,
        tell it of the feed: at first light, at half strength, and not on what is soon eaten raw.
      </p>
    </section>

    <section v-if="query.data.value.beds.length" aria-labelledby="beds">
      <h2 id="beds">Bed by bed</h2>
      <div class="scroll" tabindex="0" role="region" aria-label="Beds and their food">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Bed</th>
              <th scope="col">Its food</th>
              <th scope="col">Last fed</th>
              <th scope="col">What acts</th>
              <th scope="col">Next</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in query.data.value.beds" :key="b.id">
              <th scope="row">
                <RouterLink :to="{ name: 'bed', params: { garden: props.garden, bed: b.id } }">{{
                  b.name
                }}</RouterLink>
              </th>
              <td>{{ stateInWords(b.feeding) }}</td>
              <td>{{ lastInWords(b.feeding) }}</td>
              <td><ActingStrip :acting="b.feeding.acting" :today="today" /></td>
              <td>
                {{ dueInWords(b.feeding, today) || '–' }}
                <span v-if="b.feeding.dose" class="soft">{{ doseInWords(b.feeding.dose, units) }}.</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="soft small">
        Reckoned from what plants drink, what drains below and what you noted (common practice, rough): a
        word, not a figure to trust. Leaves tell more.
      </p>
    </section>
  </template>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin-top: 8px;
}
section {
  margin-top: 32px;
  max-width: 920px;
}
.lines > li {
  flex-wrap: nowrap;
}
.lines > li > .btn {
  flex: none;
}
th,
td:nth-child(2),
td:nth-child(3) {
  white-space: nowrap;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding-right: 16px;
}
</style>
