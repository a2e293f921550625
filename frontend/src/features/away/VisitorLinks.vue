<script setup lang="ts">
import { useClipboard } from '@vueuse/core'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { AwayLink } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useChange } from '@/shared/outbox/useOutbox'
import DateField from '@/shared/ui/DateField.vue'
import { say } from '@/shared/ui/snack'

/** Private links for those who look in: shown once, ended at any time. */
const props = defineProps<{ garden: number; links: AwayLink[]; until: string }>()
const form = reactive({ name: '', until: props.until })
const made = ref<{ name: string; address: string } | null>(null)
const problem = ref('')
const clipboard = useClipboard({ legacy: true })

const open = useChange(
  () => props.garden,
  (_: void, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/visitors', { ...path(props.garden), body: { ...form }, ...mark }),
    ),
)
const end = useChange(
  () => props.garden,
  (id: number, mark) =>
    answer(
      api.DELETE('/api/gardens/{garden_id}/visitors/{link_id}', {
        params: { path: { garden_id: props.garden, link_id: id } },
        ...mark,
      }),
    ),
)
async function make() {
  problem.value = ''
  try {
    made.value = await open.mutateAsync(undefined)
    form.name = ''
  } catch (error) {
    problem.value = (error as Error).message
  }
}
async function copy() {
  await clipboard.copy(made.value?.address ?? '')
  say('The link is copied.')
}
const ended = (x: AwayLink) =>
  end.mutate(x.id, {
    onSuccess: () => {
      if (made.value?.name === x.name) made.value = null
      say(`${x.name}’s link answers no longer.`)
    },
    onError: (e) => say(e.message),
  })
</script>

<template>
  <section class="no-print" aria-labelledby="links">
    <h2 id="links">Someone looks in</h2>
    <p class="soft">
      A private link to one plain page: the round of the day, with a button for each isle. It needs no
      account, shows nothing else of the garden, and what is marked there arrives here under their name.
    </p>
    <form class="row" novalidate @submit.prevent="make">
      <label class="field">
        <span>Who looks in</span>
        <input v-model="form.name" maxlength="60" autocomplete="off" />
      </label>
      <DateField v-model="form.until" label="It answers until" />
      <button class="btn full" type="submit" :disabled="open.isPending.value || !form.name.trim()">
        Make a link
      </button>
    </form>
    <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    <div v-if="made" class="made">
      <p>
        <strong>{{ made.name }}’s link</strong>, shown this once: hand it on now.
      </p>
      <p class="row">
        <input class="address" :value="made.address" readonly :aria-label="`${made.name}’s link`" />
        <button class="btn" type="button" @click="copy">Copy</button>
      </p>
    </div>
    <ul v-if="links.length" class="lines">
      <li v-for="x in links" :key="x.id">
        <strong>{{ x.name }}</strong> <span class="soft">until {{ shortDate(x.until) }}</span>
        <button class="btn" type="button" :aria-label="`End ${x.name}’s link`" @click="ended(x)">
          End it
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
  max-width: 860px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: flex-end;
  margin-top: 12px;
}
.made {
  margin-top: 16px;
  padding: 12px 16px;
  border-left: 3px solid var(--water);
}
.address {
  flex: 1 1 320px;
  font: inherit;
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--ink-soft);
  border-radius: 10px;
  background: var(--page);
  color: var(--ink);
}
</style>
