<script setup lang="ts">
import { computed } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useCatalogue, useOwnCrops } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { CropName, OwnCrop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { CROP } from '@/shared/words/names'

/** A crop or variety of one's own: like one that is known, but for what is said here. Each figure shows its source. */
const props = defineProps<{ garden: number; owner: boolean }>()
const units = useUnits()
const catalogue = useCatalogue()
const own = useOwnCrops(() => props.garden)
const empty = () => ({
  id: null as number | null,
  name: '',
  like: 'tomato' as CropName,
  height_m: null as number | null,
  spread_m: null as number | null,
  root_depth_m: null as number | null,
  days: null as number | null,
  wet_feet: null as number | null,
})
const form = reactive({ ...empty(), open: false })
const problem = ref<ApiError | null>(null)
const like = computed(() => catalogue.data.value?.crops.find((c) => c.key === form.like))
const crops = computed(() =>
  (catalogue.data.value?.crops ?? [])
    .filter((c) => c.group !== 'neighbour')
    .map((c) => ({ key: c.key, label: CROP[c.key] }))
    .sort((a, b) => a.label.localeCompare(b.label)),
)
const FEET = [
  { value: 1 as number | null, label: 'bears wet feet' },
  { value: 2, label: 'dislikes them' },
  { value: 3, label: 'suffers badly' },
]
const feet = computed(() => [{ value: null as number | null, label: 'as that crop' }, ...FEET])
const feetText = computed(() =>
  feet.value.map((f) => ({ value: f.value === null ? null : String(f.value), label: f.label })),
)
const feetModel = computed({
  get: () => (form.wet_feet === null ? null : String(form.wet_feet)),
  set: (v) => (form.wet_feet = v === null ? null : Number(v)),
})
function edit(crop: OwnCrop | null) {
  problem.value = null
  Object.assign(form, empty(), crop ?? {}, { open: true })
}
const cropPath = (crop_id: number) => ({ params: { path: { garden_id: props.garden, crop_id } } })
const save = useChange(
  () => props.garden,
  ({ id, ...body }: ReturnType<typeof empty>, mark) =>
    id === null
      ? answer(api.POST('/api/gardens/{garden_id}/own-crops', { ...path(props.garden), body, ...mark }))
      : answer(api.PATCH('/api/gardens/{garden_id}/own-crops/{crop_id}', { ...cropPath(id), body, ...mark })),
)
const forget = useChange(
  () => props.garden,
  (id: number, mark) =>
    answer(api.DELETE('/api/gardens/{garden_id}/own-crops/{crop_id}', { ...cropPath(id), ...mark })),
)
const failed = (e: Error) => say(e.message)
async function keep() {
  problem.value = null
  try {
    const { id, name, like, height_m, spread_m, root_depth_m, days, wet_feet } = form
    await save.mutateAsync({ id, name, like, height_m, spread_m, root_depth_m, days, wet_feet })
    save.sayKept(`${form.name} is kept.`)
    form.open = false
  } catch (error) {
    problem.value = error as ApiError
  }
}
const of = (field: string) => problem.value?.fields.find((f) => f.field === field)?.text
</script>

<template>
  <section aria-labelledby="own-crops">
    <h2 id="own-crops">Crops and varieties of your own</h2>
    <ul v-if="own.data.value?.length" class="lines">
      <li v-for="c in own.data.value" :key="c.id">
        <strong>{{ c.name }}</strong> <span class="soft">like {{ CROP[c.like] ?? c.like }}</span>
        <span v-if="owner" class="acts">
          <button class="btn" type="button" @click="edit(c)">Edit {{ c.name }}</button>
          <button
            class="btn"
            type="button"
            @click="
              forget.mutate(c.id, {
                onSuccess: () => forget.sayKept(`${c.name} is forgotten.`),
                onError: failed,
              })
            "
          >
            Take out {{ c.name }}
          </button>
        </span>
      </li>
    </ul>
    <button v-if="owner && !form.open" class="btn" type="button" @click="edit(null)">Describe one</button>
    <form v-if="form.open" novalidate class="stack" @submit.prevent="keep">
      <div class="row">
        <label class="field">
          <span>Its name</span>
          <input v-model.trim="form.name" name="own-crop" maxlength="60" />
          <em v-if="of('name')" class="alarm">{{ of('name') }}</em>
        </label>
        <Choice
          v-model="form.like"
          label="It is like"
          :options="crops.map((c) => ({ value: c.key, label: c.label }))"
          :error="of('like')"
          filterable
        />
        <UnitInput
          v-model="form.height_m"
          label="Grows as high as"
          quantity="length"
          :error="of('height_m')"
          :hint="like ? `else ${units.show(like.height_m, 'length')}` : ''"
        />
        <UnitInput
          v-model="form.spread_m"
          label="and as wide as"
          quantity="length"
          :error="of('spread_m')"
          :hint="like ? `else ${units.show(like.spread_m, 'length')}` : ''"
        />
        <UnitInput
          v-model="form.root_depth_m"
          label="Roots down to"
          quantity="small_length"
          :error="of('root_depth_m')"
          :hint="like ? `else ${units.show(like.roots_m[1]!, 'small_length')}` : ''"
        />
        <OpenNumber
          v-model="form.days"
          label="Days in all"
          :placeholder="String(like?.season_days ?? '')"
          :error="of('days')"
        />
      </div>
      <Picks v-model="feetModel" legend="When the soil is short of air" :options="feetText" />
      <p v-if="like" class="soft small">
        {{ CROP[like.key] ?? like.name }}: Kcb {{ like.kcb.join(' / ') }}, {{ like.stages.join(' + ') }} days,
        roots {{ like.roots_m.join(' to ') }} m, p {{ like.p }} ({{ like.source }}). Ky {{ like.ky }} ({{
          like.ky_source
        }}). Leaves are hurt below {{ units.show(like.frost_c, 'temperature') }}; it wants soil of
        {{ units.show(like.soil_c, 'temperature') }} (common practice, no source).
      </p>
      <p v-if="problem && !problem.fields.length" class="alarm" role="alert">{{ problem.message }}</p>
      <div class="row">
        <button class="btn full" type="submit" :disabled="save.isPending.value">Keep</button>
        <button class="btn" type="button" @click="form.open = false">Close</button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.acts {
  margin-left: auto;
  display: flex;
  gap: 8px;
}
.row > :deep(.unit-input) {
  width: 152px;
}
.stack {
  width: 100%;
}
</style>
