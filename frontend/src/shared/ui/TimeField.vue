<script setup lang="ts">
import { computed } from 'vue'

import { clock } from '@/shared/format/time'

import Choice from './Choice.vue'

/** A clock hour by quarters; the model is in hours, 6.25 for a quarter past six. */
const model = defineModel<number>({ required: true })
defineProps<{ label: string; disabled?: boolean }>()
const options = computed(() =>
  Array.from({ length: 24 * 4 }, (_, i) => ({ value: i / 4, label: clock(i / 4) })),
)
</script>

<template>
  <Choice v-model="model" :label="label" :options="options" :disabled="disabled" class="time" />
</template>

<style scoped>
.time {
  max-width: 160px;
}
</style>
