<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'

import { answer, api } from '@/shared/api/client'
import { say } from '@/shared/ui/snack'

/** Invented gardens to look around in; each can be thrown away again under Settings. */
const router = useRouter()
const queries = useQueryClient()
const samples = useQuery({
  queryKey: ['samples'],
  queryFn: () => answer(api.GET('/api/samples')),
  staleTime: Infinity,
})
const opening = ref('')

async function open(key: string) {
  opening.value = key
  try {
    const made = await answer(api.POST('/api/samples/{key}', { params: { path: { key } } }))
    await queries.invalidateQueries({ queryKey: ['gardens'] })
    await router.push({ name: 'round', params: { garden: made.id } })
  } catch (error) {
    say((error as Error).message)
  } finally {
    opening.value = ''
  }
}
</script>

<template>
  <section v-if="samples.data.value?.length" aria-labelledby="samples">
    <h2 id="samples">Or look around first</h2>
    <p class="soft">
      Four invented gardens, each with its own clock and simulated weather. Nothing in them is real, and they
      can be put away again.
    </p>
    <ul class="lines">
      <li v-for="s in samples.data.value" :key="s.key">
        <span
          ><strong>{{ s.name }}</strong> <span class="soft">{{ s.about }}</span></span
        >
        <button class="btn" type="button" :disabled="opening !== ''" @click="open(s.key)">
          {{ opening === s.key ? 'Opening…' : `Open ${s.name}` }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  max-width: 720px;
  margin-top: 40px;
  border-top: 1px solid var(--ink);
  padding-top: 16px;
}
strong {
  font-family: var(--display);
  font-size: 18px;
  margin-right: 8px;
}
</style>
