<script setup lang="ts">
/** Drawings of our own for the squeeze and the ribbon. */
defineProps<{
  of: 'apart' | 'ball' | 'none' | 'short' | 'middling' | 'long' | 'gritty' | 'neither' | 'smooth'
}>()
const CRUMBS = [
  [14, 38, 4],
  [22, 44, 3],
  [29, 39, 5],
  [38, 45, 3.5],
  [44, 38, 4],
  [52, 43, 3],
  [58, 37, 3.5],
  [36, 31, 3],
  [24, 56, 2.5],
  [47, 57, 2],
] as const
const RIBBON = { none: 0, short: 16, middling: 34, long: 46 } as const
</script>

<template>
  <svg viewBox="0 0 72 64" width="72" height="64" aria-hidden="true" class="drawn">
    <template v-if="of === 'apart'">
      <path d="M6 44Q36 58 66 44" class="palm" />
      <circle v-for="(p, i) in CRUMBS" :key="i" :cx="p[0]" :cy="p[1]" :r="p[2]" class="soil" />
    </template>
    <template v-else-if="of === 'ball'">
      <path d="M6 44Q36 58 66 44" class="palm" />
      <path d="M18 32Q18 14 36 13Q55 14 54 32Q52 48 36 48Q20 48 18 32Z" class="soil" />
      <path d="M28 20q5 6 1 13M43 22q-3 5 0 9" class="crack" />
    </template>
    <template v-else-if="of in RIBBON">
      <path d="M4 8Q24 4 34 10Q38 14 30 18Q16 20 4 18Z" class="palm" />
      <path
        v-if="RIBBON[of as 'short'] > 0"
        :d="`M26 14h12v${RIBBON[of as 'short']}q-3 3 -6 0q-3 -3 -6 0Z`"
        class="soil"
      />
      <path v-else d="M26 14h12l-2 6h-8Z M24 30h4v3h-4Z M34 36h5v3h-5Z" class="soil" />
      <path d="M52 14V48M49 14h6M49 31h6M49 48h6" class="rule" />
    </template>
    <template v-else>
      <circle cx="36" cy="32" r="24" class="soil" />
      <template v-if="of !== 'smooth'">
        <circle
          v-for="i in of === 'gritty' ? 26 : 9"
          :key="i"
          :cx="36 + 20 * Math.sqrt(i / (of === 'gritty' ? 26 : 9)) * Math.cos(i * 2.4)"
          :cy="32 + 20 * Math.sqrt(i / (of === 'gritty' ? 26 : 9)) * Math.sin(i * 2.4)"
          r="1.8"
          class="grain"
        />
      </template>
      <path v-else d="M20 28Q30 20 44 24M22 38Q36 30 52 36" class="shine" />
    </template>
  </svg>
</template>

<style scoped>
.palm {
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
}
.soil {
  fill: var(--soil-grain);
  stroke: currentColor;
  stroke-width: 1;
}
.crack,
.rule {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.5;
}
.grain {
  fill: currentColor;
}
.shine {
  fill: none;
  stroke: var(--page);
  stroke-width: 3;
}
</style>
