<script setup lang="ts">
import { shallowRef, type Component } from 'vue'

import type { Stop } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

import type { Act } from './useRoundActions'

/** The way to what else may be said of a stop. */
defineProps<{ stop: Stop }>()
defineEmits<{ act: [act: Act] }>()
// The menu is made when it is first asked for: forty of them that nobody opens are most of a phone's first second.
const items = shallowRef<Component | null>(null)
async function openMenu() {
  try {
    items.value = (await import('./StopMenuItems.vue')).default
  } catch {
    say('The menu could not be fetched. Try again when you are in reach.')
  }
}
</script>

<template>
  <component :is="items" v-if="items" :stop="stop" @act="$emit('act', $event)" />
  <button
    v-else
    class="btn more"
    type="button"
    :aria-label="`${stop.name}: more`"
    aria-haspopup="menu"
    @click.stop="openMenu"
  >
    ···
  </button>
</template>

<style scoped>
.more {
  min-width: 44px;
  padding: 0;
}
</style>
