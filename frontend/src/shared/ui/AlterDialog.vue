<script setup lang="ts">
import { watch } from 'vue'

import { useChange } from '@/shared/outbox/useOutbox'
import { answer, api } from '@/shared/api/client'
import type { Alteration, Stop } from '@/shared/api/types'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import { ALTERATION } from '@/shared/words/names'

/** What changed at a bed today, each a tap: a dated fact that the ledger follows and that can be taken back. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ garden: number; stop: Stop | null }>()
const left = ref<number | null>(null)
const problem = ref('')
const change = useChange(
  () => props.garden,
  ({ bed, what, count }: { bed: number; what: Alteration; count: number | null }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', {
        params: { path: { garden_id: props.garden, bed_id: bed } },
        body: { what, ...(count === null ? {} : { count }) },
        ...mark,
      }),
    ),
)
watch(open, (now) => {
  if (now) left.value = null
  problem.value = ''
})

async function tell(what: Alteration) {
  const { stop } = props
  if (!stop || change.isPending.value) return
  problem.value = ''
  try {
    await change.mutateAsync({ bed: stop.id, what, count: what === 'thinned' ? left.value : null })
    open.value = false
    change.sayKept(`${stop.name}: ${ALTERATION[what].toLowerCase()}, since today.`)
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`What changed at ${stop?.name ?? ''} today?`" width="480px">
    <div v-if="stop" class="taps">
      <button
        v-for="what in stop.open_to.filter((x) => x !== 'thinned')"
        :key="what"
        class="btn"
        type="button"
        :disabled="change.isPending.value"
        @click="tell(what)"
      >
        {{ ALTERATION[what] }}
      </button>
      <form v-if="stop.open_to.includes('thinned')" class="thin" novalidate @submit.prevent="tell('thinned')">
        <OpenNumber v-model="left" label="Thinned: how many are left?" />
        <button class="btn" type="submit" :disabled="change.isPending.value">Note it</button>
      </form>
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    </div>
  </el-dialog>
</template>

<style scoped>
.taps {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px;
}
.thin,
.alarm {
  grid-column: 1 / -1;
}
.thin {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 8px;
}
</style>
