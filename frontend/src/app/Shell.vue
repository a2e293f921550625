<script setup lang="ts">
import { PhCalendarDots, PhCloudSun, PhDrop, PhGear, PhPlant, PhRuler } from '@phosphor-icons/vue'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch, watchEffect } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useGardens, useInvitations, useSession } from '@/shared/api/queries'
import { LAST_GARDEN } from '@/shared/format/remember'
import { shortDate } from '@/shared/format/time'
import Waiting from '@/shared/ui/Waiting.vue'

import GardenSwitch from './GardenSwitch.vue'
import StepDay from './StepDay.vue'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const session = useSession()
const signedIn = computed(() => Boolean(session.data.value?.person))
const gardens = useGardens()
const gardenId = computed(() => (route.params.garden ? Number(route.params.garden) : null))
const garden = computed(() => gardens.data.value?.find((g) => g.id === gardenId.value))
const invitations = useInvitations()

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
  away: 'ahead',
  pots: 'ground',
  lines: 'ground',
  feeding: 'ground',
  signs: 'ground',
}
const here = computed(() => PARENT[String(route.name)] ?? String(route.name))

watch([() => session.data.value, () => route.name], () => {
  if (session.data.value && !signedIn.value && route.name && !route.meta.open) {
    void router.replace({ name: 'sign-in', query: route.path === '/' ? {} : { to: route.fullPath } })
  }
})

const TITLES: Record<string, string> = {
  bed: 'A bed',
  'new-bed': 'Describe a bed',
  'edit-bed': 'Edit a bed',
  sizes: 'Sizes',
  noted: 'All that was noted',
  away: 'Going away',
  pots: 'Pots and reservoirs',
  lines: 'Lines',
  feeding: 'Feeding',
  signs: 'What looks wrong',
  visit: 'The round of the day',
  read: 'How to read an isle',
  'sign-in': 'Sign in',
  'sign-up': 'Make an account',
  'new-garden': 'A garden of your own',
  forgot: 'A new password',
  reset: 'A new password',
  join: 'Help in a garden',
}
watchEffect(() => {
  const view = VIEWS.find((v) => v.name === route.name)?.label ?? TITLES[String(route.name)]
  document.title = [view, garden.value?.name, 'Isleshower'].filter(Boolean).join(' · ')
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
</script>

<template>
  <div class="shell" :class="{ bare: !garden }">
    <header v-if="signedIn && garden" class="side no-print">
      <div class="head">
        <RouterLink class="mark" :to="{ name: 'round', params: { garden: garden.id } }"
          >Isleshower</RouterLink
        >
        <GardenSwitch :garden="garden" :gardens="gardens.data.value ?? []" />
      </div>
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
        <span v-if="garden.own_clock" class="about"
          >a demonstration garden, with its own clock and simulated weather</span
        >
        <RouterLink v-if="session.data.value?.person?.guest" to="/sign-up" class="guest"
          >You look around as a guest, for two days. Make an account</RouterLink
        >
        <span>{{ shortDate(garden.today) }}</span>
        <RouterLink
          v-if="invitations.data.value?.length"
          :to="{ name: 'settings', params: { garden: garden.id, section: 'people' } }"
          >You are asked to help</RouterLink
        >
        <StepDay v-if="garden.own_clock && garden.role === 'owner'" :garden="garden" />
      </div>
    </header>
    <main id="main" tabindex="-1">
      <RouterView
        v-if="session.data.value && (signedIn || route.meta.open)"
        :key="String(route.params.garden ?? '')"
        v-slot="{ Component }"
      >
        <component :is="Component" v-if="Component" />
        <Waiting v-else label="Opening" />
      </RouterView>
      <p v-else-if="session.isError.value" class="alarm" role="alert">
        {{ session.error.value?.message }}
        <button class="btn" type="button" @click="session.refetch()">Try again</button>
      </p>
      <Waiting v-else label="Opening the garden" />
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
}
.head {
  padding: 0 16px 0 24px;
  margin-bottom: 16px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  min-width: 0;
}
.head > * {
  max-width: 100%;
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
    font-size: 16px;
    line-height: 24px;
  }
  .head {
    padding: 0;
    margin: 0;
    flex: 1 1 auto;
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
    flex: 1 1 0;
    min-width: 0;
    flex-direction: column;
    gap: 2px;
    padding: 8px 0 8px;
    border-left: 0;
    border-top: 3px solid transparent;
    font-size: 13px;
    justify-content: center;
  }
  nav a.here {
    border-top-color: var(--water);
  }
  .clock {
    margin: 0;
    padding: 0;
    flex: none;
    flex-direction: row;
    align-items: center;
    gap: 12px;
  }
  .clock .btn {
    align-self: center;
  }
  .about,
  .guest {
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
