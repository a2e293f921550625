<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue'

import type { Garden } from '@/shared/api/types'

/** The garden that is open, and the others in a list that is open from its making on. */
defineProps<{ garden: Garden; gardens: Garden[] }>()
const menu = useTemplateRef<{ handleOpen: () => void }>('menu')
onMounted(() => {
  menu.value?.handleOpen()
  document.getElementById('garden-switch')?.focus()
})
const router = useRouter()
function go(to: number | 'new') {
  if (to === 'new') void router.push({ name: 'new-garden' })
  else void router.push({ name: 'round', params: { garden: to } })
}
</script>

<template>
  <el-dropdown ref="menu" trigger="click" placement="bottom-start" @command="go">
    <slot />
    <template #dropdown>
      <el-dropdown-menu>
        <el-dropdown-item
          v-for="g in gardens"
          :key="g.id"
          :command="g.id"
          :aria-current="g.id === garden.id ? 'true' : undefined"
        >
          <strong v-if="g.id === garden.id">{{ g.name }}</strong>
          <template v-else>{{ g.name }}</template>
        </el-dropdown-item>
        <el-dropdown-item command="new" divided>Another garden…</el-dropdown-item>
      </el-dropdown-menu>
    </template>
  </el-dropdown>
</template>
