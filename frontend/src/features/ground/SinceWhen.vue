<script setup lang="ts">
import Picks from '@/shared/ui/Picks.vue'
import DateField from '@/shared/ui/DateField.vue'

/** Whether a changed description corrects what was said, or holds from a date. null: it was always so. */
const since = defineModel<string | null>({ required: true })
defineProps<{ what: string; label: string; today: string; opened?: string; error?: string }>()
const WHEN = [
  { value: 'always', label: 'it was always so: correct it' },
  { value: 'from', label: 'it is so from a date' },
]
</script>

<template>
  <Picks
    :model-value="since === null ? 'always' : 'from'"
    :legend="`If you changed the ${what} above`"
    :options="WHEN"
    @update:model-value="since = $event === 'from' ? today : null"
  />
  <DateField v-if="since !== null" v-model="since" :label="label" :min="opened" :max="today" :error="error" />
</template>
