<script setup lang="ts">
import { PhFile } from '@phosphor-icons/vue'
import type { UploadRawFile, UploadRequestOptions } from 'element-plus'

import { ApiError } from '@/shared/api/client'
import { decoded } from '@/shared/format/decode'

/** A file's text taken in whole; each fault that the server names is listed with its place. */
const props = defineProps<{ label: string; accept: string; take: (text: string) => Promise<unknown> }>()
const name = ref('')
/** Percent read; null while the garden takes it in, which tells no share. */
const read = ref<number | null>(0)
const busy = ref(false)
const faults = ref<string[]>([])
/** How it was read, where that was a guess. */
const note = ref('')
const MOST_BYTES = 5_000_000

/** Reads in pieces, so that a large file on a slow device shows how far it is. */
async function textOf(file: UploadRawFile): Promise<string> {
  const bytes = new Uint8Array(file.size)
  const reader = file.stream().getReader()
  let at = 0
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    bytes.set(piece.value, at)
    at += piece.value.length
    read.value = Math.round((100 * at) / file.size)
  }
  const found = decoded(bytes)
  note.value = found.as ? `It is no UTF-8: read as ${found.as}. Look whether its accents are right.` : ''
  return found.text
}

async function chosen({ file }: UploadRequestOptions) {
  name.value = file.name
  faults.value = []
  note.value = ''
  read.value = 0
  busy.value = true
  try {
    if (file.size > MOST_BYTES) throw new Error('The file is larger than 5 MB. Nothing was taken in.')
    const text = await textOf(file)
    read.value = null
    await props.take(text)
  } catch (error) {
    const fields = error instanceof ApiError ? error.fields.map((f) => f.told ?? f.text) : []
    faults.value = fields.length ? fields : [(error as Error).message]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="file-in">
    <p class="label">{{ label }}</p>
    <p class="soft about"><slot /></p>
    <el-upload drag :accept="accept" :disabled="busy" :show-file-list="false" :http-request="chosen">
      <span class="where">
        <PhFile :size="22" aria-hidden="true" />
        <span>
          <strong>Choose a file</strong><span class="visually-hidden">: {{ label }}</span> or drop it here
        </span>
      </span>
    </el-upload>
    <div v-if="busy" role="status">
      <p class="soft">{{ read === null ? 'Taking in' : 'Reading' }} {{ name }}…</p>
      <el-progress
        :percentage="read ?? 100"
        :indeterminate="read === null"
        :duration="2"
        :show-text="false"
        :aria-label="`Reading ${name}`"
      />
    </div>
    <p v-if="note && !busy" class="soft" role="status">{{ note }}</p>
    <div v-if="faults.length" class="alarm" role="alert">
      <p>Nothing of {{ name }} was kept:</p>
      <ul>
        <li v-for="f in faults" :key="f">{{ f }}</li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.file-in {
  max-width: 640px;
}
.label {
  font-weight: 700;
}
.about {
  margin-bottom: 8px;
}
.where {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: center;
}
.file-in :deep(.el-upload-dragger) {
  padding: 14px;
  border: 1.5px dashed var(--ink-soft);
  background: var(--page);
  color: var(--ink);
  font-size: 16px;
}
ul {
  margin: 4px 0 0;
  padding-left: 20px;
  max-height: 320px;
  overflow: auto;
}
</style>
