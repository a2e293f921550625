<script setup lang="ts">
import { useClipboard } from '@vueuse/core'

import { answer, api } from '@/shared/api/client'
import { path, useFeed } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'

/** A private address that a calendar program reads; it can be ended at any time. */
const props = defineProps<{ garden: number }>()
const feed = useFeed(() => props.garden)
const clipboard = useClipboard({ legacy: true })
const open = useChange(
  () => props.garden,
  (_: void, mark) => answer(api.POST('/api/gardens/{garden_id}/feed', { ...path(props.garden), ...mark })),
)
const end = useChange(
  () => props.garden,
  (_: void, mark) => answer(api.DELETE('/api/gardens/{garden_id}/feed', { ...path(props.garden), ...mark })),
)
const failed = (e: Error) => say(e.message)
const address = ref('')
const make = () =>
  open.mutate(undefined, { onSuccess: (made) => (address.value = made.address ?? ''), onError: failed })
function close() {
  address.value = ''
  end.mutate(undefined, { onSuccess: () => say('The address answers no longer.'), onError: failed })
}
async function copy() {
  await clipboard.copy(address.value)
  say('The address is copied.')
}
</script>

<template>
  <section class="calendar no-print" aria-labelledby="calendar">
    <h2 id="calendar">In your calendar</h2>
    <p class="soft">
      A private address for a calendar program. Whoever has it can read what is to be watered, and nothing
      else.
    </p>
    <template v-if="feed.data.value?.open">
      <p v-if="!address" class="soft">
        An address is open. It was shown once, when it was made; a new one takes its place.
      </p>
      <p class="row">
        <template v-if="address">
          <input class="address" :value="address" readonly aria-label="Calendar address" />
          <button class="btn" type="button" @click="copy">Copy</button>
        </template>
        <button v-else class="btn" type="button" @click="make">Make a new one</button>
        <button class="btn" type="button" @click="close">End it</button>
      </p>
    </template>
    <button v-else class="btn" type="button" @click="make">Make an address</button>
  </section>
</template>

<style scoped>
.calendar {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  margin-top: 32px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  width: 100%;
}
.address {
  font: 14px var(--text);
  flex: 1 1 320px;
  min-width: 0;
  min-height: 44px;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  color: inherit;
  padding: 0 10px;
}
</style>
