<script setup lang="ts">
import { PhTrash } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { useCatalogue, useOwnCrops } from '@/shared/api/queries'
import { addDays } from '@/shared/format/time'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import Picks from '@/shared/ui/Picks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import DateField from '@/shared/ui/DateField.vue'
import { isCalled, usualStart } from '@/shared/words/crops'
import { CROP, HEIGHT, allOf, START } from '@/shared/words/names'

import { usualSpread, type PlantingForm } from './bedForm'

/** One planting: what, how many, how it began, how large it is today. */
const p = defineModel<PlantingForm>({ required: true })
const props = defineProps<{
  garden: number
  index: number
  today: string
  of: (field: string) => string | undefined
}>()
defineEmits<{ remove: [] }>()
const catalogue = useCatalogue()
const own = useOwnCrops(() => props.garden)
const GROUPS = [
  ['vegetable', 'Vegetables'],
  ['herb', 'Herbs'],
  ['fruit', 'Fruit'],
  ['flower', 'Flowers and bushes'],
  ['neighbour', 'Neighbours that only drink'],
] as const
const groups = computed(() => [
  ...(own.data.value?.length
    ? [{ label: 'Your own', crops: own.data.value.map((c) => ({ value: `own:${c.id}`, label: c.name })) }]
    : []),
  ...GROUPS.map(([group, label]) => ({
    label,
    crops: (catalogue.data.value?.crops ?? [])
      .filter((c) => c.group === group)
      .map((c) => ({ value: c.key as string, label: CROP[c.key] ?? c.name }))
      .sort((a, b) => a.label.localeCompare(b.label)),
  })),
])
/** What is typed to find a crop, by any of its names. */
const sought = ref('')
const shownGroups = computed(() =>
  groups.value
    .map((g) => ({ ...g, crops: g.crops.filter((c) => isCalled(c.value, c.label, sought.value)) }))
    .filter((g) => g.crops.length),
)
/** A crop brings how it usually begins. */
function cropPicked(key: string) {
  if (!p.value.id) p.value.start = usualStart(key)
}
const heights = [{ value: null as string | null, label: 'by its age' }, ...allOf(HEIGHT)]
const mine = computed(() => own.data.value?.find((c) => `own:${c.id}` === p.value.crop))
const crop = computed(() =>
  catalogue.data.value?.crops.find((c) => c.key === (mine.value?.like ?? p.value.crop)),
)
let suggested: number | null = null
/** A width to begin with, by crop and height; one that was typed stays. */
function sizeSeen() {
  const height = p.value.height && catalogue.data.value?.heights[p.value.height]
  if (!height || !crop.value || (p.value.spread_m !== null && p.value.spread_m !== suggested)) return
  suggested = usualSpread(
    {
      height_m: mine.value?.height_m ?? crop.value.height_m,
      spread_m: mine.value?.spread_m ?? crop.value.spread_m,
    },
    height,
  )
  p.value.spread_m = suggested
}
const usuallyWatered = computed(() => crop.value?.group !== 'neighbour')
const watered = computed({
  get: () => p.value.watered ?? usuallyWatered.value,
  set: (on) => (p.value.watered = on === usuallyWatered.value ? null : on),
})
/** Crops whose vines run out of a frame and root on their way. */
const VINES = ['winter_squash', 'melon', 'watermelon', 'cucumber', 'sweet_potato', 'strawberry', 'mint']
const OUTSIDE = [
  { value: 0, label: 'no' },
  { value: 0.2, label: 'a little' },
  { value: 0.5, label: 'about half' },
  { value: 0.8, label: 'mostly' },
]
</script>

<template>
  <div class="planting">
    <div class="row">
      <label class="field">
        <span>Crop</span>
        <el-select
          v-model="p.crop"
          filterable
          :filter-method="(typed: string) => (sought = typed)"
          :aria-label="`Crop ${index + 1}`"
          style="width: 200px"
          @change="cropPicked"
        >
          <el-option-group v-for="g in shownGroups" :key="g.label" :label="g.label">
            <el-option v-for="c in g.crops" :key="c.value" :value="c.value" :label="c.label" />
          </el-option-group>
        </el-select>
        <em v-if="of('crop') ?? of('own_crop')" class="alarm">{{ of('crop') ?? of('own_crop') }}</em>
      </label>
      <OpenNumber v-model="p.count" class="narrow" label="How many" :error="of('count')" />
      <DateField
        v-model="p.planted"
        label="Sown or planted, or planned for"
        :max="addDays(today, 120)"
        :error="of('planted')"
      />
      <label class="field">
        <span>Variety, if you know</span>
        <input v-model.trim="p.variety" maxlength="60" />
      </label>
    </div>
    <Picks v-model="p.start" legend="How did it begin here?" :options="allOf(START)" />
    <Picks
      v-model="p.height"
      legend="How high is it today?"
      :options="heights"
      @update:model-value="sizeSeen"
    />
    <em v-if="of('height')" class="alarm">{{ of('height') }}</em>
    <div class="row">
      <UnitInput
        v-if="p.height"
        v-model="p.spread_m"
        label="How wide, each"
        quantity="length"
        :error="of('spread_m')"
      />
      <UnitInput
        v-if="p.start === 'transplant' || p.start === 'potted_up' || p.start === 'sown'"
        v-model="p.buried_m"
        :label="p.start === 'sown' ? 'Sown how deep' : 'Stem set deeper by'"
        quantity="small_length"
        :error="of('buried_m')"
        hint="roots start deeper"
      />
      <UnitInput
        v-model="p.spacing_m"
        label="From plant to plant"
        quantity="small_length"
        :error="of('spacing_m')"
        hint="left open: evenly"
      />
      <UnitInput
        v-if="p.start === 'sown'"
        v-model="p.sown_m2"
        label="Ground sown"
        quantity="area"
        :error="of('sown_m2')"
        hint="drills by their width; left open: by its crop"
      />
      <Picks
        v-if="VINES.includes(p.crop)"
        v-model="p.outside_share"
        legend="Do its vines root outside the bed?"
        :options="OUTSIDE"
      />
      <OpenNumber
        v-if="p.id"
        v-model="p.left"
        class="narrow"
        label="Left today"
        :error="of('thinned[0].count')"
      />
      <DateField
        v-if="p.id"
        v-model="p.removed"
        label="Harvested out or pulled on"
        clearable
        :error="of('removed')"
      />
      <el-checkbox v-model="watered" class="switch">
        Water the bed for it:
        {{ watered ? 'it gets its word and dose' : 'it only drinks along' }}
      </el-checkbox>
      <button class="btn" type="button" :aria-label="`Leave out crop ${index + 1}`" @click="$emit('remove')">
        <PhTrash :size="18" aria-hidden="true" /> Leave out
      </button>
    </div>
  </div>
</template>

<style scoped>
.planting {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 0 0 16px 16px;
  border-left: 3px solid var(--leaf);
}
.row > :deep(.unit-input) {
  width: 168px;
  align-self: flex-start;
}
.switch {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  margin-top: 28px;
  max-width: 216px;
}
.switch input {
  width: 20px;
  height: 20px;
  margin: 2px 0 0;
  accent-color: var(--water);
}
.switch em {
  display: block;
  font-style: normal;
  font-size: 14px;
}
.row .btn {
  margin-top: 28px;
  align-self: flex-start;
}
</style>
