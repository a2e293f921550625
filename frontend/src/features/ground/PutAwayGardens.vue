<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { say } from '@/shared/ui/snack'

/** Gardens that were put away: each can be taken up again with all that was noted in it. */
const router = useRouter()
const queries = useQueryClient()
const away = useQuery({ queryKey: ['put-away'], queryFn: () => answer(api.GET('/api/put-away')) })

async function takeUp(id: number) {
  try {
    const back = await answer(api.POST('/api/gardens/{garden_id}/take-up', path(id)))
    await Promise.all([
      queries.invalidateQueries({ queryKey: ['gardens'] }),
      queries.invalidateQueries({ queryKey: ['put-away'] }),
    ])
    await router.push({ name: 'round', params: { garden: back.id } })
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <section v-if="away.data.value?.length" aria-labelledby="put-away">
    <h2 id="put-away">Put away</h2>
    <p class="soft">The ten newest are kept, with everything noted in them.</p>
    <ul class="lines">
      <li v-for="g in away.data.value" :key="g.id">
        <strong>{{ g.name }}</strong>
        <button class="btn" type="button" @click="takeUp(g.id)">Take {{ g.name }} up again</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  max-width: 760px;
  margin-top: 40px;
  border-top: 1px solid var(--ink);
  padding-top: 16px;
}
</style>
