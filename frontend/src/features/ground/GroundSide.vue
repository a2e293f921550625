<script setup lang="ts">
import { PhCopy, PhPencilSimple, PhTrash } from '@phosphor-icons/vue'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { bedPath, path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Ground } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import { say } from '@/shared/ui/snack'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { cropsInWords, KIND, THING } from '@/shared/words/names'

import type { Place } from './map'

/** What is picked on the map, with its place and size to type. */
const props = defineProps<{
  garden: number
  ground: Ground
  picked: string | null
  places: Map<string, Place>
  owner: boolean
}>()
const emit = defineEmits<{
  move: [key: string, place: Place]
  pick: [key: string | null]
  takeOut: [id: number]
}>()
const units = useUnits()
const kind = computed(() => props.picked?.split(':')[0] ?? '')
const id = computed(() => Number(props.picked?.split(':')[1] ?? 0))
const bed = computed(() =>
  kind.value === 'bed' ? props.ground.beds.find((b) => b.id === id.value) : undefined,
)
const thing = computed(() =>
  kind.value === 'thing' ? props.ground.things.find((t) => t.id === id.value) : undefined,
)
const rig = computed(() =>
  kind.value === 'rig' ? props.ground.garden.rigs.find((r) => r.id === id.value) : undefined,
)
const place = computed(() => (props.picked ? props.places.get(props.picked) : undefined))
const form = reactive({
  length: null as number | null,
  width: null as number | null,
  height: null as number | null,
  hose: null as number | null,
  bore: null as number | null,
  name: '',
})
const BORES = [
  { value: 13, label: '13 mm, ½ inch' },
  { value: 19, label: '19 mm, ¾ inch' },
  { value: 25, label: '25 mm, 1 inch' },
  { value: null, label: 'I don’t know' },
]
const problem = ref<ApiError | null>(null)
watch(
  () => [props.picked, bed.value, thing.value, rig.value],
  () => {
    problem.value = null
    const of = bed.value ?? thing.value
    form.length = of?.length_m ?? null
    form.width = of?.width_m ?? null
    form.height = thing.value?.height_m ?? null
    form.hose = rig.value?.hose_m ?? null
    form.bore = rig.value?.bore_mm ?? null
    form.name = thing.value?.name ?? ''
  },
  { immediate: true },
)
const at = (p: Partial<Place>) => {
  if (props.picked && place.value && Object.values(p).every((v) => v !== null && !Number.isNaN(v)))
    emit('move', props.picked, { ...place.value, ...p })
}
const typed = (name: 'x' | 'y' | 'turn') =>
  computed({ get: () => place.value?.[name] ?? null, set: (v: number | null) => at({ [name]: v as number }) })
const x = typed('x')
const y = typed('y')
const turn = typed('turn')

const size = useChange(
  () => props.garden,
  ({ id, kind, ...to }: typeof form & { id: number; kind: string }, mark) => {
    const foot = { length_m: to.length as number, width_m: to.width as number }
    if (kind === 'thing')
      return answer(
        api.PATCH('/api/gardens/{garden_id}/things/{thing_id}', {
          ...thingPath(id),
          body: { name: to.name, ...foot, height_m: to.height },
          ...mark,
        }),
      )
    const body =
      kind === 'bed' ? { beds: [{ id, ...foot }] } : { rigs: [{ id, hose_m: to.hose, bore_mm: to.bore }] }
    return answer(api.PUT('/api/gardens/{garden_id}/ground', { ...path(props.garden), body, ...mark }))
  },
)
async function keep() {
  problem.value = null
  try {
    await size.mutateAsync({ ...form, id: id.value, kind: kind.value })
    size.sayKept('It is kept.')
  } catch (error) {
    problem.value = error as ApiError
  }
}
const thingPath = (thing_id: number) => ({ params: { path: { garden_id: props.garden, thing_id } } })
const remove = useChange(
  () => props.garden,
  (thing_id: number, mark) =>
    answer(api.DELETE('/api/gardens/{garden_id}/things/{thing_id}', { ...thingPath(thing_id), ...mark })),
)
const copy = useChange(
  () => props.garden,
  ({ bed: bed_id, ...body }: { bed: number; with_plants: boolean; one: boolean }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/copy', {
        ...bedPath(props.garden, bed_id),
        body,
        ...mark,
      }),
    ),
)
const failed = (e: Error) => say(e.message)
function takeOff() {
  const name = thing.value?.name || (thing.value ? THING[thing.value.kind] : '')
  remove.mutate(id.value, {
    onSuccess: () => {
      emit('pick', null)
      remove.sayKept(`The ${name} is off the map.`)
    },
    onError: failed,
  })
}
function copyIt(bed: number, with_plants: boolean, one = false) {
  copy.mutate(
    { bed, with_plants, one },
    {
      onSuccess: (made) => {
        emit('pick', `bed:${made.id}`)
        copy.sayKept(
          with_plants || one ? `${made.name} is there.` : `${made.name} is there; nothing grows in it yet.`,
        )
      },
      onError: failed,
    },
  )
}
</script>

