<script setup lang="ts">
import { watch } from 'vue'

import type { Rig } from '@/shared/api/types'
import TimeField from '@/shared/ui/TimeField.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

/** What a gauge reads behind a shut tap over the day: where many draw at once, it falls. */
const props = defineProps<{ rig: Rig; busy: boolean }>()
const emit = defineEmits<{ keep: [pressures: Rig['pressures']] }>()
const rows = ref<{ hour: number; head_m: number | null }[]>([])
watch(
  () => props.rig.pressures,
  (now) => (rows.value = now.map((x) => ({ ...x }))),
  { immediate: true },
)
const USUAL_HOURS = [7, 20, 13, 23]
function add() {
  const free = USUAL_HOURS.find((h) => !rows.value.some((r) => r.hour === h)) ?? 0
  rows.value.push({ hour: free, head_m: null })
}
const said = computed(() =>
  rows.value.filter((r): r is { hour: number; head_m: number } => r.head_m !== null),
)
</script>

<template>
  <form novalidate @submit.prevent="emit('keep', said)">
    <p>
      Pressure by the hour
      <span class="soft small"
        >Read a gauge at breakfast, in the evening and at night, 10 m to a bar: a timer starts best when it is
        high.</span
      >
    </p>
    <div v-for="(r, i) in rows" :key="i" class="row">
      <TimeField v-model="r.hour" :label="`Hour of reading ${i + 1}`" />
      <UnitInput v-model="r.head_m" :label="`Head at reading ${i + 1}`" quantity="length" />
      <button class="btn" type="button" :aria-label="`Take reading ${i + 1} out`" @click="rows.splice(i, 1)">
        Out
      </button>
    </div>
    <div class="row">
      <button class="btn" type="button" @click="add">
        {{ rows.length ? 'Another hour' : `Type readings of ${rig.name}` }}
      </button>
      <button v-if="rows.length || rig.pressures.length" class="btn" type="submit" :disabled="busy">
        Keep them
      </button>
    </div>
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  margin-bottom: 16px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: flex-start;
}
.row > .btn {
  margin-top: 28px;
}
.row:last-child > .btn {
  margin-top: 0;
}
</style>
