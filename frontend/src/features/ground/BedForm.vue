<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { useBeds, useCatalogue, useChange, useGardens } from '@/shared/api/queries'
import { useUnits } from '@/shared/format/units'
import { shapeOf } from '@/shared/isle/shape'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import UnitInput from '@/shared/ui/UnitInput.vue'
import {
  CROP,
  HEIGHT,
  KIND,
  METHOD,
  MULCH,
  PATTERN,
  SOIL,
  SOIL_BY_HAND,
  SOIL_MIXES,
  STYLE,
  WETNESS,
} from '@/shared/words/names'

import { bodyOf, emptyForm, formOf, newPlanting, takeKind, type PlantingForm } from './bedForm'

const props = defineProps<{ garden: number; bed?: number }>()
const router = useRouter()
const units = useUnits()
const catalogue = useCatalogue()
const gardens = useGardens()
const beds = useBeds(() => props.garden)
const own = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const today = computed(() => own.value?.today ?? new Date().toISOString().slice(0, 10))
const form = reactive(emptyForm())
const loaded = ref(!props.bed)
const problem = ref<ApiError | null>(null)
const kindPicked = ref('raised')

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
watch(kindPicked, (kind) => {
  if (loaded.value && kind !== form.kind) takeKind(form, kind, catalogue.data.value)
})

