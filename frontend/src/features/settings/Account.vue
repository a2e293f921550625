<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useSession } from '@/shared/api/queries'
import { say } from '@/shared/ui/snack'

/** One's own account: where a letter goes, its password, its sessions, its file, its end. */
const session = useSession()
const queries = useQueryClient()
const router = useRouter()
const own = computed(() => session.data.value?.person)
const email = ref('')
watch(own, (now) => (email.value = now?.email ?? ''), { immediate: true })
const form = reactive({ old: '', password: '', closing: '' })
const problem = ref<{ of: 'email' | 'password' | 'close'; error: ApiError } | null>(null)
const busy = ref(false)
const told = (of: 'email' | 'password' | 'close') =>
  problem.value?.of === of ? problem.value.error.message : ''

async function run(of: 'email' | 'password' | 'close', deed: () => Promise<void>) {
  if (busy.value) return
  busy.value = true
  problem.value = null
  try {
    await deed()
  } catch (error) {
    problem.value = { of, error: error as ApiError }
  } finally {
    busy.value = false
  }
}
const keepEmail = () =>
  run('email', async () => {
    const body = { email: email.value }
    queries.setQueryData(['session'], await answer(api.PATCH('/api/session/preferences', { body })))
    say(email.value ? 'A letter would go there.' : 'No letter can be sent to you now.')
  })
const change = () =>
  run('password', async () => {
    const body = { old: form.old, password: form.password }
    queries.setQueryData(['session'], await answer(api.POST('/api/session/password', { body })))
    form.old = form.password = ''
    say('Your password is changed. Other devices are signed out.')
  })
const outEverywhere = () =>
  run('password', async () => {
    queries.setQueryData(['session'], await answer(api.POST('/api/session/everywhere-out')))
    say('Every other device is signed out.')
  })
const close = () =>
  run('close', async () => {
    await answer(api.POST('/api/account/close', { body: { password: form.closing } }))
    await router.push({ name: 'sign-in' })
    queries.clear()
    say('Your account and your gardens are gone.')
  })
</script>

<template>
  <section v-if="own && !own.guest" class="account">
    <h2>Your account</h2>
    <form novalidate class="row" @submit.prevent="keepEmail">
      <label class="field">
        <span>Mail address, for a forgotten password</span>
        <input v-model.trim="email" type="email" name="email" maxlength="254" autocomplete="email" />
        <em v-if="told('email')" class="alarm" role="alert">{{ told('email') }}</em>
      </label>
      <button class="btn" type="submit" :disabled="busy">Keep it</button>
    </form>
    <form novalidate class="row" @submit.prevent="change">
      <label class="field">
        <span>Password now</span>
        <input
          v-model="form.old"
          type="password"
          name="old"
          maxlength="200"
          autocomplete="current-password"
        />
      </label>
      <label class="field">
        <span>New password</span>
        <input
          v-model="form.password"
          type="password"
          name="new"
          maxlength="200"
          autocomplete="new-password"
        />
      </label>
      <button class="btn" type="submit" :disabled="busy">Change it</button>
    </form>
    <p v-if="told('password')" class="alarm" role="alert">{{ told('password') }}</p>
    <p class="row">
      <button class="btn" type="button" :disabled="busy" @click="outEverywhere">
        Sign out on every other device
      </button>
      <a class="btn" href="/api/account/file" download>All that is kept of you, as one file</a>
    </p>
    <details>
      <summary>Close this account</summary>
      <p class="soft">
        You and the gardens you own are gone for good; nobody can bring them back. What you noted in gardens
        of others stays there, without your name. Take the file above first.
      </p>
      <form novalidate class="row" @submit.prevent="close">
        <label class="field">
          <span>Password</span>
          <input
            v-model="form.closing"
            type="password"
            name="closing"
            maxlength="200"
            autocomplete="current-password"
          />
        </label>
        <button class="btn" type="submit" :disabled="busy || !form.closing">Close it for good</button>
      </form>
      <p v-if="told('close')" class="alarm" role="alert">{{ told('close') }}</p>
    </details>
  </section>
</template>

<style scoped>
.account {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
  padding-top: 16px;
}
.row .btn {
  align-self: end;
}
input[name='email'] {
  width: min(360px, 100%);
}
summary {
  cursor: pointer;
  min-height: 44px;
  display: flex;
  align-items: center;
  font-weight: 700;
}
</style>
