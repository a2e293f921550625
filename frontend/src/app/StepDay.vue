<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { Garden } from '@/shared/api/types'
import { addDays, longDate, shortDate } from '@/shared/format/time'
import { say } from '@/shared/ui/snack'

/** A garden with a clock of its own goes one day on, once it was said what that does. */
const props = defineProps<{ garden: Garden }>()
const queries = useQueryClient()
const StepDialog = defineAsyncComponent(() => import('./StepDialog.vue'))
const asking = ref(false)
const asked = ref(false)
watch(asking, () => (asked.value = true))
const stepping = ref(false)
const next = computed(() => longDate(addDays(props.garden.today, 1)))

async function step() {
  if (stepping.value) return
  stepping.value = true
  try {
    const body = { from_date: props.garden.today } // the day that is shown: stepped twice from it, it is one step
    const after = await answer(api.POST('/api/gardens/{garden_id}/step', { ...path(props.garden.id), body }))
    await Promise.all([
      queries.invalidateQueries({ queryKey: ['gardens'] }),
      queries.invalidateQueries({ queryKey: ['garden', props.garden.id] }),
    ])
    asking.value = false
    say(`It is ${shortDate(after.today)} now. Yesterday’s weather has come in.`)
  } catch (error) {
    say((error as Error).message)
  } finally {
    stepping.value = false
  }
}
</script>

<template>
  <button class="btn plain" type="button" @click="asking = true">Step a day</button>
  <StepDialog v-if="asked" v-model="asking" :next="next" :stepping="stepping" @step="step" />
</template>
