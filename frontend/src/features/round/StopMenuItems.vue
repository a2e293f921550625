<script setup lang="ts">
import { computed, onMounted, useTemplateRef } from 'vue'

import type { Stop } from '@/shared/api/types'
import { buried, wantsHand } from '@/shared/words/stop'

import type { Act } from './useRoundActions'

/** What else may be said of a stop, open from its making on. */
const props = defineProps<{ stop: Stop }>()
defineEmits<{ act: [act: Act] }>()
const hand = computed(() => wantsHand(props.stop))
/** Whether what is too much runs out below, so that it can be seen: poured today, or about to be. */
const runs = computed(() => {
  const s = props.stop
  const poured = (hand.value && s.word === 'soak') || s.waterings_today.length > 0
  return s.container && !s.sealed && (!s.reservoir_capacity_l || buried(s)) && poured
})
const menu = useTemplateRef<{ handleOpen: () => void }>('menu')
onMounted(() => {
  menu.value?.handleOpen()
  document.getElementById(`more-${props.stop.id}`)?.focus()
})
</script>

<template>
  <el-dropdown ref="menu" trigger="click" placement="bottom-end">
    <slot />
    <template #dropdown>
      <el-dropdown-menu>
        <el-dropdown-item @click="$emit('act', 'other')">
          {{ hand ? 'Another amount' : 'Watered it anyway' }}
        </el-dropdown-item>
        <el-dropdown-item v-if="hand" @click="$emit('act', 'not_today')">Not today</el-dropdown-item>
        <el-dropdown-item v-if="runs" @click="$emit('act', 'ran_out')">
          {{ hand ? 'Done, and it ran out below' : 'It ran out below' }}
        </el-dropdown-item>
        <el-dropdown-item v-if="runs" @click="$emit('act', 'saucer')">Water in its saucer</el-dropdown-item>
        <el-dropdown-item @click="$emit('act', 'still_wet')">Looked wet, left it</el-dropdown-item>
        <el-dropdown-item @click="$emit('act', 'dry')">Felt dry</el-dropdown-item>
        <el-dropdown-item divided @click="$emit('act', 'wrong')">Something looks wrong…</el-dropdown-item>
        <el-dropdown-item @click="$emit('act', 'alter')">Something changed…</el-dropdown-item>
      </el-dropdown-menu>
    </template>
  </el-dropdown>
</template>
