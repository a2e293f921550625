<script setup lang="ts">
import { computed } from 'vue'

import type { Feed } from '@/shared/api/types'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { FEED_KIND, isDry, type FeedKind } from '@/shared/words/feeding'

/** A product as its label says, typed once. */
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
})
const KINDS = (Object.keys(FEED_KIND) as FeedKind[]).map((value) => ({ value, label: FEED_KIND[value] }))
const dry = computed(() => isDry(form.kind))
const unit = computed(() => (form.kind === 'liquid' || form.kind === 'brew' ? 'mL' : 'g'))
function keep() {
  emit('keep', {
    name: form.name,
    kind: form.kind,
    dose: form.dose ?? Number.NaN,
    every_days: form.every_days ?? 7,
    n_pct: form.n_pct,
    p_pct: form.p_pct,
    k_pct: form.k_pct,
    lasts_days: form.lasts_days ?? (dry.value ? 60 : 14),
    guessed: form.kind === 'brew' || form.guessed,
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
    <div v-if="form.kind !== 'lime'" class="row">
      <OpenNumber v-model="form.n_pct" label="N, %" />
      <OpenNumber v-model="form.p_pct" label="P, %" />
      <OpenNumber v-model="form.k_pct" label="K, %" />
    </div>
    <label v-if="form.kind !== 'brew' && form.kind !== 'lime'" class="check">
      <input v-model="form.guessed" type="checkbox" /> Its label does not say: take a guess
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
