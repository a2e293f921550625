<script setup lang="ts">
import { PhCheck, PhHandPalm, PhWarning } from '@phosphor-icons/vue'
import { computed } from 'vue'

import type { Fit } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { fitWords, LEVEL } from '@/shared/words/fit'

/** Fit checks: what does not fit first, what fits behind a fold. */
const props = defineProps<{ fits: Fit[] }>()
const units = useUnits()
const ICON = { stop: PhHandPalm, mind: PhWarning, fine: PhCheck }
const said = (level: (f: Fit) => boolean) =>
  props.fits.filter(level).map((f, i) => ({ ...f, key: `${f.what}${f.crop}${i}`, ...fitWords(f, units) }))
const open = computed(() => said((f) => f.level !== 'fine'))
const fine = computed(() => said((f) => f.level === 'fine'))
</script>

<template>
  <div class="fits">
    <p v-if="!open.length" class="soft">Nothing stands against it.</p>
    <ul v-else>
      <li v-for="f in open" :key="f.key" :class="f.level">
        <component :is="ICON[f.level]" :size="22" aria-hidden="true" />
        <div>
          <strong>{{ f.title }}</strong> <span class="soft small">{{ LEVEL[f.level] }}</span>
          <p>{{ f.why }}</p>
          <p class="soft small">{{ f.source }}</p>
        </div>
      </li>
    </ul>
    <details v-if="fine.length">
      <summary>{{ fine.length }} {{ fine.length === 1 ? 'check is' : 'checks are' }} fine</summary>
      <ul>
        <li v-for="f in fine" :key="f.key" class="fine">
          <PhCheck :size="22" aria-hidden="true" />
          <div>
            <strong>{{ f.title }}</strong>
            <p>{{ f.why }}</p>
            <p class="soft small">{{ f.source }}</p>
          </div>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  gap: 12px;
  padding: 8px 0 8px 12px;
  border-left: 3px solid var(--hair);
  margin-bottom: 8px;
}
li.stop {
  border-left-color: var(--alarm);
}
li.mind {
  border-left-color: var(--clay);
}
p {
  margin: 2px 0 0;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
  padding-top: 8px;
}
</style>
