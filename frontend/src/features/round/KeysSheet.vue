<script setup lang="ts">
import { KEYS } from './useRoundKeys'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <el-dialog v-model="open" title="Keys" width="380px">
    <dl>
      <template v-for="[key, what] in KEYS" :key="key">
        <dt>{{ key }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </el-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 16px;
  margin: 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
</style>
