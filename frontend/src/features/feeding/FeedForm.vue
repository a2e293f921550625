<script setup lang="ts">
import { computed } from 'vue'

import type { Feed } from '@/shared/api/types'
import Choice from '@/shared/ui/Choice.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { FEED_KIND, isDry, measureOfFeed, MOMENT, PART, type FeedKind } from '@/shared/words/feeding'

type Part = NonNullable<Feed['parts']>[number]

/** A product as its label says, typed once; or an own blend by its parts. */
defineProps<{ busy: boolean; problem: string }>()
const emit = defineEmits<{ keep: [feed: Feed]; close: [] }>()
const form = reactive({
  name: '',
  kind: 'liquid' as FeedKind,
  dose: null as number | null,
  every_days: 7 as number | null,
  n_pct: null as number | null,
  p_pct: null as number | null,
  k_pct: null as number | null,
  lasts_days: null as number | null,
  guessed: false,
  parts: [] as { part: Part['part']; parts: number | null }[],
  when: 'school' as 'school' | 'in_turn' | NonNullable<Feed['once_at']>,
  over_leaves: false,
})
const WHENS = [
  { value: 'school', label: 'as the beds are fed' },
  { value: 'in_turn', label: 'in turn with others' },
  ...(Object.keys(MOMENT) as (keyof typeof MOMENT)[]).map((value) => ({ value, label: MOMENT[value] })),
] as { value: typeof form.when; label: string }[]
const PARTS = (Object.keys(PART) as Part['part'][]).map((value) => ({ value, label: PART[value] }))
const others = (own?: Part['part']) =>
  PARTS.filter((x) => x.value === own || !form.parts.some((p) => p.part === x.value))
const addPart = () => form.parts.push({ part: others()[0]!.value, parts: 1 })
const once = computed(() => form.when === 'growth' || form.when === 'first_bloom')
const KINDS = (Object.keys(FEED_KIND) as FeedKind[]).map((value) => ({ value, label: FEED_KIND[value] }))
const dry = computed(() => isDry(form.kind))
const blend = computed(() => form.kind !== 'lime' && form.parts.length > 0)
const unit = computed(() => measureOfFeed(form.kind))
function keep() {
  emit('keep', {
    name: form.name,
    kind: form.kind,
    dose: form.dose ?? Number.NaN,
    every_days: form.every_days ?? 7,
    n_pct: blend.value ? null : form.n_pct,
    p_pct: blend.value ? null : form.p_pct,
    k_pct: blend.value ? null : form.k_pct,
    lasts_days: form.lasts_days ?? (dry.value ? 60 : 14),
    guessed: form.kind === 'brew' || form.guessed,
    parts: blend.value ? form.parts.map((x) => ({ part: x.part, parts: x.parts ?? Number.NaN })) : [],
    in_turn: form.when === 'in_turn',
    over_leaves: form.over_leaves && !dry.value,
    once_at: form.when === 'growth' || form.when === 'first_bloom' ? form.when : null,
  })
}
</script>

<template>
  <form novalidate class="stack" @submit.prevent="keep">
    <label class="field">
      <span>What you call it</span>
      <input v-model.trim="form.name" maxlength="60" required />
    </label>
    <Picks v-model="form.kind" legend="How it is given" :options="KINDS" />
    <div class="row">
      <OpenNumber
        v-model="form.dose"
        :label="dry ? `${unit} on a square metre` : `${unit} in a litre of water`"
      />
      <OpenNumber v-model="form.every_days" label="At most every so many days" />
      <OpenNumber v-if="form.kind === 'dry'" v-model="form.lasts_days" label="It feeds for so many days" />
    </div>
    <div v-if="form.kind !== 'lime' && !blend" class="row">
      <OpenNumber v-model="form.n_pct" label="N, %" />
      <OpenNumber v-model="form.p_pct" label="P, %" />
      <OpenNumber v-model="form.k_pct" label="K, %" />
    </div>
    <label v-if="form.kind !== 'brew' && form.kind !== 'lime' && !blend && !once" class="check">
      <input v-model="form.guessed" type="checkbox" /> Its label does not say: take a guess
    </label>
    <fieldset v-if="form.kind !== 'lime'" class="bare">
      <legend class="visually-hidden">An own blend, by its parts</legend>
      <div v-for="(x, i) in form.parts" :key="i" class="row part">
        <OpenNumber v-model="x.parts" label="Parts" />
        <Choice v-model="x.part" label="of" :options="others(x.part)" />
        <button class="btn plain" type="button" @click="form.parts.splice(i, 1)">
          Without <span class="visually-hidden">{{ PART[x.part] }}</span>
        </button>
      </div>
      <button v-if="form.parts.length < PARTS.length" class="btn" type="button" @click="addPart">
        {{ form.parts.length ? 'One part more' : 'An own blend? By its parts' }}
      </button>
      <p v-if="blend" class="soft small">
        By volume: cups, scoops or buckets. Its strength follows from what such parts usually hold: a guess.
      </p>
    </fieldset>
    <Picks v-model="form.when" legend="When" :options="WHENS" />
    <label v-if="!dry" class="check">
      <input v-model="form.over_leaves" type="checkbox" /> Over the leaves, at half strength
    </label>
    <p v-if="problem" class="alarm" role="alert">Not kept yet: {{ problem }}</p>
    <p class="row">
      <button class="btn full" type="submit" :disabled="busy">Keep this feed</button>
      <button class="btn" type="button" @click="$emit('close')">Close</button>
    </p>
  </form>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: flex-end;
}
.part {
  margin-bottom: 8px;
}
.bare {
  border: 0;
  padding: 0;
  margin: 0;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.check input {
  width: 22px;
  height: 22px;
}
</style>
