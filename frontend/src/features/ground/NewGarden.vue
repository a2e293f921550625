<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useCatalogue, useGardens } from '@/shared/api/queries'
import { useUnits } from '@/shared/format/units'
import FileIn from '@/shared/ui/FileIn.vue'
import Invitations from '@/shared/ui/Invitations.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { showFault } from '@/shared/ui/faultFocus'
import { say } from '@/shared/ui/snack'
import TownField from '@/shared/ui/TownField.vue'
import type { Town } from '@/shared/words/towns'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { METHOD, optionsOf, STYLE } from '@/shared/words/names'

import { emptyGarden, gardenBody, takeClimate } from './newGarden'
import PutAwayGardens from './PutAwayGardens.vue'
import Samples from './Samples.vue'

const router = useRouter()
const queries = useQueryClient()
const catalogue = useCatalogue()
const gardens = useGardens()
const units = useUnits()
const form = reactive(emptyGarden(Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'))
const typed = reactive({ latitude: false, elevation: false })
const weather = reactive({ name: '', text: null as string | null })
const problem = ref<ApiError | null>(null)
const busy = ref(false)
const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text
const PLACED = ['name', 'latitude', 'longitude', 'elevation_m', 'time_zone', 'climate', 'flow_l_per_min']
const loose = computed(() => {
  if (!problem.value) return []
  if (!problem.value.fields.length) return [problem.value.message]
  return problem.value.fields.filter((f) => !PLACED.includes(f.field)).map((f) => f.named ?? f.text)
})

const SUMMERS = [
  { value: 'dry' as const, label: 'dry: weeks without rain' },
  { value: 'wet' as const, label: 'showery or wet' },
  { value: null, label: 'I don’t know' },
]
const WINTERS = [
  { value: 'mild' as const, label: 'mild: frost comes and goes' },
  { value: 'cold' as const, label: 'cold: the ground freezes for weeks' },
  { value: null, label: 'I don’t know' },
]
const climates = computed(() => [
  { value: 'by_place', label: 'I don’t know: go by the place' },
  ...(catalogue.data.value?.climates ?? []).map((c) => ({ value: c.key, label: c.name })),
  { value: 'file', label: 'I have a weather file' },
])
watch(
  () => [form.climate, form.south],
  () =>
    takeClimate(
      form,
      catalogue.data.value?.climates.find((c) => c.key === form.climate),
      typed,
    ),
)
const unitChoice = computed({
  get: () => units.system.value,
  set: (system: 'metric' | 'us') => void preferUnits(system),
})
async function preferUnits(units: 'metric' | 'us') {
  try {
    const body = { units }
    queries.setQueryData(['session'], await answer(api.PATCH('/api/session/preferences', { body })))
  } catch (error) {
    say((error as Error).message)
  }
}
function takeTown(town: Town) {
  form.south = town.latitude < 0
  form.latitude = String(Math.abs(town.latitude))
  form.longitude = String(town.longitude)
  form.time_zone = town.time_zone
  typed.latitude = true
}
async function chosen(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  weather.name = file?.name ?? ''
  weather.text = file ? await file.text() : null
}

async function make() {
  busy.value = true
  problem.value = null
  try {
    const made = await answer(api.POST('/api/gardens', { body: gardenBody(form, weather.text) }))
    await queries.invalidateQueries({ queryKey: ['gardens'] })
    say(`${made.name} is made. Now its first bed.`)
    await router.push({ name: 'new-bed', params: { garden: made.id } })
  } catch (error) {
    problem.value = error as ApiError
    showFault()
  } finally {
    busy.value = false
  }
}

async function open(text: string) {
  const made = await answer(api.POST('/api/import/garden', { body: { text } }))
  await queries.invalidateQueries({ queryKey: ['gardens'] })
  say(`${made.name} is opened.`)
  await router.push({ name: 'round', params: { garden: made.id } })
}
</script>

<template>
  <h1>A garden of your own</h1>
  <p class="lead soft">
    A minute for the place, then a minute for each bed. Whatever you do not know stays open; it is estimated,
    and can be mended any time.
  </p>
  <Invitations />
  <form novalidate @submit.prevent="make">
    <div class="row">
      <label class="field">
        <span>What do you call it?</span>
        <input v-model.trim="form.name" maxlength="60" required autocomplete="off" />
        <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
      </label>
      <Picks
        v-model="unitChoice"
        legend="Units"
        :options="[
          { value: 'metric' as const, label: 'litres, metres, °C' },
          { value: 'us' as const, label: 'gallons, feet, °F' },
        ]"
      />
    </div>
    <section class="part" aria-labelledby="where">
      <h2 id="where">Where it lies</h2>
      <Choice
        v-model="form.climate"
        class="wide"
        label="Which climate is most like yours?"
        filterable
        :options="climates"
        :error="of('climate')"
        hint="It stands in for days that nobody has typed or measured, and is always called a climate, never a forecast."
      />
      <template v-if="form.climate === 'by_place'">
        <Picks v-model="form.summers" legend="Summers here are" :options="SUMMERS" />
        <Picks v-model="form.winters" legend="Winters here are" :options="WINTERS" />
      </template>
      <label v-if="form.climate === 'file'" class="field">
        <span>Weather file, a year or more of days</span>
        <input type="file" accept=".csv,text/csv" @change="chosen" />
        <em class="soft">A CSV with a line a day: date, tmin, tmax, rain; more columns if you have them.</em>
        <em v-if="problem && /weather.?file/.test(problem.message)" class="alarm">{{ problem.message }}</em>
      </label>
      <TownField
        label="A town near it"
        hint="sets place and zone; both can be mended below"
        @pick="takeTown"
      />
      <div class="row">
        <Picks
          :model-value="form.south ? 'south' : 'north'"
          legend="Of the equator"
          :options="[
            { value: 'north', label: 'north' },
            { value: 'south', label: 'south' },
          ]"
          @update:model-value="form.south = $event === 'south'"
        />
        <label class="field narrow">
          <span>Latitude, °</span>
          <input
            v-model="form.latitude"
            inputmode="decimal"
            autocomplete="off"
            @input="typed.latitude = true"
          />
          <em v-if="of('latitude')" class="alarm">{{ of('latitude') }}</em>
          <em v-else class="soft">whole degrees will do</em>
        </label>
        <label class="field narrow">
          <span>Longitude, °</span>
          <input v-model="form.longitude" inputmode="decimal" autocomplete="off" />
          <em v-if="of('longitude')" class="alarm">{{ of('longitude') }}</em>
          <em v-else class="soft">only for sunrise; may stay open</em>
        </label>
        <UnitInput
          v-model="form.elevation_m"
          label="Above the sea"
          quantity="length"
          :error="of('elevation_m')"
          hint="may stay open"
          @update:model-value="typed.elevation = true"
        />
      </div>
      <label class="field">
        <span>Time zone</span>
        <el-select v-model="form.time_zone" filterable aria-label="Time zone" style="max-width: 320px">
          <el-option v-for="z in catalogue.data.value?.time_zones ?? []" :key="z" :value="z" :label="z" />
        </el-select>
        <em v-if="of('time_zone')" class="alarm">{{ of('time_zone') }}</em>
      </label>
    </section>
    <section class="part" aria-labelledby="how">
      <h2 id="how">How you water</h2>
      <Picks
        v-model="form.method"
        legend="Most beds get it by"
        :options="optionsOf(['hose', 'can', 'drip', 'sprinkler'], METHOD)"
      />
      <UnitInput
        v-if="form.method !== 'can'"
        v-model="form.flow_l_per_min"
        label="The tap gives"
        quantity="flow"
        :error="of('flow_l_per_min')"
        hint="left open: 12 litres a minute, with a wide doubt. A bucket and a clock tell: see the Bench."
      />
      <Picks
        :model-value="form.limited ? 'so' : 'any'"
        legend="How long may a round take?"
        :options="[
          { value: 'any', label: 'as long as it takes' },
          { value: 'so', label: 'so many minutes' },
        ]"
        @update:model-value="form.limited = $event === 'so'"
      />
      <div v-if="form.limited" class="row">
        <OpenNumber v-model="form.weekday" label="Monday to Friday, minutes a day" />
        <OpenNumber v-model="form.weekend" label="Saturday, Sunday" />
      </div>
      <Picks
        v-model="form.style"
        legend="How generous with water?"
        :options="Object.entries(STYLE).map(([value, label]) => ({ value, label }))"
      />
    </section>
    <div v-if="problem" class="alarm" role="alert">
      <p>The garden is not made yet; what you typed is still here.</p>
      <p v-for="text in loose" :key="text">{{ text }}</p>
    </div>
    <div class="acts">
      <button class="btn full" type="submit" :disabled="busy">Make the garden</button>
      <RouterLink v-if="gardens.data.value?.length" class="btn" to="/">Close</RouterLink>
    </div>
  </form>
  <Samples />
  <section class="part last">
    <h2>Or open a garden file</h2>
    <FileIn label="Garden file" accept=".json,application/json" :take="open">
      A garden saved under Settings, with all its beds and what happened in them.
    </FileIn>
  </section>
  <PutAwayGardens />
</template>

<style scoped>
form,
.part {
  display: flex;
  flex-direction: column;
  gap: 20px;
  max-width: 760px;
  align-items: flex-start;
}
.part {
  border-top: 1px solid var(--hair);
  padding-top: 16px;
  width: 100%;
}
.part h2 {
  margin: 0;
}
.last {
  margin-top: 40px;
  border-color: var(--ink);
}
.wide select {
  width: min(560px, 100%);
}
.acts {
  display: flex;
  gap: 8px;
}
em {
  font-style: normal;
}
.row > .narrow {
  max-width: 160px;
}
</style>
