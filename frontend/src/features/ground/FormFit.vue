<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'

import { answer, api } from '@/shared/api/client'
import { bedPath, path } from '@/shared/api/queries'
import type { BedIn, Fit } from '@/shared/api/types'
import FitPanel from '@/shared/ui/FitPanel.vue'

/** The fit checks of a bed while it is being described; what cannot be judged yet is left as it was. */
const props = defineProps<{ garden: number; bed?: number; body: BedIn }>()
const fits = ref<Fit[]>([])
const judged = ref<BedIn | null>(null)
let asked = 0

watchDebounced(
  () => JSON.stringify(props.body),
  async () => {
    const mine = ++asked
    const body = { ...props.body, name: props.body.name || 'this bed' }
    try {
      const found = props.bed
        ? await answer(
            api.POST('/api/gardens/{garden_id}/beds/{bed_id}/fit/try', {
              ...bedPath(props.garden, props.bed),
              body,
            }),
          )
        : await answer(api.POST('/api/gardens/{garden_id}/fit', { ...path(props.garden), body }))
      if (mine === asked) {
        fits.value = found
        judged.value = body
      }
    } catch {
      // A half-typed form cannot be judged; saving says what is wrong.
    }
  },
  { debounce: 500, immediate: true },
)
</script>

<template>
  <section v-if="judged && fits.length" aria-labelledby="fit">
    <h2 id="fit">Does it fit?</h2>
    <FitPanel :fits="fits" :length="judged.length_m" :width="judged.width_m" :round="judged.round ?? false" />
  </section>
</template>
