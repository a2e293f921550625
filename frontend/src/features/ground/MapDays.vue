<script setup lang="ts">
import { computed } from 'vue'

import { momentInWords, thisMorning, type Moment } from './moments'

/** The slider of moments under the map. */
const at = defineModel<number>({ required: true })
const props = defineProps<{ moments: Moment[]; today: string }>()
const words = (i: number) => (props.moments[i] ? momentInWords(props.moments[i], props.today) : '')
const now = computed(() => thisMorning(props.moments))
</script>

<template>
  <div class="days">
    <el-slider
      v-model="at"
      :min="0"
      :max="moments.length - 1"
      :show-tooltip="false"
      :format-value-text="words"
      aria-label="Day"
    />
    <output>{{ words(at) }}</output>
    <button v-if="at !== now" class="btn" type="button" @click="at = now">Back to this morning</button>
  </div>
</template>

<style scoped>
.days {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 24px;
  margin-top: 12px;
}
.days :deep(.el-slider) {
  flex: 1 1 240px;
  padding: 0 12px;
}
output {
  min-width: 12ch;
}
</style>
