<script setup lang="ts" generic="T extends string | number | null">
import { useId } from 'vue'

/** One of a few answers, each a tap; the native radio group underneath keeps keyboard and screen reader whole. */
const model = defineModel<T>({ required: true })
defineProps<{ legend: string; options: { value: T; label: string }[]; error?: string }>()
const id = useId()
</script>

<template>
  <fieldset>
    <legend>{{ legend }}</legend>
    <div class="picks">
      <label v-for="o in options" :key="String(o.value)" :class="{ on: model === o.value }">
        <input v-model="model" type="radio" :name="id" :value="o.value" class="visually-hidden" />
        <slot :option="o">{{ o.label }}</slot>
      </label>
    </div>
    <em v-if="error" class="alarm">{{ error }}</em>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
legend {
  font-weight: 700;
  padding: 0;
  margin-bottom: 4px;
}
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
label {
  position: relative;
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 4px 14px;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  cursor: pointer;
}
label.on {
  background: var(--water);
  border-color: var(--water);
  color: var(--on-water);
}
label:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
}
em {
  display: block;
  font-style: normal;
  font-size: 14px;
  margin-top: 4px;
}
</style>
