<script setup lang="ts">
import { PhCaretDown } from '@phosphor-icons/vue'
import { computed, onBeforeUnmount, shallowRef, type Component } from 'vue'

import type { Garden } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

/** The garden that is open, and the way to the others, whose list comes when it is asked for. */
defineProps<{ garden: Garden; gardens: Garden[] }>()
const AT_REST_MS = 4000
const list = () => import('./GardenSwitchMenu.vue')
const menu = shallowRef<Component | null>(null)
const around = computed<Component | string>(() => menu.value ?? 'div')
const fetching = window.setTimeout(() => void list(), AT_REST_MS)
onBeforeUnmount(() => window.clearTimeout(fetching))
async function open() {
  try {
    menu.value = (await list()).default
  } catch {
    say('The list of gardens could not be fetched. Try again when you are in reach.')
  }
}
</script>

<template>
  <component :is="around" v-bind="menu ? { garden, gardens } : {}">
    <button
      id="garden-switch"
      type="button"
      class="name"
      aria-haspopup="menu"
      :aria-label="`${garden.name}: switch garden`"
      @click="open"
    >
      <span>{{ garden.name }}</span> <PhCaretDown :size="16" aria-hidden="true" />
    </button>
  </component>
</template>

<style scoped>
.name {
  font: inherit;
  font-weight: 700;
  color: var(--ink);
  background: none;
  border: 0;
  padding: 0;
  min-height: 44px;
  max-width: 100%;
  display: inline-flex;
  align-items: center;
  gap: 6px;
  cursor: pointer;
}
.name span {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
