<script setup lang="ts">
import { computed, watch } from 'vue'

import type { Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import TimeField from '@/shared/ui/TimeField.vue'
import { usualHour } from '@/shared/words/measures'

/** The whole round noted at once: which of its isles, and at what time. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  stops: Stop[]
  /** What is not in it because a finger or another hour comes first. */
  besides: string[]
  ownClock: boolean
  busy: boolean
  /** Set while it is not known whether it was kept. */
  unsure: string
}>()
const emit = defineEmits<{ keep: [stops: Stop[], hour: number]; giveUp: [] }>()
const units = useUnits()
const ticked = ref<number[]>([])
const hour = ref(7)
watch(
  open,
  (now) => {
    if (!now) return
    ticked.value = props.stops.map((s) => s.id)
    hour.value = usualHour(props.ownClock)
  },
  { immediate: true },
)
const chosen = computed(() => props.stops.filter((s) => ticked.value.includes(s.id)))
const left = computed(() => [
  ...props.stops.filter((s) => !ticked.value.includes(s.id)).map((s) => s.name),
  ...props.besides,
])
const litres = computed(() => chosen.value.reduce((n, s) => n + (s.dose?.litres ?? 0), 0))
</script>

<template>
  <el-dialog v-model="open" title="The whole round, done" width="460px">
    <el-checkbox-group v-model="ticked" class="isles" aria-label="Isles that were watered">
      <el-checkbox v-for="s in stops" :key="s.id" :value="s.id">
        <span class="isle">
          {{ s.name }} <span class="figures">{{ units.show(s.dose!.litres, 'volume') }}</span>
        </span>
      </el-checkbox>
    </el-checkbox-group>
    <TimeField v-model="hour" label="At about" />
    <p class="soft small">
      {{ units.show(litres, 'volume') }} in all.
      <template v-if="left.length">Not noted: {{ left.join(', ') }}.</template>
    </p>
    <p v-if="unsure" role="status">
      {{ unsure }}
      <button class="btn" type="button" @click="emit('giveUp')">Stop sending</button>
    </p>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Close</button>
      <button
        class="btn full"
        type="button"
        :disabled="busy || !chosen.length"
        @click="emit('keep', chosen, hour)"
      >
        Note {{ chosen.length === 1 ? 'one isle' : `${chosen.length} isles` }}
      </button>
    </template>
  </el-dialog>
</template>

<style scoped>
.isles {
  display: flex;
  flex-direction: column;
  margin-bottom: 16px;
}
.isles :deep(.el-checkbox) {
  height: auto;
  min-height: 44px;
  margin: 0;
  border-bottom: 1px dotted var(--hair);
}
.isles :deep(.el-checkbox__label) {
  flex: 1;
}
.isle {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
</style>
