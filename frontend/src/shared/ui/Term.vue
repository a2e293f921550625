<script setup lang="ts">
import { computed } from 'vue'

import { explained } from '@/shared/words/glossary'

/** A term that a tap explains. */
const props = defineProps<{ of: string }>()
const entry = computed(() => explained(props.of))
</script>

<template>
  <el-popover v-if="entry" trigger="click" :width="280" placement="top" :hide-after="0">
    <template #reference>
      <button type="button" class="term">
        <slot>{{ entry.term }}</slot><span class="visually-hidden">: what is that?</span>
      </button>
    </template>
    <p class="plain">
      <strong
        >{{ entry.term }}<template v-if="entry.symbol"> ({{ entry.symbol }})</template>.</strong
      >
      {{ entry.plain }}
    </p>
    <p v-if="entry.source" class="soft small plain">{{ entry.source }}</p>
  </el-popover>
</template>

<style scoped>
.term {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px dotted currentColor;
  padding: 0;
  min-height: 24px;
  cursor: help;
  text-align: left;
}
.plain {
  margin: 0;
}
</style>
