<script setup lang="ts">
import { answer, api, ApiError } from '@/shared/api/client'
import { showFault } from '@/shared/ui/faultFocus'
import { say } from '@/shared/ui/snack'

import Sheet from './Sheet.vue'

/** A letter for who forgot their password; and, opened from it, the choice of a new one. */
const props = defineProps<{ chosen?: boolean }>()
const router = useRouter()
const key = window.location.hash.slice(1) // goes nowhere but into the request
const form = reactive({ username: '', password: '' })
const problem = ref<ApiError | null>(null)
const sent = ref(false)
const busy = ref(false)

async function go() {
  busy.value = true
  problem.value = null
  try {
    if (props.chosen) {
      await answer(api.POST('/api/session/reset', { body: { key, password: form.password } }))
      await router.replace({ name: 'sign-in' })
      say('Your new password counts. Sign in with it.')
    } else {
      await answer(api.POST('/api/session/forgot', { body: { username: form.username } }))
      sent.value = true
    }
  } catch (error) {
    problem.value = error as ApiError
    showFault()
  } finally {
    busy.value = false
  }
}
const inWords = (error: ApiError) =>
  error.status === 404 ? 'This letter was used already, or its hour is over. Ask for another.' : error.message
</script>

<template>
  <Sheet>
    <form class="stack" novalidate @submit.prevent="go">
      <h1>{{ chosen ? 'Choose a new password' : 'Forgot your password?' }}</h1>
      <p v-if="sent" role="status">
        If {{ form.username }} has a mail address here, a letter is on its way. Its address answers for an
        hour.
      </p>
      <template v-else>
        <label v-if="chosen" class="field wide">
          <span>New password</span>
          <input v-model="form.password" name="password" type="password" autocomplete="new-password" />
          <em class="soft">At least ten characters, not a common word.</em>
        </label>
        <label v-else class="field wide">
          <span>Name</span>
          <input v-model.trim="form.username" name="username" autocomplete="username" maxlength="150" />
          <em class="soft">A letter goes to the mail address that you told in Settings.</em>
        </label>
        <p v-if="problem" class="alarm" role="alert">{{ inWords(problem) }}</p>
        <button class="btn full" type="submit" :disabled="busy">
          {{ chosen ? 'Take this password' : 'Send a letter' }}
        </button>
      </template>
      <p>
        <RouterLink v-if="chosen" to="/forgot">Another letter</RouterLink>
        <RouterLink v-else to="/sign-in">Back to sign in</RouterLink>
      </p>
    </form>
  </Sheet>
</template>
