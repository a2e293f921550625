<script setup lang="ts">
defineProps<{ error: Error | null }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <section role="alert" class="problem">
    <h2>This did not come through</h2>
    <p>{{ error?.message }}</p>
    <button class="btn" type="button" @click="$emit('retry')">Try again</button>
  </section>
</template>

<style scoped>
.problem {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
  max-width: 560px;
}
</style>
