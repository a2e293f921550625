<script setup lang="ts">
import { PhPlus } from '@phosphor-icons/vue'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useBeds, useCatalogue, useGardens, useOwnCrops } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import { useUnits } from '@/shared/format/units'
import { shapeOf } from '@/shared/isle/shape'
import type { Kind } from '@/shared/api/types'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import { useDraft } from '@/shared/forms/useDraft'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import {
  GIVER,
  KIND,
  METHOD,
  MULCH,
  allOf,
  optionsOf,
  PATTERN,
  TIME_OF_DAY,
  STYLE,
  WETNESS,
} from '@/shared/words/names'
import { SCHOOL } from '@/shared/words/feeding'

import FormFit from './FormFit.vue'
import {
  bodyOf,
  emptyForm,
  formOf,
  inFeet,
  litresOf,
  newPlanting,
  takeKind,
  takeLitres,
  takeSize,
} from './bedForm'
import LightFields from './LightFields.vue'
import LineFields from './LineFields.vue'
import PlantingFields from './PlantingFields.vue'
import SoilFields from './SoilFields.vue'

const props = defineProps<{ garden: number; bed?: number }>()
const router = useRouter()
const units = useUnits()
const catalogue = useCatalogue()
const gardens = useGardens()
const beds = useBeds(() => props.garden)
const ownCrops = useOwnCrops(() => props.garden)
const standing = computed(() => beds.data.value?.find((b) => b.id === props.bed))
const own = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const feeds = computed(() => (own.value?.feeds ?? []).map((x) => ({ value: x.name, label: x.name })))
const today = computed(() => own.value?.today ?? new Date().toISOString().slice(0, 10))
const form = reactive(emptyForm(own.value?.method))
const loaded = ref(!props.bed)
const problem = ref<ApiError | null>(null)
const kindPicked = ref<Kind>('raised')

watch(
  () => beds.data.value,
  (list) => {
    const known = list?.find((b) => b.id === props.bed)
    if (!known || loaded.value) return
    Object.assign(form, formOf(known))
    kindPicked.value = known.kind
    loaded.value = true
  },
  { immediate: true },
)
watch(
  () => own.value?.method,
  (usual) => {
    if (usual && !props.bed && form.method === 'hose' && form.kind === 'raised') form.method = usual
  },
)
watch(kindPicked, (kind) => {
  if (loaded.value && kind !== form.kind) takeKind(form, kind, catalogue.data.value, own.value?.method)
})

/** A bed that is half described stays on the device. */
const draft = useDraft(
  () => `bed.${props.garden}${props.bed ? `.${props.bed}` : ''}`,
  () => (props.bed ? {} : { ...form }),
  () => (props.bed ? {} : { ...emptyForm(own.value?.method) }),
  (kept) => {
    if (props.bed) return
    Object.assign(form, kept)
    kindPicked.value = form.kind
  },
)
function beginAnew() {
  draft.drop()
  Object.assign(form, emptyForm(own.value?.method))
  kindPicked.value = 'raised'
}
const body = computed(() =>
  bodyOf(
    form,
    { light: Boolean(standing.value?.exposures.length) },
    (id) => ownCrops.data.value?.find((c) => c.id === id)?.like ?? 'other',
  ),
)
const save = useChange(
  () => props.garden,
  (body: ReturnType<typeof bodyOf>, mark) =>
    props.bed
      ? answer(
          api.PUT('/api/gardens/{garden_id}/beds/{bed_id}', {
            params: { path: { garden_id: props.garden, bed_id: props.bed } },
            body,
            ...mark,
          }),
        )
      : answer(
          api.POST('/api/gardens/{garden_id}/beds', {
            params: { path: { garden_id: props.garden } },
            body,
            ...mark,
          }),
        ),
)
async function keep(another: boolean) {
  problem.value = null
  try {
    const gone = (standing.value?.plantings ?? [])
      .map((p) => p.id)
      .filter((id) => !form.plantings.some((p) => p.id === id))
    const kept = await save.mutateAsync(body.value)
    draft.drop()
    const out = gone.length === 1 ? 'one crop' : `${gone.length} crops`
    save.sayKept(
      gone.length ? `${kept.name} is kept, ${out} taken out of its record.` : `${kept.name} is kept.`,
    )
    if (another) {
      Object.assign(form, emptyForm(own.value?.method))
      kindPicked.value = 'raised'
      window.scrollTo({ top: 0 })
    } else
      await router.push(
        props.bed
          ? { name: 'bed', params: { garden: props.garden, bed: props.bed } }
          : { name: 'round', params: { garden: props.garden } },
      )
  } catch (error) {
    problem.value = error as ApiError
  }
}
const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text
/** Faults of fields that have no place of their own on the sheet. */
const PLACED =
  /^(name|length_m|width_m|soil_depth_m|alike|drip\..*|sprinkler\..*|reservoir\..*|plantings\[\d+\]\..*|mulches\[0\]\.depth_m|mulch\.depth_m|soil\..*|exposure\..*)$/
