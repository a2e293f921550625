<script setup lang="ts">
import { computed } from 'vue'

import type { Fit } from '@/shared/api/types'
import BedTop from '@/shared/isle/BedTop.vue'

import FitList from './FitList.vue'

/** Does it fit? The bed from above, and the checks below. */
const props = defineProps<{ fits: Fit[]; length: number; width: number; round: boolean }>()
const groups = computed(() =>
  props.fits
    .filter((f) => ['spacing', 'mix_volume', 'seedlings'].includes(f.what))
    .map((f) => ({
      label: f.crop,
      count: f.figures.count ?? 0,
      now_m: f.figures.now_m ?? 0,
      full_m: f.figures.full_m ?? 0,
    })),
)
</script>

<template>
  <div class="panel">
    <BedTop v-if="groups.length" :groups="groups" :length="length" :width="width" :round="round" />
    <FitList :fits="fits" />
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 16px 40px;
  align-items: start;
}
</style>
