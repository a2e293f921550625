<script setup lang="ts">
/** What stands while a page is on its way: its shape, at once. */
defineProps<{ label: string; rows?: number }>()
</script>

<template>
  <div role="status" class="waiting">
    <span class="visually-hidden">{{ label }}…</span>
    <el-skeleton :rows="rows ?? 4" animated aria-hidden="true" />
  </div>
</template>

<style scoped>
.waiting {
  max-width: 720px;
  padding-top: 24px;
  --el-skeleton-color: color-mix(in srgb, var(--hair) 60%, var(--paper));
  --el-skeleton-to-color: var(--paper);
}
</style>