const loose = computed(() => {
  if (!problem.value) return []
  const texts = problem.value.fields.filter((f) => !PLACED.test(f.field)).map((f) => f.named ?? f.text)
  return problem.value.fields.length ? texts : [problem.value.message]
})
function ofPlanting(i: number, field: string): string | undefined {
  return (
    of(`plantings[${i}].${field}`) ??
    of(`plantings[${i}].sizes[0].${field}`) ??
    (field === 'spread_m' ? of(`plantings[${i}].sizes[0].spread_m`) : undefined)
  )
}

const open = <T extends string>(list: { value: T; label: string }[], label: string) => [
  { value: null as T | null, label },
  ...list,
]
const BURIED = open(
  (Object.keys(GIVER) as (keyof typeof GIVER)[]).map((value) => ({ value, label: GIVER[value][1] })),
  'nothing',
)
/** Other beds from whose line this one's may go on. */
const lines = computed(() =>
  (beds.data.value ?? [])
    .filter((b) => b.method === 'drip' && b.id !== props.bed)
    .map((b) => ({ value: b.id, label: b.name })),
)
const kinds = computed(() =>
  optionsOf(
    (catalogue.data.value?.kinds ?? []).map((k) => k.key),
    KIND,
  ),
)
const isContainer = computed(
  () => catalogue.data.value?.kinds.find((k) => k.key === form.kind)?.container ?? false,
)
const sizes = computed(() => {
  const known = catalogue.data.value?.kinds.find((k) => k.key === form.kind)?.sizes ?? []
  return units.system.value === 'us' ? known.map(inFeet) : known
})
/** A container by its litres, with its measures after; a bed by its measures. */
function sizeWords(z: (typeof sizes.value)[number]): string {
  const deep = `${units.show(z.depth_m, 'small_length')} deep`
  const small = z.length_m < 1 ? 'small_length' : 'length'
  const across = z.round
    ? `${units.show(z.length_m, small)} across`
    : `${units.num(z.length_m, small)} × ${units.show(z.width_m, small)}`
  const litres = litresOf({ ...z, soil_depth_m: z.depth_m }, z.depth_m) ?? 0
  return isContainer.value ? `${units.show(litres, 'volume')}: ${across}, ${deep}` : `${across}, ${deep}`
}
const holds = computed({
  get: () => litresOf(form, usualDepth.value),
  set: (litres) => litres !== null && litres > 0 && takeLitres(form, litres),
})
const usualDepth = computed(
  () => catalogue.data.value?.kinds.find((k) => k.key === form.kind)?.soil_depth_m ?? 0.3,
)
</script>

