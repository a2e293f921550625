<script setup lang="ts">
import { PLACES, SIGN, type Sign } from '@/shared/words/signs'

import SignPicture from './SignPicture.vue'

/** Signs to be picked by their pictures, by where they are on the plant. */
const picked = defineModel<Sign[]>({ required: true })
function toggle(sign: Sign) {
  picked.value = picked.value.includes(sign)
    ? picked.value.filter((x) => x !== sign)
    : [...picked.value, sign]
}
</script>

<template>
  <section v-for="place in PLACES" :key="place.title" role="group" :aria-label="place.title">
    <p class="place">{{ place.title }}</p>
    <div class="grid">
      <button
        v-for="sign in place.signs"
        :key="sign"
        type="button"
        class="pick"
        :class="{ on: picked.includes(sign) }"
        :aria-pressed="picked.includes(sign)"
        @click="toggle(sign)"
      >
        <SignPicture :sign="sign" />
        <span>{{ SIGN[sign] }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.place {
  font-family: var(--display);
  font-size: 18px;
  font-weight: 600;
  margin: 16px 0 8px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
  gap: 8px;
}
.pick {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 4px;
  min-height: 112px;
  padding: 8px 4px;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  color: var(--ink);
  font: inherit;
  line-height: 1.2;
  cursor: pointer;
}
.pick.on {
  border: 3px solid var(--water);
  padding: 6px 2px;
  font-weight: 700;
}
.pick:focus-visible {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
</style>
