<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { answer, api, me } from '@/shared/api/client'
import { leaveWhatWaited, sendWhatWaited, signedOut } from '@/shared/outbox/signedOut'

/** A session that ended: the same person signs in again where they are, and what they did is sent. */
const queries = useQueryClient()
const password = ref('')
const problem = ref('')
const busy = ref(false)
async function enter() {
  busy.value = true
  problem.value = ''
  try {
    await answer(api.GET('/api/session')) // for a fresh token
    const body = { username: me.name, password: password.value }
    queries.setQueryData(['session'], await answer(api.POST('/api/session/sign-in', { body })))
    password.value = ''
    sendWhatWaited()
  } catch (error) {
    problem.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
function close() {
  password.value = ''
  problem.value = ''
  leaveWhatWaited()
}
</script>

<template>
  <section aria-label="Signing in again">
    <el-dialog
      :model-value="signedOut.open"
      title="Your session has ended"
      width="420px"
      :close-on-click-modal="false"
      @close="close"
    >
      <form id="again" class="stack" novalidate @submit.prevent="enter">
        <p>What you did is kept here, and sent once you are in again.</p>
        <label class="field wide">
          <span>Password of {{ me.name }}</span>
          <input v-model="password" type="password" name="again" autocomplete="current-password" />
        </label>
        <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
      </form>
      <template #footer>
        <button class="btn" type="button" @click="close">Leave it</button>
        <button class="btn full" type="submit" form="again" :disabled="busy || !password">
          Sign in and send it
        </button>
      </template>
    </el-dialog>
  </section>
</template>
