<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { answer, api, ApiError } from '@/shared/api/client'
import { useSession } from '@/shared/api/queries'
import Isle from '@/shared/isle/Isle.vue'
import { EXAMPLE_ISLES } from '@/shared/isle/examples'
import { showFault } from '@/shared/ui/faultFocus'

const props = defineProps<{ fresh?: boolean }>()
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const session = useSession()
const form = reactive<{ username: string; password: string; units: 'metric' | 'us' }>({
  username: '',
  password: '',
  units: 'metric',
})
const problem = ref<ApiError | null>(null)
const busy = ref(false)

const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text

/** A guest with a garden of its own, gone after two days. */
async function lookAround() {
  busy.value = true
  problem.value = null
  try {
    const made = await answer(api.POST('/api/session/look-around'))
    queries.clear()
    await queries.fetchQuery({ queryKey: ['session'], queryFn: () => answer(api.GET('/api/session')) })
    await router.replace({ name: 'round', params: { garden: made.id } })
  } catch (error) {
    problem.value = error as ApiError
  } finally {
    busy.value = false
  }
}

async function enter() {
  busy.value = true
  problem.value = null
  try {
    const { username, password, units } = form
    const after = props.fresh
      ? await answer(api.POST('/api/session/sign-up', { body: { username, password, units } }))
      : await answer(api.POST('/api/session/sign-in', { body: { username, password } }))
    queries.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
    queries.setQueryData(['session'], after)
    const to = typeof route.query.to === 'string' && route.query.to.startsWith('/') ? route.query.to : '/'
    await router.replace(to)
  } catch (error) {
    problem.value = error as ApiError
    showFault()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="door">
    <section class="words">
      <p class="mark">Isleshower</p>
      <h1>Every bed is an isle with a waterline</h1>
      <p>
        The line falls as days pass and rises with rain and watering. Each morning you see which bed to soak,
        with how much, and why.
      </p>
      <div class="isles" aria-hidden="true">
        <Isle
          v-for="(isle, i) in EXAMPLE_ISLES"
          :key="i"
          :isle="isle.isle"
          :crops="isle.crops"
          :width="112"
        />
      </div>
    </section>
    <form class="sheet" novalidate @submit.prevent="enter">
      <h2>{{ fresh ? 'Make an account' : 'Sign in' }}</h2>
      <label class="field wide">
        <span>Name</span>
        <input
          v-model.trim="form.username"
          name="username"
          autocomplete="username"
          required
          maxlength="150"
        />
        <em v-if="of('username')" class="alarm">{{ of('username') }}</em>
      </label>
      <label class="field wide">
        <span>Password</span>
        <input
          v-model="form.password"
          name="password"
          type="password"
          required
          :autocomplete="fresh ? 'new-password' : 'current-password'"
        />
        <em v-if="fresh" class="soft">At least ten characters, not a common word.</em>
        <em v-if="of('password')" class="alarm" role="alert">{{ of('password') }}</em>
      </label>
      <fieldset v-if="fresh">
        <legend>Units</legend>
        <label class="tick"
          ><input v-model="form.units" type="radio" value="metric" /> litres, millimetres, °C</label
        >
        <label class="tick"><input v-model="form.units" type="radio" value="us" /> gallons, inches, °F</label>
      </fieldset>
      <p v-if="problem && problem.fields.length === 0" class="alarm" role="alert">{{ problem.message }}</p>
      <button class="btn full" type="submit" :disabled="busy">
        {{ fresh ? 'Make the account' : 'Sign in' }}
      </button>
      <button
        v-if="session.data.value?.sign_up_open"
        class="btn"
        type="button"
        :disabled="busy"
        @click="lookAround"
      >
        Look around in a sample garden
      </button>
      <p v-if="!fresh"><RouterLink to="/forgot">Forgot your password?</RouterLink></p>
      <p v-if="fresh">Already here before? <RouterLink to="/sign-in">Sign in</RouterLink></p>
      <p v-else-if="session.data.value?.sign_up_open">
        New here? <RouterLink to="/sign-up">Make an account</RouterLink>
      </p>
    </form>
  </div>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 64px;
  align-items: center;
  min-height: calc(100vh - 120px);
}
.mark {
  font-family: var(--display);
  font-size: 24px;
  font-weight: 600;
  color: var(--water);
}
.words {
  display: flex;
  flex-direction: column;
  gap: 24px;
}
.isles {
  display: flex;
  gap: 16px;
  align-items: flex-end;
}
.sheet {
  background: var(--page);
  border: 1px solid var(--hair);
  border-radius: 16px;
  padding: 32px;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
@media (max-width: 760px) {
  .door {
    grid-template-columns: 1fr;
    gap: 24px;
    padding-top: 16px;
  }
  .isles {
    display: none;
  }
  .sheet {
    padding: 24px 16px;
  }
}
</style>
