<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'

/** An address that makes one person a helper, for who has no account here yet. */
const props = defineProps<{ garden: number }>()
const address = ref('')
const clipboard = useClipboard({ legacy: true })
const open = useChange(
  () => props.garden,
  (_: void, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/invite-links', { ...path(props.garden), ...mark })),
)
const close = useChange(
  () => props.garden,
  (_: void, mark) =>
    answer(api.DELETE('/api/gardens/{garden_id}/invite-links', { ...path(props.garden), ...mark })),
)
const busy = computed(() => open.isPending.value || close.isPending.value)
const onError = (error: Error) => say(error.message)
const make = () => open.mutate(undefined, { onSuccess: (made) => (address.value = made.address), onError })
function end() {
  address.value = ''
  close.mutate(undefined, {
    onSuccess: () => say('No address that you gave out leads in any more.'),
    onError,
  })
}
async function copy() {
  await clipboard.copy(address.value)
  say('The address is copied.')
}
</script>

<template>
  <div class="stack">
    <p class="soft">
      Or give somebody an address: whoever opens it first, within a week, helps here. It is shown once.
    </p>
    <p v-if="address" class="row">
      <input class="address" :value="address" readonly aria-label="Address for a helper" />
      <button class="btn" type="button" @click="copy">Copy</button>
    </p>
    <p class="row">
      <button class="btn" type="button" :disabled="busy" @click="make">
        {{ address ? 'Make another' : 'Make an address' }}
      </button>
      <button class="btn" type="button" :disabled="busy" @click="end">End all that were given out</button>
    </p>
  </div>
</template>

<style scoped>
.row .btn {
  margin-top: 0;
}
.address {
  flex: 1 1 320px;
  min-width: 0;
  min-height: 44px;
}
</style>