<template>
  <aside class="side" aria-label="What is picked">
    <template v-if="bed">
      <h2>{{ bed.name }}</h2>
      <p class="soft">{{ KIND[bed.kind] }}, {{ cropsInWords(bed.crops) }}</p>
      <p v-if="bed.sun_share !== null && bed.sun_share < 0.985" class="soft">
        {{ Math.round(bed.sun_share * 100) }} % of the day’s direct sun reaches it.
      </p>
    </template>
    <h2 v-else-if="thing">{{ thing.name || THING[thing.kind] }}</h2>
    <h2 v-else-if="rig">{{ rig.name }}</h2>
    <template v-else>
      <h2>Your ground</h2>
      <p class="soft">
        Pick a bed to see it. The blue is the water left that day, full at the brim; a dashed edge means
        plants suffer, a row of dots is a drip line.
      </p>
      <p v-if="owner" class="soft">
        Drag to place; it snaps to its neighbours. Pick it, and its corner draws it larger. By key: Tab to it,
        arrows move it, Shift for larger steps, [ and ] turn it, Alt with arrows sizes it. What stands between
        a bed and the sun takes light from it.
      </p>
    </template>
    <form v-if="picked && place && owner" novalidate class="stack" @submit.prevent="keep">
      <div class="pair">
        <UnitInput v-model="x" label="From the left" quantity="length" />
        <UnitInput v-model="y" label="Up" quantity="length" />
      </div>
      <div v-if="!rig" class="pair">
        <UnitInput v-model="form.length" :label="bed?.round ? 'Across' : 'Length'" quantity="length" />
        <UnitInput v-if="!bed?.round" v-model="form.width" label="Width" quantity="length" />
      </div>
      <div class="pair">
        <OpenNumber
          v-if="!rig"
          class="narrow"
          label="Turned, °"
          :model-value="turn"
          @change="turn = $event"
        />
        <UnitInput
          v-if="thing"
          v-model="form.height"
          label="Height"
          quantity="length"
          hint="open: as usual"
        />
        <UnitInput v-if="rig" v-model="form.hose" label="Its hose reaches" quantity="length" />
        <Picks v-if="rig" v-model="form.bore" legend="How wide is it inside?" :options="BORES" />
      </div>
      <label v-if="thing" class="field">
        <span>Name, if it has one</span>
        <input v-model.trim="form.name" maxlength="60" />
      </label>
      <p v-if="problem" class="alarm" role="alert">{{ problem.message }}</p>
      <button class="btn" type="submit" :disabled="size.isPending.value">Keep the size</button>
    </form>
    <div v-if="bed" class="acts">
      <RouterLink class="btn full" :to="{ name: 'bed', params: { garden, bed: bed.id } }"
        >Open {{ bed.name }}</RouterLink
      >
      <template v-if="owner">
        <RouterLink class="btn" :to="{ name: 'edit-bed', params: { garden, bed: bed.id } }">
          <PhPencilSimple :size="18" aria-hidden="true" /> Edit
        </RouterLink>
        <button class="btn" type="button" @click="copyIt(bed.id, false)">
          <PhCopy :size="18" aria-hidden="true" /> Copy
        </button>
        <button v-if="bed.crops.length" class="btn" type="button" @click="copyIt(bed.id, true)">
          <PhCopy :size="18" aria-hidden="true" /> Copy with plants
        </button>
        <button v-if="bed.alike > 1" class="btn" type="button" @click="copyIt(bed.id, true, true)">
          One of the {{ bed.alike }} differs
        </button>
        <button class="btn" type="button" @click="emit('takeOut', bed.id)">
          <PhTrash :size="18" aria-hidden="true" /> Take out
        </button>
      </template>
    </div>
    <button v-if="thing && owner" class="btn" type="button" @click="takeOff">
      <PhTrash :size="18" aria-hidden="true" /> Off the map
    </button>
    <p v-if="bed && units" class="visually-hidden">{{ bed.name }} is picked</p>
  </aside>
</template>

<style scoped>
.side,
.stack {
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: flex-start;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  width: 100%;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
