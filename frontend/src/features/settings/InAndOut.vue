<script setup lang="ts">
import { PhDownloadSimple } from '@phosphor-icons/vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Garden } from '@/shared/api/types'
import FileIn from '@/shared/ui/FileIn.vue'
import { say } from '@/shared/ui/snack'

/** The garden as files, and days of weather from one. */
const props = defineProps<{ garden: Garden; owner: boolean }>()
const FILES = [
  ['garden.json', 'The whole garden', 'all that was described and noted, to keep or to open again'],
  ['map.geojson', 'The map', 'beds, things and taps in metres, for a map program'],
  ['beds.csv', 'Beds and plantings', 'a line for each, for a spreadsheet'],
  ['record.csv', 'What was noted', 'waterings, feeds, checks, signs and what came of them'],
  ['days.csv', 'Days of weather', 'what was observed, expected and typed'],
] as const
const days = useChange(
  () => props.garden.id,
  (text: string, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/days/import', { ...path(props.garden.id), body: { text }, ...mark }),
    ),
)
const beds = useChange(
  () => props.garden.id,
  (text: string, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/import', { ...path(props.garden.id), body: { text }, ...mark }),
    ),
)
async function keepBeds(text: string) {
  const kept = await beds.mutateAsync(text)
  beds.sayKept(kept.beds === 1 ? 'One bed is taken in.' : `${kept.beds} beds are taken in.`)
}
const map = useChange(
  () => props.garden.id,
  (text: string, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/map/import', { ...path(props.garden.id), body: { text }, ...mark }),
    ),
)
async function keepMap(text: string) {
  const kept = await map.mutateAsync(text)
  map.sayKept(`${kept.features} things lie where the map has them.`)
}
const climate = useChange(
  () => props.garden.id,
  (text: string, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/climate', { ...path(props.garden.id), body: { text }, ...mark }),
    ),
)
async function keepClimate(text: string) {
  const kept = await climate.mutateAsync(text)
  say(`${kept.days} days make this garden’s climate now.`)
}
async function keep(text: string) {
  const kept = await days.mutateAsync(text)
  days.sayKept(`${kept.days} days of weather are kept.`)
}
</script>

<template>
  <section aria-labelledby="in-and-out">
    <h2 id="in-and-out">In and out</h2>
    <p class="soft">Your garden is yours: open files, whole, at any time.</p>
    <ul class="lines">
      <li v-for="[file, label, about] in FILES" :key="file">
        <a class="btn" :href="`/api/gardens/${garden.id}/${file}`" download>
          <PhDownloadSimple :size="18" aria-hidden="true" /> {{ label }}
        </a>
        <span class="soft">{{ about }}</span>
      </li>
    </ul>
    <FileIn v-if="owner" label="Beds from a spreadsheet" accept=".csv,text/csv" :take="keepBeds">
      The columns of the file above: bed, kind, length_m and width_m are needed; a line for each planting.
    </FileIn>
    <FileIn v-if="owner" label="A map" accept=".geojson,.json,application/geo+json" :take="keepMap">
      GeoJSON in metres, as above. Beds and taps are found by their names and moved; walls and trees are put
      there.
    </FileIn>
    <FileIn
      v-if="owner && !garden.demonstration"
      label="Weather from a file"
      accept=".csv,text/csv"
      :take="keep"
    >
      A CSV with a line a day: date, and what is known of tmin, tmax, rain, wind, sun. Past days count as
      measured, days to come as the outlook.
    </FileIn>
    <FileIn
      v-if="owner && !garden.demonstration"
      label="Climate from years of weather"
      accept=".csv,text/csv"
      :take="keepClimate"
    >
      The same kind of file with a year or more. Its years stand in for the days ahead that nobody has typed.
    </FileIn>
  </section>
</template>

<style scoped>
li .btn {
  min-width: 232px;
}
</style>
