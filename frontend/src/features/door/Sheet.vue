<template>
  <section class="sheet stack">
    <p class="mark">Isleshower</p>
    <slot />
  </section>
</template>

<style scoped>
.sheet {
  background: var(--page);
  border: 1px solid var(--hair);
  border-radius: 16px;
  padding: 32px;
  max-width: 480px;
  margin: 48px auto;
}
.mark {
  font-family: var(--display);
  font-size: 24px;
  font-weight: 600;
  color: var(--water);
}
@media (max-width: 760px) {
  .sheet {
    padding: 24px 16px;
    margin: 16px 0;
  }
}
</style>
