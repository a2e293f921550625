<script setup lang="ts">
/** What the weather asks for beside water: a heading, a sentence where there is one, and a row for each bed. */
defineProps<{ name: string; title: string }>()
</script>

<template>
  <section :aria-labelledby="name">
    <h2 :id="name">{{ title }}</h2>
    <slot name="says" />
    <ul class="tasks">
      <slot />
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 24px;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 8px;
}
</style>
