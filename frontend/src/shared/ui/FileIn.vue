<script setup lang="ts">
import { ApiError } from '@/shared/api/client'

/** A file's text taken in whole; each fault that the server names is listed with its place. */
const props = defineProps<{ label: string; accept: string; take: (text: string) => Promise<unknown> }>()
const busy = ref(false)
const name = ref('')
const faults = ref<string[]>([])
const MOST_BYTES = 5_000_000

async function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  name.value = file.name
  faults.value = []
  busy.value = true
  try {
    if (file.size > MOST_BYTES) throw new Error('The file is larger than 5 MB. Nothing was taken in.')
    await props.take(await file.text())
  } catch (error) {
    const fields = error instanceof ApiError ? error.fields.map((f) => f.text) : []
    faults.value = fields.length ? fields : [(error as Error).message]
  } finally {
    busy.value = false
    input.value = '' // so that the same file, mended, can be chosen again
  }
}
</script>

<template>
  <div>
    <label class="field">
      <span>{{ label }}</span>
      <input type="file" :accept="accept" :disabled="busy" @change="chosen" />
      <em class="soft"><slot /></em>
    </label>
    <p v-if="busy" class="soft" role="status">Reading {{ name }}…</p>
    <div v-if="faults.length" class="alarm" role="alert">
      <p>Nothing of {{ name }} was kept:</p>
      <ul>
        <li v-for="f in faults" :key="f">{{ f }}</li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
div {
  max-width: 640px;
}
ul {
  margin: 4px 0 0;
  padding-left: 20px;
  max-height: 320px;
  overflow: auto;
}
input {
  max-width: 100%;
}
</style>
