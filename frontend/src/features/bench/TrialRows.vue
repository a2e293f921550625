<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'

import OpenNumber from '@/shared/ui/OpenNumber.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'

import { emptyRow, type Row, type Rows } from './bench'

/** The trials of a test, a row each. */
const rows = defineModel<Row[]>({ required: true })
defineProps<{ of: Rows }>()
const read = (row: Row, key: string) => row[key] as number | null
</script>

<template>
  <fieldset>
    <legend>{{ of.title }}</legend>
    <div v-for="(row, i) in rows" :key="i" class="row">
      <template v-for="c in of.columns" :key="c.key">
        <UnitInput
          v-if="c.quantity"
          :model-value="read(row, c.key)"
          :label="`${c.label}${rows.length > 1 ? ` (${i + 1})` : ''}`"
          :quantity="c.quantity"
          @update:model-value="row[c.key] = $event"
        />
        <OpenNumber
          v-else
          :model-value="read(row, c.key)"
          :label="`${c.label}${rows.length > 1 ? ` (${i + 1})` : ''}`"
          :min="0"
          step="any"
          @update:model-value="row[c.key] = $event"
        />
      </template>
      <button
        v-if="rows.length > 1 || of.open"
        class="btn"
        type="button"
        :aria-label="`Leave out ${of.one.toLowerCase()} ${i + 1}`"
        @click="rows.splice(i, 1)"
      >
        <PhTrash :size="18" aria-hidden="true" />
      </button>
    </div>
    <button class="btn" type="button" @click="rows.push(emptyRow(of.columns))">
      <PhPlus :size="18" aria-hidden="true" /> {{ of.one }} {{ rows.length ? rows.length + 1 : '' }}
    </button>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: flex-start;
}
.row .btn {
  margin-top: 28px;
}
</style>
