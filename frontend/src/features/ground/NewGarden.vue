<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'

import { answer, api, ApiError } from '@/shared/api/client'
import { useCatalogue, useGardens } from '@/shared/api/queries'
import FileIn from '@/shared/ui/FileIn.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { STYLE } from '@/shared/words/names'

import Samples from './Samples.vue'

const router = useRouter()
const queries = useQueryClient()
const catalogue = useCatalogue()
const gardens = useGardens()
const form = reactive({
  name: '',
  latitude: '' as string | number,
  longitude: '' as string | number,
  elevation_m: 50 as number | null,
  time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
  style: 'steady',
})
const problem = ref<ApiError | null>(null)
const busy = ref(false)
const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text

async function make() {
  busy.value = true
  problem.value = null
  try {
    const made = await answer(
      api.POST('/api/gardens', {
        body: {
          name: form.name,
          latitude: Number(form.latitude),
          longitude: form.longitude === '' ? 0 : Number(form.longitude),
          elevation_m: form.elevation_m ?? 0,
          time_zone: form.time_zone,
          style: form.style,
        },
      }),
    )
    await queries.invalidateQueries({ queryKey: ['gardens'] })
    await router.push({ name: 'new-bed', params: { garden: made.id } })
  } catch (error) {
    problem.value = error as ApiError
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
  <p class="lead">
    Where it lies sets how high the sun stands. A map or a phone tells latitude and longitude; whole degrees
    are near enough to begin.
  </p>
  <form novalidate @submit.prevent="make">
    <label class="field">
      <span>Its name</span>
      <input v-model.trim="form.name" maxlength="60" required />
      <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
    </label>
    <div class="row">
      <label class="field">
        <span>Latitude, degrees north</span>
        <input v-model="form.latitude" inputmode="decimal" placeholder="44.6" />
        <em class="soft">South of the equator with a minus.</em>
        <em v-if="of('latitude')" class="alarm">{{ of('latitude') }}</em>
      </label>
      <label class="field">
        <span>Longitude, degrees east</span>
        <input v-model="form.longitude" inputmode="decimal" placeholder="-15.2" />
        <em class="soft">West with a minus. Only sunrise needs it.</em>
        <em v-if="of('longitude')" class="alarm">{{ of('longitude') }}</em>
      </label>
      <UnitInput
        v-model="form.elevation_m"
        label="Height above the sea"
        quantity="length"
        :error="of('elevation_m')"
      />
    </div>
    <label class="field">
      <span>Time zone</span>
      <el-select v-model="form.time_zone" filterable aria-label="Time zone" style="max-width: 320px">
        <el-option v-for="z in catalogue.data.value?.time_zones ?? []" :key="z" :value="z" :label="z" />
      </el-select>
      <em v-if="of('time_zone')" class="alarm">{{ of('time_zone') }}</em>
    </label>
    <Picks
      v-model="form.style"
      legend="How generous with water?"
      :options="Object.entries(STYLE).map(([value, label]) => ({ value, label }))"
    />
    <p v-if="problem && !problem.fields.length" class="alarm" role="alert">{{ problem.message }}</p>
    <div class="row acts">
      <button class="btn full" type="submit" :disabled="busy">Make the garden</button>
      <RouterLink v-if="gardens.data.value?.length" class="btn" to="/">Cancel</RouterLink>
    </div>
  </form>
  <section>
    <h2>Or open a garden file</h2>
    <FileIn label="Garden file" accept=".json,application/json" :take="open">
      A garden saved under Settings, with all its beds and what happened in them.
    </FileIn>
  </section>
  <Samples />
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  gap: 24px;
  max-width: 720px;
}
section {
  max-width: 720px;
  margin-top: 40px;
  border-top: 1px solid var(--ink);
  padding-top: 16px;
}
</style>
