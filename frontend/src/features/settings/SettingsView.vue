<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useCatalogue, useGardens, useMembers, useSession } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Garden, MethodName, Style } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Invitations from '@/shared/ui/Invitations.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { METHOD, optionsOf, STYLE } from '@/shared/words/names'

import Household from './Household.vue'
import InAndOut from './InAndOut.vue'
import OwnCrops from './OwnCrops.vue'
import YearsTurn from './YearsTurn.vue'

const props = defineProps<{ garden: number }>()
const router = useRouter()
const queries = useQueryClient()
const units = useUnits()
const session = useSession()
const gardens = useGardens()
const catalogue = useCatalogue()
const own = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const owner = computed(() => own.value?.role === 'owner')
const problem = ref<ApiError | null>(null)
const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text

async function prefer(body: { units?: 'metric' | 'us'; theme?: 'auto' | 'light' | 'dark' | 'contrast' }) {
  try {
    queries.setQueryData(['session'], await answer(api.PATCH('/api/session/preferences', { body })))
  } catch (error) {
    say((error as Error).message)
  }
}
const unitChoice = computed({
  get: () => session.data.value?.person?.units ?? 'metric',
  set: (value) => void prefer({ units: value as 'metric' | 'us' }),
})
const themeChoice = computed({
  get: () => session.data.value?.person?.theme ?? 'auto',
  set: (value) => void prefer({ theme: value as 'auto' | 'light' | 'dark' | 'contrast' }),
})

const place = reactive({
  name: '',
  latitude: null as number | null,
  longitude: null as number | null,
  elevation_m: null as number | null,
  style: 'steady' as Style,
  climate: '',
  method: 'hose' as MethodName,
})
watch(
  own,
  (g) =>
    g &&
    Object.assign(place, {
      name: g.name,
      latitude: g.latitude,
      longitude: g.longitude,
      elevation_m: g.elevation_m,
      style: g.style,
      climate: g.climate ?? '',
      method: g.method,
    }),
  {
    immediate: true,
  },
)
const change = useChange(
  () => props.garden,
  (to: typeof place, mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}', {
        ...path(props.garden),
        body: {
          ...to,
          latitude: to.latitude ?? NaN,
          longitude: to.longitude ?? NaN,
          elevation_m: to.elevation_m ?? 0,
          climate: to.climate || null,
        },
        ...mark,
      }),
    ),
)
async function keepPlace() {
  problem.value = null
  try {
    await change.mutateAsync({ ...place })
    change.sayKept('The garden is kept.')
  } catch (error) {
    problem.value = error as ApiError
  }
}

