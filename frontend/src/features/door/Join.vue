<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useSession } from '@/shared/api/queries'

import Sheet from './Sheet.vue'

/** Who was given an address becomes a helper. Its token stands behind the # and is kept here while they sign in. */
const KEPT = 'join'
const router = useRouter()
const queries = useQueryClient()
const session = useSession()
const token = window.location.hash.slice(1) || (window.sessionStorage.getItem(KEPT) ?? '')
if (token) window.sessionStorage.setItem(KEPT, token)
const person = computed(() => session.data.value?.person)
const problem = ref('')
const busy = ref(false)

async function join() {
  busy.value = true
  problem.value = ''
  try {
    const garden = await answer(api.POST('/api/join', { body: { token } }))
    window.sessionStorage.removeItem(KEPT)
    await queries.invalidateQueries({ queryKey: ['gardens'] })
    await router.replace({ name: 'round', params: { garden: garden.id } })
  } catch (error) {
    problem.value =
      (error as ApiError).status === 404
        ? 'This address leads nowhere any more: it was used, ended, or a week has passed. Ask for another.'
        : (error as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <Sheet>
    <h1>Help in a garden</h1>
    <p>Somebody asks you to help: you see the round of the day, and note what you did.</p>
    <template v-if="person && !person.guest">
      <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      <button class="btn full" type="button" :disabled="busy || !token" @click="join">
        Help there as {{ person.username }}
      </button>
    </template>
    <p v-else class="row">
      <RouterLink class="btn full" :to="{ name: 'sign-in', query: { to: '/join' } }"
        >Sign in first</RouterLink
      >
      <RouterLink
        v-if="session.data.value?.sign_up_open"
        class="btn"
        :to="{ name: 'sign-up', query: { to: '/join' } }"
        >Make an account</RouterLink
      >
    </p>
  </Sheet>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
