<script setup lang="ts">
import { useId } from 'vue'

import { townsLike, type Town } from '@/shared/words/towns'

/** A place found by the name of a town near it; the list ships with the application. */
defineProps<{ label: string; hint?: string }>()
const emit = defineEmits<{ pick: [town: Town] }>()
const id = useId()
const chosen = ref<string | null>(null)
const found = ref<Town[]>([])
async function seek(text: string) {
  found.value = await townsLike(text)
}
function take(name: string) {
  const town = found.value.find((t) => t.value === name)
  if (town) emit('pick', town)
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <el-select
      :id="id"
      v-model="chosen"
      class="town"
      :aria-label="label"
      filterable
      remote
      :remote-method="seek"
      placeholder="begin to type"
      no-data-text="No town of that name"
      @change="take"
    >
      <el-option v-for="t in found" :key="t.value" :value="t.value" :label="t.value" />
    </el-select>
    <em v-if="hint" class="soft">{{ hint }}</em>
  </div>
</template>

<style scoped>
.field > .town {
  width: 260px;
}
</style>
