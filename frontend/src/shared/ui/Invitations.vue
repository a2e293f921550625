<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { answer, api } from '@/shared/api/client'
import { useInvitations } from '@/shared/api/queries'
import { say } from '@/shared/ui/snack'

/** Gardens the person is asked to help in; nothing is there while there are none. */
const queries = useQueryClient()
const router = useRouter()
const waiting = useInvitations()
const busy = ref(false)

async function reply(invitation: { id: number; garden: string }, yes: boolean) {
  const params = { params: { path: { invitation_id: invitation.id } } }
  busy.value = true
  try {
    if (yes) {
      const garden = await answer(api.POST('/api/invitations/{invitation_id}', params))
      await queries.invalidateQueries({ queryKey: ['gardens'] })
      say(`You help in ${garden.name} now. You can leave it in its settings.`)
      await router.push({ name: 'round', params: { garden: garden.id } })
    } else {
      await answer(api.DELETE('/api/invitations/{invitation_id}', params))
      say(`${invitation.garden} is declined.`)
    }
  } catch (error) {
    say((error as Error).message)
  } finally {
    busy.value = false
    await queries.invalidateQueries({ queryKey: ['invitations'] })
  }
}
</script>

<template>
  <section v-if="waiting.data.value?.length" class="invitations" aria-labelledby="invitations">
    <h2 id="invitations">You are asked to help</h2>
    <ul class="lines">
      <li v-for="x in waiting.data.value" :key="x.id">
        <span>
          <strong>{{ x.garden }}</strong>
          <span v-if="x.by" class="soft"> asked by {{ x.by }}</span>
        </span>
        <span class="acts">
          <button class="btn full" type="button" :disabled="busy" @click="reply(x, true)">
            Help in {{ x.garden }}
          </button>
          <button class="btn" type="button" :disabled="busy" @click="reply(x, false)">
            No<span class="visually-hidden"> to {{ x.garden }}</span>
          </button>
        </span>
      </li>
    </ul>
    <p class="soft small">
      A helper sees the round and notes what was done. It does not count as a garden of yours.
    </p>
  </section>
</template>

<style scoped>
.invitations {
  max-width: 720px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
