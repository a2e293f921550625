<script setup lang="ts">
/** What a step of the clock does, before it is done. */
defineProps<{ next: string; stepping: boolean }>()
defineEmits<{ step: [] }>()
const open = defineModel<boolean>({ required: true })
</script>

<template>
  <el-dialog
    v-model="open"
    :title="`On to ${next}?`"
    width="420px"
    :close-on-click-modal="false"
    append-to-body
  >
    <p>
      The weather of today comes in as it was. What was not noted by then counts as not done. A step cannot be
      undone; what is noted can, on any later day.
    </p>
    <template #footer>
      <button class="btn" type="button" @click="open = false">Close</button>
      <button class="btn full" type="button" :disabled="stepping" @click="$emit('step')">
        {{ stepping ? 'Stepping…' : `Step to ${next}` }}
      </button>
    </template>
  </el-dialog>
</template>
