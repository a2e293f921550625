<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useBeds, useCatalogue } from '@/shared/api/queries'
import { idOf } from '@/shared/outbox/outbox'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Garden } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { useDraft } from '@/shared/forms/useDraft'
import Picks from '@/shared/ui/Picks.vue'
import Choice from '@/shared/ui/Choice.vue'
import DateField from '@/shared/ui/DateField.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

import { emptyTest, foundWords, givenOf, ROWS, type Test } from './bench'
import OtherFields from './OtherFields.vue'
import SqueezeFields from './SqueezeFields.vue'
import TrialRows from './TrialRows.vue'

/** One test: how it is done, what was read, and what comes of it, shown before it is kept. */
const props = defineProps<{ garden: Garden; test: Test; bed?: number; rig?: number }>()
const emit = defineEmits<{ kept: [] }>()
const units = useUnits()
const beds = useBeds(() => props.garden.id)
const catalogue = useCatalogue()
const form = ref(emptyTest(props.test.kind, props.garden.today))
const about = reactive({ bed: props.bed ?? null, rig: props.rig ?? props.garden.rigs[0]?.id ?? null })
const date = ref(props.garden.today)
const found = ref<Record<string, unknown> | null>(null)
const problem = ref('')
const busy = ref(false)
/** A test that takes days stays on the device until it is kept. */
const draft = useDraft(
  () => `test.${props.garden.id}.${props.test.kind}`,
  () => form.value,
  () => emptyTest(props.test.kind, props.garden.today),
  (kept) => (form.value = kept),
)
function beginAnew() {
  draft.drop()
  form.value = emptyTest(props.test.kind, props.garden.today)
}
const rows = computed(() => ROWS[props.test.kind])
const container = (kind: string) =>
  catalogue.data.value?.kinds.find((k) => k.key === kind)?.container ?? false
const choices = computed(() =>
  (beds.data.value ?? []).filter((b) =>
    props.test.about === 'pot'
      ? container(b.kind)
      : props.test.about === 'line'
        ? b.method === 'drip'
        : props.test.about === 'overhead'
          ? b.method === 'sprinkler'
          : props.test.about !== 'buried' || (b.reservoir !== null && b.reservoir.giver !== 'below'),
  ),
)
watch(
  choices,
  (list) => {
    if (!list.some((b) => b.id === about.bed)) about.bed = list[0]?.id ?? null
  },
  { immediate: true },
)
const ofBed = computed(() => props.test.about !== 'rig' && props.test.about !== 'garden')
const body = computed(() => {
  const given = givenOf(props.test.kind, form.value)
  if (!given) return null
  return {
    kind: props.test.kind,
    given,
    ...(props.test.about === 'rig' ? { rig: about.rig } : {}),
    ...(ofBed.value ? { bed: about.bed } : {}),
  }
})
const FIRST = {
  bed: 'a bed',
  pot: 'a pot',
  line: 'a bed with a drip line',
  buried: 'a bed with buried bottles, pipes or unglazed pots',
}
let asked = 0
watchDebounced(
  () => JSON.stringify(body.value),
  async () => {
    const mine = ++asked
    problem.value = ''
    if (!body.value) {
      found.value = null
      return
    }
    try {
      const tried = await answer(
        api.POST('/api/gardens/{garden_id}/measurements/try', { ...path(props.garden.id), body: body.value }),
      )
      if (mine === asked) found.value = tried.found
    } catch (error) {
      if (mine === asked) {
        found.value = null
        problem.value = (error as ApiError).message
      }
    }
  },
  { debounce: 350 },
)
const keep = useChange(
  () => props.garden.id,
  (test: NonNullable<typeof body.value> & { date: string }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/measurements', {
        ...path(props.garden.id),
        body: { id: idOf(mark), ...test },
        ...mark,
      }),
    ),
)
async function submit() {
  if (!body.value) {
    problem.value = 'Something is still to be read: fill in the figures above.'
    return
  }
  busy.value = true
  problem.value = ''
  try {
    await keep.mutateAsync({ ...body.value, date: date.value })
    draft.drop()
    keep.sayKept('It is kept, and the plan uses it from now on.')
    form.value = emptyTest(props.test.kind, props.garden.today)
    emit('kept')
  } catch (error) {
    problem.value = (error as ApiError).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form novalidate class="test" @submit.prevent="submit">
    <ol class="steps">
      <li v-for="(step, i) in test.steps" :key="i">{{ step }}</li>
    </ol>
    <p v-if="test.caution" class="soft small">{{ test.caution }}</p>
    <p v-if="draft.found.value" class="note" role="status">
      What you read before is still here.
      <button class="btn plain" type="button" @click="beginAnew">Begin anew</button>
    </p>
    <div class="row">
      <Choice
        v-if="test.about === 'rig'"
        v-model="about.rig"
        label="Which hose or tap"
        :options="garden.rigs.map((r) => ({ value: r.id, label: r.name }))"
      />
      <Choice
        v-else-if="test.about !== 'garden'"
        v-model="about.bed"
        :label="test.about === 'pot' ? 'Which pot' : 'Which bed'"
        :options="choices.map((b) => ({ value: b.id, label: b.name }))"
      />
      <DateField v-model="date" label="Done on" :max="garden.today" />
    </div>
    <p v-if="ofBed && !choices.length" class="soft">
      Describe {{ FIRST[test.about as keyof typeof FIRST] }} first: then its test has somewhere to go.
    </p>
    <template v-if="rows">
      <div v-if="test.kind === 'cups' || test.kind === 'sprinkler'" class="row">
        <OpenNumber v-model="form.run_min" label="It ran, minutes" />
      </div>
      <div v-if="test.kind === 'seep'" class="row">
        <UnitInput v-model="form.filled_l" label="Filled to the brim it holds" quantity="volume" />
      </div>
      <TrialRows v-for="r in rows" :key="r.key" v-model="form.lists[r.key]!" :of="r" />
      <Picks
        v-if="test.kind === 'bucket' && form.lists.shared?.length"
        v-model="form.use"
        legend="Which one counts?"
        :options="[
          { value: 'alone' as const, label: 'I water with this tap alone' },
          { value: 'shared' as const, label: 'a second tap is mostly open' },
        ]"
      />
    </template>
    <SqueezeFields v-else-if="test.kind === 'squeeze'" v-model="form" />
    <OtherFields v-else v-model="form" :kind="test.kind" :today="garden.today" />
    <p class="found" role="status">
      <template v-if="found">{{ foundWords(test.kind, found, units) }}.</template>
      <template v-else-if="!problem">The figure comes here as you type.</template>
    </p>
    <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    <button class="btn full" type="submit" :disabled="busy">Keep it</button>
  </form>
</template>

<style scoped>
.test {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.steps {
  margin: 0;
  padding-left: 24px;
  max-width: 640px;
}
.steps li {
  padding: 2px 0;
}
.found {
  font-size: 18px;
  border-left: 3px solid var(--water);
  padding: 8px 16px;
  margin: 0;
  min-height: 44px;
  max-width: 640px;
}
</style>
