<script setup lang="ts">
import { onBeforeUnmount, watch } from 'vue'

import { hush, snack } from './snack'

const SHOWN_MS = 12_000
let timer = 0
watch(
  () => snack.at,
  () => {
    window.clearTimeout(timer)
    timer = window.setTimeout(hush, SHOWN_MS)
  },
)
onBeforeUnmount(() => window.clearTimeout(timer))

function undo() {
  snack.undo?.()
  hush()
}
</script>

<template>
  <div class="snack no-print" role="status" aria-live="polite">
    <div v-if="snack.text" class="line">
      <span>{{ snack.text }}</span>
      <button v-if="snack.undo" type="button" @click="undo">{{ snack.label }}</button>
      <button type="button" class="close" aria-label="Close this message" @click="hush">×</button>
    </div>
  </div>
</template>

<style scoped>
.snack {
  position: fixed;
  z-index: 20;
  left: 0;
  right: 0;
  bottom: 24px;
  display: flex;
  justify-content: center;
  pointer-events: none;
}
.line {
  pointer-events: auto;
  background: var(--ink);
  color: var(--paper);
  border-radius: 12px;
  padding: 4px 8px 4px 16px;
  display: flex;
  align-items: center;
  gap: 8px;
  max-width: min(640px, calc(100vw - 32px));
}
button {
  font: inherit;
  font-weight: 700;
  min-height: 44px;
  min-width: 44px;
  background: none;
  border: 0;
  color: inherit;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
}
.close {
  text-decoration: none;
  font-size: 20px;
}
/* On a phone at the top: below it would lie under the thumb that just tapped, with its Undo. */
@media (max-width: 760px) {
  .snack {
    top: 8px;
    bottom: auto;
  }
}
</style>