const save = useChange(
  () => props.garden,
  () => {
    const body = bodyOf(form)
    return props.bed
      ? answer(
          api.PUT('/api/gardens/{garden_id}/beds/{bed_id}', {
            params: { path: { garden_id: props.garden, bed_id: props.bed } },
            body,
          }),
        )
      : answer(
          api.POST('/api/gardens/{garden_id}/beds', { params: { path: { garden_id: props.garden } }, body }),
        )
  },
)
async function keep(another: boolean) {
  problem.value = null
  try {
    const kept = await save.mutateAsync(undefined)
    say(`${kept.name} is kept.`)
    if (another) {
      Object.assign(form, emptyForm())
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
  /^(name|length_m|width_m|soil_depth_m|drip\..*|reservoir\..*|plantings\[\d+\]\..*|mulches\[0\]\.depth_m|mulch\.depth_m)$/
const loose = computed(() => {
  if (!problem.value) return []
  const texts = problem.value.fields.filter((f) => !PLACED.test(f.field)).map((f) => f.text)
  return problem.value.fields.length ? texts : [problem.value.message]
})
function ofPlanting(i: number, field: string): string | undefined {
  return (
    of(`plantings[${i}].${field}`) ??
    of(`plantings[${i}].sizes[0].${field}`) ??
    (field === 'spread_m' ? of(`plantings[${i}].sizes[0].spread_m`) : undefined)
  )
}

const options = (names: string[], words: Record<string, string>) =>
  names.map((value) => ({ value, label: words[value] ?? value }))
const open = <T extends string>(list: { value: T; label: string }[], label: string) => [
  { value: null as T | null, label },
  ...list,
]
const kinds = computed(() =>
  options(
    (catalogue.data.value?.kinds ?? []).map((k) => k.key),
    KIND,
  ),
)
const isContainer = computed(
  () => catalogue.data.value?.kinds.find((k) => k.key === form.kind)?.container ?? false,
)
const usualDepth = computed(
  () => catalogue.data.value?.kinds.find((k) => k.key === form.kind)?.soil_depth_m ?? 0.3,
)
const soils = computed(() => {
  const first = isContainer.value ? SOIL_MIXES : SOIL_BY_HAND
  const listed = [...first, ...(isContainer.value ? ['unknown'] : ['compost_rich'])]
  return options(listed.includes(form.material) ? listed : [...listed, form.material], SOIL)
})
const exactSoils = computed(() =>
  (catalogue.data.value?.soils ?? []).filter((s) => !SOIL_BY_HAND.includes(s)),
)
const crops = computed(() =>
  options(
    (catalogue.data.value?.crops ?? []).map((c) => c.key),
    CROP,
  ),
)
const heights = open(options(Object.keys(HEIGHT), HEIGHT), 'by its age')
function spreadHint(p: PlantingForm): number {
  return catalogue.data.value?.crops.find((c) => c.key === p.crop)?.spread_m ?? 0.4
}
function sizeSeen(p: PlantingForm) {
  if (p.height && p.spread_m === null) p.spread_m = Math.round(spreadHint(p) * 60) / 100
}
</script>

<template>
  <h1>{{ bed ? `Edit ${form.name}` : 'Describe a bed' }}</h1>
  <p class="soft lead">
    What you know is enough. Whatever you leave open is estimated, and the doubt is shown.
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
          <svg viewBox="0 40 120 70" width="40" aria-hidden="true" class="kind">
            <path :d="shapeOf(option.value).soil" fill="currentColor" opacity="0.35" />
            <path :d="shapeOf(option.value).frame" fill="none" stroke="currentColor" stroke-width="3" />
          </svg>
          {{ option.label }}
        </template>
      </Picks>
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
      <label class="tick"><input v-model="form.round" type="checkbox" /> It is round</label>
      <label class="tick"
        ><input v-model="form.under_cover" type="checkbox" /> Under cover: no rain falls on it</label
      >
      <Picks
        v-model="form.material"
        :legend="isContainer ? 'What is it filled with?' : 'Squeeze a moist handful and rub it'"
        :options="soils"
      />
      <details>
        <summary>I know it exactly</summary>
        <div class="row">
          <label class="field">
            <span>Soil</span>
            <select v-model="form.material">
              <option v-for="s in SOIL_BY_HAND" :key="s" :value="s">{{ SOIL[s] }}</option>
              <option v-for="s in exactSoils" :key="s" :value="s">{{ SOIL[s] }}</option>
            </select>
          </label>
          <label class="field">
            <span>Organic matter, %</span>
            <input v-model.number="form.organic_matter_pct" type="number" min="0" max="8" step="0.5" />
            <em v-if="of('soil.organic_matter_pct')" class="alarm">{{ of('soil.organic_matter_pct') }}</em>
          </label>
        </div>
      </details>
    </section>

    <section>
      <h2>What grows there</h2>
      <div v-for="(p, i) in form.plantings" :key="i" class="planting">
        <div class="row">
          <label class="field">
            <span>Crop</span>
            <el-select v-model="p.crop" filterable :aria-label="`Crop ${i + 1}`" style="width: 180px">
              <el-option v-for="c in crops" :key="c.value" :value="c.value" :label="c.label" />
            </el-select>
            <em v-if="ofPlanting(i, 'crop')" class="alarm">{{ ofPlanting(i, 'crop') }}</em>
          </label>
          <label class="field narrow">
            <span>How many</span>
            <input v-model.number="p.count" type="number" min="1" step="1" />
            <em v-if="ofPlanting(i, 'count')" class="alarm">{{ ofPlanting(i, 'count') }}</em>
          </label>
          <label class="field">
            <span>Sown or planted</span>
            <input v-model="p.planted" type="date" :max="today" />
            <em v-if="ofPlanting(i, 'planted')" class="alarm">{{ ofPlanting(i, 'planted') }}</em>
          </label>
          <label class="field">
            <span>Variety, if you know</span>
            <input v-model.trim="p.variety" maxlength="60" />
          </label>
        </div>
        <Picks
          v-model="p.height"
          legend="How high is it today?"
          :options="heights"
          @update:model-value="sizeSeen(p)"
        />
        <em v-if="ofPlanting(i, 'height')" class="alarm">{{ ofPlanting(i, 'height') }}</em>
        <div class="row">
          <UnitInput
            v-if="p.height"
            v-model="p.spread_m"
            label="And how wide, one plant?"
            quantity="length"
            :error="ofPlanting(i, 'spread_m')"
          />
          <label v-if="p.id" class="field">
            <span>Harvested out or pulled on</span>
            <input v-model="p.removed" type="date" />
            <em v-if="ofPlanting(i, 'removed')" class="alarm">{{ ofPlanting(i, 'removed') }}</em>
          </label>
          <button
            class="btn"
            type="button"
            :aria-label="`Remove crop ${i + 1}`"
            @click="form.plantings.splice(i, 1)"
          >
            <PhTrash :size="18" aria-hidden="true" /> Remove
          </button>
        </div>
      </div>
      <button class="btn add" type="button" @click="form.plantings.push(newPlanting(today))">
        <PhPlus :size="18" aria-hidden="true" /> {{ form.plantings.length ? 'Another crop' : 'Add a crop' }}
      </button>
    </section>

    <section>
      <h2>Mulch and water</h2>
      <Picks
        v-model="form.mulch"
        legend="Mulch on top"
        :options="options(catalogue.data.value?.mulches ?? [], MULCH)"
      />
      <UnitInput
        v-if="form.mulch !== 'none' && form.mulch !== 'film'"
        v-model="form.mulch_depth_m"
        label="How thick?"
        quantity="small_length"
        :error="of('mulches[0].depth_m')"
      />
      <Picks
        v-model="form.method"
        legend="How do you water it?"
        :options="options(Object.keys(METHOD), METHOD)"
      />
      <label
        v-if="(form.method === 'hose' || form.method === 'reservoir') && (own?.rigs.length ?? 0) > 1"
        class="field"
      >
        <span>Which hose</span>
        <select v-model="form.rig">
          <option :value="null">the first</option>
          <option v-for="r in own?.rigs ?? []" :key="r.id" :value="r.id">{{ r.name }}</option>
        </select>
      </label>
      <div v-if="form.method === 'drip'" class="row">
        <label class="field narrow">
          <span>Emitters</span>
          <input v-model.number="form.emitters" type="number" min="1" step="1" />
          <em v-if="of('drip.emitters')" class="alarm">{{ of('drip.emitters') }}</em>
        </label>
        <UnitInput
          v-model="form.emitter_flow"
          label="Each gives"
          quantity="drip_flow"
          :error="of('drip.flow_l_per_h')"
          hint="printed on it; 2 L/h is usual"
        />
      </div>
      <div v-if="form.method === 'reservoir'" class="row">
        <UnitInput
          v-model="form.capacity_l"
          label="Reservoir holds"
          quantity="volume"
          :error="of('reservoir.capacity_l')"
          hint="up to its overflow"
        />
        <UnitInput
          v-model="form.opening_l"
          label="In it when first described"
          quantity="volume"
          :error="of('reservoir.opening_l')"
          hint="left open: half full"
        />
      </div>
      <Picks
        v-if="!bed"
        v-model="form.opening_wetness"
        legend="Finger in the soil: how wet is it now?"
        :options="open(options(Object.keys(WETNESS), WETNESS), 'I don’t know')"
      />
      <details>
        <summary>A style of its own</summary>
        <Picks
          v-model="form.style"
          legend="How generous"
          :options="open(options(Object.keys(STYLE), STYLE), 'as the garden')"
        />
        <Picks
          v-model="form.pattern"
          legend="How often"
          :options="
            open(
              options(Object.keys(PATTERN), PATTERN),
              isContainer ? 'as usual in pots' : 'as usual in beds',
            )
          "
        />
      </details>
    </section>

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
      <RouterLink class="btn" :to="{ name: 'ground', params: { garden } }">Cancel</RouterLink>
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
.planting {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 0 0 16px 16px;
  border-left: 3px solid var(--leaf);
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
details[open] {
  display: flex;
  flex-direction: column;
  gap: 16px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 16px;
}
</style>
