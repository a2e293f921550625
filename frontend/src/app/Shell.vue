<script setup lang="ts">
import { PhCalendarDots, PhCloudSun, PhDrop, PhGear, PhPlant, PhRuler } from '@phosphor-icons/vue'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useGardens, useInvitations, useSession } from '@/shared/api/queries'
import { LAST_GARDEN } from '@/shared/format/remember'
import { shortDate } from '@/shared/format/time'
import { say } from '@/shared/ui/snack'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const session = useSession()
const signedIn = computed(() => Boolean(session.data.value?.person))
const gardens = useGardens()
const gardenId = computed(() => (route.params.garden ? Number(route.params.garden) : null))
const garden = computed(() => gardens.data.value?.find((g) => g.id === gardenId.value))
const invitations = useInvitations()
const stepping = ref(false)

const VIEWS = [
  { name: 'round', label: 'Round', icon: PhDrop },
  { name: 'ahead', label: 'Ahead', icon: PhCalendarDots },
  { name: 'ground', label: 'Ground', icon: PhPlant },
  { name: 'sky', label: 'Sky', icon: PhCloudSun },
  { name: 'bench', label: 'Bench', icon: PhRuler },
  { name: 'settings', label: 'Settings', icon: PhGear },
]
const PARENT: Record<string, string> = {
  bed: 'ground',
  'new-bed': 'ground',
  'edit-bed': 'ground',
  sizes: 'ground',
}
const here = computed(() => PARENT[String(route.name)] ?? String(route.name))

watch([() => session.data.value, () => route.name], () => {
  if (session.data.value && !signedIn.value && route.name && !route.meta.open) {
    void router.replace({ name: 'sign-in', query: route.path === '/' ? {} : { to: route.fullPath } })
  }
})

// Opening a garden brings its weather up to date and keeps the day's advice.
watch(
  gardenId,
  async (id) => {
    if (id === null) return
    localStorage.setItem(LAST_GARDEN, String(id))
    try {
      await answer(api.POST('/api/gardens/{garden_id}/visit', path(id)))
    } catch (error) {
      if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) return
    }
    await queries.invalidateQueries({ queryKey: ['garden', id] })
  },
  { immediate: true },
)

async function step() {
  if (gardenId.value === null || stepping.value) return
  stepping.value = true
  try {
    const body = { from_date: garden.value?.today } // the day that is shown: stepped twice from it, it is one step
    const after = await answer(api.POST('/api/gardens/{garden_id}/step', { ...path(gardenId.value), body }))
    await Promise.all([
      queries.invalidateQueries({ queryKey: ['gardens'] }),
      queries.invalidateQueries({ queryKey: ['garden', gardenId.value] }),
    ])
    say(`It is ${shortDate(after.today)} now. Yesterday’s weather has come in.`)
  } catch (error) {
    say((error as Error).message)
  } finally {
    stepping.value = false
  }
}
</script>

<template>
  <div class="shell" :class="{ bare: !garden }">
    <header v-if="signedIn && garden" class="side no-print">
      <RouterLink class="mark" :to="{ name: 'round', params: { garden: garden.id } }">Isleshower</RouterLink>
      <nav aria-label="Views">
        <RouterLink
          v-for="v in VIEWS"
          :key="v.name"
          :to="{ name: v.name, params: { garden: garden.id } }"
          :class="{ here: here === v.name }"
          :aria-current="here === v.name ? 'page' : undefined"
        >
          <component :is="v.icon" :size="20" aria-hidden="true" />{{ v.label }}
        </RouterLink>
      </nav>
      <div class="clock">
        <strong>{{ garden.name }}</strong>
        <span v-if="garden.own_clock">a demonstration garden, with its own clock and simulated weather</span>
        <span>{{ shortDate(garden.today) }}</span>
        <RouterLink
          v-if="invitations.data.value?.length"
          :to="{ name: 'settings', params: { garden: garden.id }, hash: '#invitations' }"
          >You are asked to help</RouterLink
        >
        <button
          v-if="garden.own_clock && garden.role === 'owner'"
          class="btn plain"
          type="button"
          :disabled="stepping"
          @click="step"
        >
          {{ stepping ? 'Stepping…' : 'Step a day' }}
        </button>
      </div>
    </header>
    <main id="main" tabindex="-1">
      <RouterView
        v-if="session.data.value && (signedIn || route.meta.open)"
        :key="String(route.params.garden ?? '')"
        v-slot="{ Component }"
      >
        <component :is="Component" v-if="Component" />
        <p v-else class="soft">Opening…</p>
      </RouterView>
      <p v-else-if="session.isError.value" class="alarm" role="alert">
        {{ session.error.value?.message }}
        <button class="btn" type="button" @click="session.refetch()">Try again</button>
      </p>
      <p v-else class="soft">Opening the garden…</p>
    </main>
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr);
  min-height: 100vh;
}
.shell.bare {
  display: block;
}
.bare main {
  max-width: 920px;
  margin: 0 auto;
}
.side {
  border-right: 1px solid var(--hair);
  padding: 24px 0 24px;
  display: flex;
  flex-direction: column;
  position: sticky;
  top: 0;
  height: 100vh;
}
.mark {
  font-family: var(--display);
  font-size: 24px;
  font-weight: 600;
  color: var(--water);
  text-decoration: none;
  padding: 0 24px;
  margin-bottom: 24px;
}
nav a {
  display: flex;
  align-items: center;
  gap: 12px;
  color: var(--ink-soft);
  text-decoration: none;
  padding: 8px 24px 8px 21px;
  border-left: 3px solid transparent;
  min-height: 44px;
}
nav a.here {
  color: var(--ink);
  font-weight: 700;
  border-left-color: var(--water);
}
.clock {
  margin-top: auto;
  padding: 0 16px 0 24px;
  font-size: 14px;
  color: var(--ink-soft);
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.clock strong {
  color: var(--ink);
}
.clock .btn {
  align-self: flex-start;
  padding: 0;
}
main {
  padding: 24px 32px 64px;
  min-width: 0;
}
main:focus {
  outline: none;
}
@media (max-width: 760px) {
  .shell {
    display: block;
  }
  .side {
    position: static;
    height: auto;
    border: 0;
    padding: 12px 16px 0;
    flex-direction: row;
    align-items: center;
  }
  .mark {
    padding: 0;
    margin: 0;
    font-size: 20px;
  }
  nav {
    position: fixed;
    z-index: 5;
    left: 0;
    right: 0;
    bottom: 0;
    display: flex;
    background: var(--page);
    border-top: 1px solid var(--hair);
    padding-bottom: env(safe-area-inset-bottom);
  }
  nav a {
    flex: 1;
    flex-direction: column;
    gap: 2px;
    padding: 8px 0 8px;
    border-left: 0;
    border-top: 3px solid transparent;
    font-size: 14px;
    justify-content: center;
  }
  nav a.here {
    border-top-color: var(--water);
  }
  .clock {
    margin: 0 0 0 auto;
    padding: 0;
    flex-direction: row;
    align-items: center;
    gap: 12px;
  }
  .clock .btn {
    align-self: center;
  }
  .clock strong,
  .clock span:first-of-type:not(:last-of-type) {
    display: none;
  }
  main {
    padding: 8px 16px 104px;
  }
}
@media print {
  .shell {
    display: block;
  }
}
</style>
