<script setup lang="ts">
import { computed, shallowRef, type Component } from 'vue'

import type { Stop } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

import type { Act } from './useRoundActions'

/** The way to what else may be said of a stop. */
defineProps<{ stop: Stop }>()
defineEmits<{ act: [act: Act] }>()
// The menu is made when it is first asked for: forty of them that nobody opens are most of a phone's first second.
const items = shallowRef<Component | null>(null)
const around = computed<Component | string>(() => items.value ?? 'span')
async function openMenu() {
  try {
    items.value = (await import('./StopMenuItems.vue')).default
  } catch {
    say('The menu could not be fetched. Try again when you are in reach.')
  }
}
</script>

<template>
  <component :is="around" v-bind="items ? { stop, onAct: (what: Act) => $emit('act', what) } : {}">
    <button
      :id="`more-${stop.id}`"
      class="btn more"
      type="button"
      :aria-label="`${stop.name}: more`"
      aria-haspopup="menu"
      @click.stop="openMenu"
    >
      ···
    </button>
  </component>
</template>

<style scoped>
.more {
  min-width: 44px;
  padding: 0;
}
</style>
