<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useCatalogue, useGardens, useMembers, useSession } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Garden, MethodName, Style } from '@/shared/api/types'
import Invitations from '@/shared/ui/Invitations.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import Term from '@/shared/ui/Term.vue'
import TownField from '@/shared/ui/TownField.vue'
import type { Town } from '@/shared/words/towns'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { METHOD, optionsOf, STYLE } from '@/shared/words/names'

import Account from './Account.vue'
import Hoses from './Hoses.vue'
import Household from './Household.vue'
import InAndOut from './InAndOut.vue'
import InviteLink from './InviteLink.vue'
import OwnCrops from './OwnCrops.vue'
import YearsTurn from './YearsTurn.vue'

const props = defineProps<{ garden: number; section: string }>()
const router = useRouter()
/** Each section has an address of its own. */
function go(name: string | number) {
  void router.replace({ name: 'settings', params: { garden: props.garden, section: name } })
}
const queries = useQueryClient()
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
  time_zone: '',
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
      time_zone: g.time_zone,
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
          longitude: to.longitude,
          elevation_m: to.elevation_m,
          climate: to.climate || null,
        },
        ...mark,
      }),
    ),
)
function takeTown(t: Town) {
  Object.assign(place, { latitude: t.latitude, longitude: t.longitude, time_zone: t.time_zone })
}
async function keepPlace() {
  problem.value = null
  try {
    await change.mutateAsync({ ...place })
    change.sayKept('The garden is kept.')
  } catch (error) {
    problem.value = error as ApiError
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
  <el-tabs :model-value="section" class="settings" @tab-change="go">
    <el-tab-pane name="you" label="You" lazy>
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
        <p v-if="session.data.value?.person?.guest">
          You look around as a guest; what you note here is gone after two days.
          <RouterLink class="btn" to="/sign-up">Make an account</RouterLink>
        </p>
        <p v-else>
          Signed in as {{ session.data.value?.person?.username }}.
          <button class="btn" type="button" @click="leave">Sign out</button>
        </p>
      </section>
      <Account />
    </el-tab-pane>
    <el-tab-pane name="garden" label="The garden" lazy>
      <section v-if="own">
        <h2>{{ own.name }}</h2>
        <form v-if="owner" novalidate class="stack" @submit.prevent="keepPlace">
          <div class="row">
            <label class="field">
              <span>Name</span><input v-model.trim="place.name" maxlength="60" />
              <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
            </label>
            <TownField label="Found by a town near it" @pick="takeTown" />
            <OpenNumber v-model="place.latitude" label="Latitude, °N" :error="of('latitude')" />
            <OpenNumber v-model="place.longitude" label="Longitude, °E" :error="of('longitude')" />
            <UnitInput
              v-model="place.elevation_m"
              label="Height above sea"
              quantity="length"
              :error="of('elevation_m')"
            />
            <Choice
              v-model="place.time_zone"
              label="Time zone"
              filterable
              :options="(catalogue.data.value?.time_zones ?? []).map((z) => ({ value: z, label: z }))"
              :error="of('time_zone')"
            />
          </div>
          <Picks
            v-model="place.style"
            legend="How generous with water"
            :options="Object.entries(STYLE).map(([value, label]) => ({ value, label }))"
          />
          <p class="soft small">
            It sets how much worse a little too dry is than a little too much:
            <Term of="style">what each style weighs</Term>.
          </p>
          <Picks
            v-model="place.method"
            legend="Most beds get it by"
            :options="optionsOf(['hose', 'can', 'drip', 'sprinkler'], METHOD)"
          />
          <Choice
            v-model="place.climate"
            class="wide"
            label="Its climate, where no day is known"
            :options="[
              { value: '', label: 'none: days are drawn from those behind' },
              ...(catalogue.data.value?.climates ?? []).map((c) => ({ value: c.key, label: c.name })),
              ...(own.climate === 'file' ? [{ value: 'file', label: 'the years of your weather file' }] : []),
            ]"
            :error="of('climate')"
          />
          <p v-if="problem && !problem.fields.length" class="alarm" role="alert">{{ problem.message }}</p>
          <button class="btn full" type="submit" :disabled="change.isPending.value">Keep</button>
        </form>
        <p v-else>
          You help in this garden; its owner describes it.
          <button class="btn" type="button" @click="leaveGarden">Leave {{ own.name }}</button>
        </p>
      </section>
    </el-tab-pane>
    <el-tab-pane name="household" label="Household" lazy>
      <Household v-if="own" :garden="own" :owner="owner" class="part" />
    </el-tab-pane>
    <el-tab-pane name="hoses" label="Hoses and butts" lazy>
      <Hoses v-if="own" :garden="own" :owner="owner" class="part" />
    </el-tab-pane>
    <el-tab-pane name="crops" label="Your crops" lazy>
      <OwnCrops v-if="own" :garden="garden" :owner="owner" class="part" />
    </el-tab-pane>
    <el-tab-pane name="years" label="The year" lazy>
      <YearsTurn v-if="own" :garden="own" :owner="owner" class="part" />
    </el-tab-pane>
    <el-tab-pane name="people" label="People" lazy>
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
        <InviteLink v-if="owner" :garden="garden" />
      </section>
      <Invitations class="part" />
    </el-tab-pane>
    <el-tab-pane name="files" label="Files" lazy>
      <InAndOut v-if="own" :garden="own" :owner="owner" class="part" />
    </el-tab-pane>
    <el-tab-pane name="gardens" label="Gardens" lazy>
      <section>
        <h2>Gardens</h2>
        <ul class="lines">
          <li v-for="g in gardens.data.value ?? []" :key="g.id">
            <RouterLink :to="{ name: 'round', params: { garden: g.id } }">{{ g.name }}</RouterLink>
            <span class="soft">{{
              g.demonstration ? 'demonstration, simulated weather' : 'typed weather'
            }}</span>
            <button v-if="g.role === 'owner'" class="btn" type="button" @click="putAway(g.id, g.name)">
              Put {{ g.name }} away
            </button>
          </li>
        </ul>
        <RouterLink class="btn" to="/new-garden">A new garden, or a sample to look around in</RouterLink>
      </section>
    </el-tab-pane>
  </el-tabs>
</template>

<style scoped>
section,
.part {
  padding-top: 8px;
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
