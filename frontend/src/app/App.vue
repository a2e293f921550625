<script setup lang="ts">
import { watchEffect } from 'vue'

import Shell from '@/app/Shell.vue'
import { me } from '@/shared/api/client'
import { useSession } from '@/shared/api/queries'
import { units } from '@/shared/format/units'
import { signedOut } from '@/shared/outbox/signedOut'
import Snack from '@/shared/ui/Snack.vue'

const SignInAgain = defineAsyncComponent(() => import('@/app/SignInAgain.vue'))
const session = useSession()
const dark = window.matchMedia('(prefers-color-scheme: dark)')
const darkWanted = ref(dark.matches)
dark.addEventListener('change', (e) => (darkWanted.value = e.matches))

watchEffect(() => {
  // What is kept is kept in the name of who did it, whoever signs in meanwhile.
  if (session.data.value?.person) me.name = session.data.value.person.username
  units.system = session.data.value?.person?.units ?? 'metric'
  const chosen = session.data.value?.person?.theme ?? 'auto'
  document.documentElement.dataset.theme = chosen === 'auto' ? (darkWanted.value ? 'dark' : 'light') : chosen
})
</script>

<template>
  <a class="skip" href="#main">Skip to the page</a>
  <Shell />
  <SignInAgain v-if="signedOut.open" />
  <Snack />
</template>

<style scoped>
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
  background: var(--page);
  padding: 8px 16px;
}
</style>