const hose = reactive({ name: '', problem: '' })
const addHose = useChange(
  () => props.garden,
  (name: string, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/rigs', { ...path(props.garden), body: { name }, ...mark })),
)
async function keepHose() {
  hose.problem = ''
  try {
    const made = await addHose.mutateAsync(hose.name)
    addHose.sayKept(`${made.name} is there. A bucket tells its flow: see the Bench.`)
    hose.name = ''
  } catch (error) {
    hose.problem = (error as Error).message
  }
}

const members = useMembers(() => props.garden)
const helper = reactive({ username: '', problem: '' })
const add = useChange(
  () => props.garden,
  (username: string, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/members', { ...path(props.garden), body: { username }, ...mark }),
    ),
)
const remove = useChange(
  () => props.garden,
  (id: number, mark) =>
    answer(
      api.DELETE('/api/gardens/{garden_id}/members/{membership_id}', {
        params: { path: { garden_id: props.garden, membership_id: id } },
        ...mark,
      }),
    ),
)
async function addHelper() {
  helper.problem = ''
  try {
    await add.mutateAsync(helper.username)
    say(`${helper.username} is asked, and is in once they accept.`)
    helper.username = ''
  } catch (error) {
    helper.problem = (error as Error).message
  }
}
const withdraw = useChange(
  () => props.garden,
  (id: number, mark) =>
    answer(
      api.DELETE('/api/gardens/{garden_id}/invited/{invitation_id}', {
        params: { path: { garden_id: props.garden, invitation_id: id } },
        ...mark,
      }),
    ),
)
const askAgain = (username: string) => () => add.mutate(username, { onError: (e) => say(e.message) })
function removeHelper(member: { id: number; username: string; role: string }) {
  const invited = member.role === 'invited'
  const [end, text] = invited
    ? [withdraw, `${member.username} is no longer asked.`]
    : [remove, `${member.username} no longer helps here. Undo asks them again.`]
  end.mutate(member.id, {
    onSuccess: () => say(text, askAgain(member.username)),
    onError: (e) => say(e.message),
  })
}

async function leaveGarden() {
  const name = own.value?.name ?? 'The garden'
  try {
    await answer(api.POST('/api/gardens/{garden_id}/leave', path(props.garden)))
    queries.setQueryData<Garden[]>(['gardens'], (mine) => mine?.filter((g) => g.id !== props.garden))
    await router.push('/')
    say(`You no longer help in ${name}. What you noted stays there.`)
  } catch (error) {
    say((error as Error).message)
  }
}

async function putAway(id: number, name: string) {
  try {
    await answer(api.DELETE('/api/gardens/{garden_id}', path(id)))
    await queries.invalidateQueries({ queryKey: ['gardens'] })
    say(`${name} is put away.`, () => void takeUp(id))
    if (id === props.garden) await router.push('/')
  } catch (error) {
    say((error as Error).message)
  }
}

async function takeUp(id: number) {
  try {
    await answer(api.POST('/api/gardens/{garden_id}/take-up', path(id)))
    await queries.invalidateQueries({ queryKey: ['gardens'] })
  } catch (error) {
    say((error as Error).message)
  }
}

async function leave() {
  try {
    const after = await answer(api.POST('/api/session/sign-out'))
    await router.push({ name: 'sign-in' }) // before the session goes, so that this page is not asked for again
    queries.setQueryData(['session'], after)
    queries.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
  } catch (error) {
    say((error as Error).message)
  }
}
</script>

<template>
  <h1>Settings</h1>
  <section>
    <h2>You</h2>
    <Picks
      v-model="unitChoice"
      legend="Units"
      :options="[
        { value: 'metric', label: 'litres, mm, °C' },
        { value: 'us', label: 'gallons, inches, °F' },
      ]"
    />
    <Picks
      v-model="themeChoice"
      legend="Light"
      :options="[
        { value: 'auto', label: 'as the device' },
        { value: 'light', label: 'day' },
        { value: 'dark', label: 'night' },
        { value: 'contrast', label: 'strong sun' },
      ]"
    />
    <p>
      Signed in as {{ session.data.value?.person?.username }}.
      <button class="btn" type="button" @click="leave">Sign out</button>
    </p>
  </section>

  <section v-if="own">
    <h2>Hoses and taps</h2>
    <p class="soft">Seconds at a plant mean nothing without the flow. Fill a bucket once and time it.</p>
    <ul class="lines">
      <li v-for="r in own.rigs" :key="r.id">
        <strong>{{ r.name }}</strong>
        <span
          >{{ units.show(r.flow_l_per_min, 'flow') }},
          {{ r.measured ? `tested ${shortDate(r.measured)}` : 'a guess' }}</span
        >
        <RouterLink
          v-if="owner"
          class="btn"
          :to="{ name: 'bench', params: { garden }, query: { test: 'bucket', rig: r.id } }"
          >Test {{ r.name }}</RouterLink
        >
      </li>
    </ul>
    <form v-if="owner" novalidate class="row" @submit.prevent="keepHose">
      <label class="field">
        <span>Another hose or tap</span>
        <input v-model.trim="hose.name" name="rig" maxlength="60" />
      </label>
      <button class="btn" type="submit" :disabled="addHose.isPending.value">Add it</button>
    </form>
    <p v-if="hose.problem" class="alarm" role="alert">{{ hose.problem }}</p>
  </section>

  <section v-if="own">
    <h2>{{ own.name }}</h2>
    <form v-if="owner" novalidate class="stack" @submit.prevent="keepPlace">
      <div class="row">
        <label class="field">
          <span>Name</span><input v-model.trim="place.name" maxlength="60" />
          <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
        </label>
        <OpenNumber v-model="place.latitude" label="Latitude, °N" :error="of('latitude')" />
        <OpenNumber v-model="place.longitude" label="Longitude, °E" :error="of('longitude')" />
        <UnitInput
          v-model="place.elevation_m"
          label="Height above sea"
          quantity="length"
          :error="of('elevation_m')"
        />
      </div>
      <Picks
        v-model="place.style"
        legend="How generous with water"
        :options="Object.entries(STYLE).map(([value, label]) => ({ value, label }))"
      />
      <Picks
        v-model="place.method"
        legend="Most beds get it by"
        :options="optionsOf(['hose', 'can', 'drip'], METHOD)"
      />
      <label class="field climate">
        <span>Its climate, where no day is known</span>
        <select v-model="place.climate">
          <option value="">none: days are drawn from those behind</option>
          <option v-for="c in catalogue.data.value?.climates ?? []" :key="c.key" :value="c.key">
            {{ c.name }}
          </option>
          <option v-if="own.climate === 'file'" value="file">the years of your weather file</option>
        </select>
        <em v-if="of('climate')" class="alarm">{{ of('climate') }}</em>
      </label>
      <p v-if="problem && !problem.fields.length" class="alarm" role="alert">{{ problem.message }}</p>
      <button class="btn full" type="submit" :disabled="change.isPending.value">Keep</button>
    </form>
    <p v-else>
      You help in this garden; its owner describes it.
      <button class="btn" type="button" @click="leaveGarden">Leave {{ own.name }}</button>
    </p>
  </section>

  <Household v-if="own" :garden="own" :owner="owner" class="part" />
  <OwnCrops v-if="own" :garden="garden" :owner="owner" class="part" />
  <YearsTurn v-if="own" :garden="own" :owner="owner" class="part" />
  <InAndOut v-if="own" :garden="own" :owner="owner" class="part" />

  <section v-if="own">
    <h2>Who helps</h2>
    <p class="soft">
      A helper sees the round and notes what was done; only
      {{ owner ? 'you change' : 'its owner changes' }} the garden.
    </p>
    <ul class="lines">
      <li v-for="m in members.data.value ?? []" :key="m.id">
        <strong>{{ m.username }}</strong>
        <span class="soft">{{ m.role === 'invited' ? 'asked, has not answered' : m.role }}</span>
        <button v-if="owner && m.role !== 'owner'" class="btn" type="button" @click="removeHelper(m)">
          {{ m.role === 'invited' ? `Ask ${m.username} no more` : `End ${m.username}’s help` }}
        </button>
      </li>
    </ul>
    <form v-if="owner" novalidate class="row" @submit.prevent="addHelper">
      <label class="field">
        <span>Their name here</span>
        <input v-model.trim="helper.username" name="helper" maxlength="150" autocomplete="off" />
      </label>
      <button class="btn" type="submit" :disabled="add.isPending.value">Ask them to help</button>
    </form>
    <p v-if="helper.problem" class="alarm" role="alert">{{ helper.problem }}</p>
  </section>

  <Invitations class="part" />
  <section>
    <h2>Gardens</h2>
    <ul class="lines">
      <li v-for="g in gardens.data.value ?? []" :key="g.id">
        <RouterLink :to="{ name: 'round', params: { garden: g.id } }">{{ g.name }}</RouterLink>
        <span class="soft">{{ g.demonstration ? 'demonstration, simulated weather' : 'typed weather' }}</span>
        <button v-if="g.role === 'owner'" class="btn" type="button" @click="putAway(g.id, g.name)">
          Put {{ g.name }} away
        </button>
      </li>
    </ul>
    <RouterLink class="btn" to="/new-garden">A new garden, or a sample to look around in</RouterLink>
  </section>
</template>

<style scoped>
section,
.part {
  border-top: 1px solid var(--ink);
  margin-top: 24px;
  padding-top: 16px;
  max-width: 860px;
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.row > :deep(.unit-input) {
  width: 152px;
}
.row .btn,
.result {
  margin-top: 28px;
  min-height: 44px;
  display: flex;
  align-items: center;
}
.climate select {
  width: min(560px, 100%);
}
</style>
