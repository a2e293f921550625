<script setup lang="ts">
import type { Round, Stop } from '@/shared/api/types'
import WhyPanel from '@/shared/ui/WhyPanel.vue'

/** The arithmetic of a stop, from below over the page. */
defineProps<{ stop: Stop; round: Round }>()
const open = defineModel<boolean>({ required: true })
</script>

<template>
  <el-drawer v-model="open" direction="btt" size="88%" :title="stop.name">
    <WhyPanel :stop="stop" :setting="round" />
  </el-drawer>
</template>