<template>
  <h1>{{ bed ? `Edit ${form.name}` : 'Describe a bed' }}</h1>
  <p class="soft lead">
    What you know is enough. Whatever you leave open is estimated, and the doubt is shown.
  </p>
  <p v-if="draft.found.value && !bed" class="note" role="status">
    This bed was left half described on this device.
    <button class="btn plain" type="button" @click="beginAnew">Begin anew</button>
  </p>
  <form v-if="loaded" novalidate @submit.prevent="keep(false)">
    <section>
      <h2>The place</h2>
      <label class="field">
        <span>What do you call it?</span>
        <input v-model.trim="form.name" name="name" maxlength="60" required />
        <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
      </label>
      <Picks v-model="kindPicked" legend="What is it?" :options="kinds">
        <template #default="{ option }">
          <svg
            :viewBox="option.value === 'tunnel' ? '0 6 120 102' : '0 40 120 70'"
            width="40"
            aria-hidden="true"
            class="kind"
          >
            <path :d="shapeOf(option.value).soil" fill="currentColor" opacity="0.35" />
            <path :d="shapeOf(option.value).frame" fill="none" stroke="currentColor" stroke-width="3" />
          </svg>
          {{ option.label }}
        </template>
      </Picks>
      <p class="sizes">
        <span class="soft">Usual sizes:</span>
        <button v-for="(z, i) in sizes" :key="i" class="btn" type="button" @click="takeSize(form, z)">
          {{ sizeWords(z) }}
        </button>
      </p>
      <div v-if="isContainer" class="row">
        <UnitInput v-model="holds" label="One holds" quantity="volume" hint="or type its measures below" />
        <OpenNumber v-model="form.alike" label="How many alike" :error="of('alike')" />
      </div>
      <p v-if="isContainer && form.alike > 1" class="soft small">
        They are one isle and one stop; its doses, its plants and what you note are of all {{ form.alike }}.
      </p>
      <div class="row">
        <UnitInput
          v-model="form.length_m"
          :label="form.round ? 'Across' : 'Length'"
          quantity="length"
          :error="of('length_m')"
        />
        <UnitInput
          v-if="!form.round"
          v-model="form.width_m"
          label="Width"
          quantity="length"
          :error="of('width_m')"
        />
        <UnitInput
          v-model="form.soil_depth_m"
          :label="isContainer ? 'Depth of mix' : 'Loose soil, depth'"
          quantity="small_length"
          :error="of('soil_depth_m')"
          :hint="
            form.soil_depth_m === null ? `left open: ${units.show(usualDepth, 'small_length')} is taken` : ''
          "
        />
      </div>
      <el-checkbox v-model="form.round">It is round</el-checkbox>
      <Picks
        v-if="isContainer && form.kind !== 'self_watering_box'"
        :model-value="form.drain_holes === null ? 'unknown' : form.drain_holes ? 'yes' : 'no'"
        legend="Has it holes in the bottom?"
        :options="[
          { value: 'yes', label: 'yes' },
          { value: 'no', label: 'no' },
          { value: 'unknown', label: 'I don’t know' },
        ]"
        @update:model-value="form.drain_holes = $event === 'unknown' ? null : $event === 'yes'"
      />
      <Picks
        v-if="isContainer"
        :model-value="form.wall ?? null"
        legend="What is its wall like?"
        :options="[
          { value: 'light', label: 'light, or in the shade' },
          { value: 'dark', label: 'dark' },
          { value: 'fabric', label: 'fabric' },
          { value: null, label: 'I don’t know' },
        ]"
        @update:model-value="form.wall = $event"
      />
      <p v-if="bed" class="soft">
        A squeeze, a jar or a hole tell more:
        <RouterLink :to="{ name: 'bench', params: { garden }, query: { test: 'squeeze', bed } }"
          >to the Bench</RouterLink
        >
      </p>
      <SoilFields
        v-model="form.soil"
        v-model:since="form.soil_since"
        :container="isContainer"
        :standing="Boolean(bed)"
        :today="today"
        :opened="standing?.opened"
        :of="of"
      />
    </section>

    <section>
      <h2>Sun, wind and cover</h2>
      <LightFields
        v-model="form.light"
        v-model:since="form.light_since"
        :standing="Boolean(bed)"
        :container="isContainer"
        :today="today"
        :opened="standing?.opened"
        :of="of"
      />
    </section>

    <section>
      <h2>What grows there</h2>
      <PlantingFields
        v-for="(_, i) in form.plantings"
        :key="i"
        v-model="form.plantings[i]!"
        :garden="garden"
        :index="i"
        :today="today"
        :of="(field) => ofPlanting(i, field)"
        @remove="form.plantings.splice(i, 1)"
      />
      <button class="btn add" type="button" @click="form.plantings.push(newPlanting(today))">
        <PhPlus :size="18" aria-hidden="true" /> {{ form.plantings.length ? 'Another crop' : 'Add a crop' }}
      </button>
    </section>

    <section>
      <h2>Mulch and water</h2>
      <Picks
        v-model="form.mulch"
        legend="Mulch on top"
        :options="optionsOf(catalogue.data.value?.mulches ?? [], MULCH)"
      />
      <UnitInput
        v-if="form.mulch !== 'none' && form.mulch !== 'film'"
        v-model="form.mulch_depth_m"
        label="How thick?"
        quantity="small_length"
        :error="of('mulches[0].depth_m')"
      />
      <Picks v-model="form.method" legend="How do you water it?" :options="allOf(METHOD)" />
      <Choice
        v-if="(own?.rigs.length ?? 0) > 1 && !(form.method === 'drip' && form.line_after)"
        v-model="form.rig"
        label="Which hose or butt"
        :options="[
          { value: null, label: 'the first' },
          ...(own?.rigs ?? []).map((r) => ({ value: r.id, label: r.name })),
        ]"
      />
      <LineFields v-if="form.method === 'drip'" v-model="form" :of="of" :lines="lines" />
      <template v-if="form.method === 'sprinkler'">
        <div class="row">
          <UnitInput
            v-model="form.sprinkler.mm_per_h"
            label="It lays down, each hour"
            quantity="depth"
            :error="of('sprinkler.mm_per_h')"
            hint="a guess will do; cups on the Bench tell"
          />
          <UnitInput
            v-model="form.sprinkler.wets_m2"
            label="It wets in all"
            quantity="area"
            :error="of('sprinkler.wets_m2')"
            hint="left open: twice the bed’s ground"
          />
        </div>
        <p class="soft small">
          It wets leaves, paths and weeds as well, and part of it flies off: at dawn, seldom and long, it does
          least harm.
        </p>
      </template>
      <div v-if="form.method === 'reservoir'" class="row">
        <UnitInput
          v-model="form.capacity_l"
          label="Reservoir holds"
          quantity="volume"
          :error="of('reservoir.capacity_l')"
          hint="up to its overflow"
        />
        <UnitInput
          v-model="form.water_at_opening_l"
          label="In it when first described"
          quantity="volume"
          :error="of('reservoir.opening_l')"
          hint="left open: half full"
        />
        <UnitInput
          v-model="form.wick"
          label="It lifts at most, a day"
          quantity="volume"
          :error="of('reservoir.wick_l_per_day')"
          hint="left open: as much as is drunk"
        />
        <OpenNumber
          v-model="form.over_pct"
          class="narrow"
          label="Of the mix, over it, %"
          :error="of('reservoir.over_share')"
        />
        <UnitInput
          v-model="form.climbs_m"
          label="It climbs"
          quantity="small_length"
          :error="of('reservoir.climbs_m')"
          hint="how high the mix over it stays damp"
        />
      </div>
      <p v-if="form.method === 'reservoir' && (form.over_pct ?? 100) < 100" class="soft small">
        A small insert in a large bag wets what stands over it; what lies beside stays drier, and roots go
        where the water is.
      </p>
      <template v-if="form.method !== 'reservoir'">
        <Picks
          v-model="form.giver"
          legend="Is anything buried beside the roots that you fill?"
          :options="BURIED"
        />
        <div v-if="form.giver" class="row">
          <OpenNumber v-model="form.givers" class="narrow" label="How many" :error="of('reservoir.count')" />
          <UnitInput
            v-model="form.giver_l"
            label="Each holds"
            quantity="volume"
            :error="of('reservoir.capacity_l')"
          />
          <UnitInput
            v-model="form.giver_depth"
            label="Lets it out at"
            quantity="small_length"
            :error="of('reservoir.depth_m')"
            hint="below the surface"
          />
          <UnitInput
            v-model="form.seep"
            label="Each gives a day"
            quantity="volume"
            :error="of('reservoir.wick_l_per_day')"
            :hint="`left open: the usual. Time one on the Bench.`"
          />
        </div>
        <p v-if="form.giver" class="soft small">
          They are filled while the ground is damp; what lies between and above them is watered as you always
          do.
        </p>
      </template>
      <Picks
        v-if="!bed"
        v-model="form.opening_wetness"
        legend="Finger in the soil: how wet is it now?"
        :options="open(allOf(WETNESS), 'I don’t know')"
      />
      <details>
        <summary>A style of its own</summary>
        <div class="stack">
          <Picks v-model="form.style" legend="How generous" :options="open(allOf(STYLE), 'as the garden')" />
          <Picks
            v-model="form.pattern"
            legend="How often"
            :options="open(allOf(PATTERN), 'as its crops like it')"
          />
          <Picks
            v-model="form.prefers"
            legend="At what hour"
            :options="open(allOf(TIME_OF_DAY), 'as you usually do')"
          />
          <Picks v-model="form.feeding" legend="Fed" :options="open(allOf(SCHOOL), 'as the garden')" />
          <Picks
            v-if="feeds.length > 1"
            v-model="form.feed"
            legend="With"
            :options="open(feeds, 'as the garden')"
          />
        </div>
      </details>
    </section>

    <FormFit :garden="garden" :bed="bed" :body="body" />

    <div v-if="problem" class="alarm" role="alert">
      <p>This is not kept yet; what you typed is still here.</p>
      <p v-for="(text, i) in loose" :key="i">{{ text }}</p>
    </div>
    <div class="acts">
      <button class="btn full" type="submit" :disabled="save.isPending.value">
        {{ bed ? 'Keep' : 'Keep this bed' }}
      </button>
      <button v-if="!bed" class="btn" type="button" :disabled="save.isPending.value" @click="keep(true)">
        Keep, and describe another
      </button>
      <RouterLink class="btn" :to="{ name: 'ground', params: { garden } }">Close</RouterLink>
    </div>
  </form>
</template>

<style scoped>
form {
  max-width: 860px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 16px;
  border-top: 1px solid var(--ink);
  padding: 16px 0 32px;
}
.row > :deep(.unit-input) {
  width: 168px;
  align-self: flex-start;
}
.add {
  align-self: flex-start;
}
.kind {
  margin-right: 8px;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 16px;
}
.sizes {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 0;
}
</style>
