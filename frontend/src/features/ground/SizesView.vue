<script setup lang="ts">
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useSizes } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { BodyHeight, PlantingSize } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { CROP, HEIGHT, allOf } from '@/shared/words/names'

/** All plantings in one pass: as growth has them, to be confirmed or mended. */
const props = defineProps<{ garden: number }>()
const router = useRouter()
const units = useUnits()
const query = useSizes(() => props.garden)
type Line = PlantingSize & { new_height: BodyHeight; new_spread: number | null; ticked: boolean }
const lines = ref<Line[]>([])
const problem = ref<ApiError | null>(null)
watch(
  () => query.data.value,
  (sizes) => {
    if (!sizes || lines.value.length) return
    lines.value = sizes.map((s) => ({ ...s, new_height: s.height, new_spread: s.spread_m, ticked: s.due }))
  },
  { immediate: true },
)
const chosen = computed(() => lines.value.filter((l) => l.ticked))
function tickAll() {
  const all = chosen.value.length < lines.value.length
  for (const line of lines.value) line.ticked = all
}
const touch = (line: Line) => (line.ticked = true)
function name(l: Line): string {
  const crop = CROP[l.crop]
  return `${crop} ×${l.count}${l.variety ? `, ${l.variety}` : ''}`
}
const keep = useChange(
  () => props.garden,
  (sizes: { planting: number; height: BodyHeight; spread_m: number }[], mark) =>
    answer(api.POST('/api/gardens/{garden_id}/sizes', { ...path(props.garden), body: { sizes }, ...mark })),
)
async function submit() {
  problem.value = null
  try {
    await keep.mutateAsync(
      chosen.value.map((l) => ({
        planting: l.planting,
        height: l.new_height,
        spread_m: l.new_spread as number,
      })),
    )
    keep.sayKept(
      `${chosen.value.length} ${chosen.value.length === 1 ? 'size is' : 'sizes are'} kept as seen today.`,
    )
    await router.push({ name: 'round', params: { garden: props.garden } })
  } catch (error) {
    problem.value = error as ApiError
  }
}
const of = (l: Line) => {
  const i = chosen.value.indexOf(l)
  return problem.value?.fields.find((f) => f.field === `sizes[${i}].spread_m`)?.text
}
</script>

<template>
  <Problem
    v-if="query.isError.value && !query.data.value"
    :error="query.error.value"
    @retry="query.refetch()"
  />
  <Waiting v-else-if="!query.data.value" label="Reading the sizes" :rows="8" />
  <form v-else novalidate @submit.prevent="submit">
    <h1>How large are they today?</h1>
    <p class="lead soft">
      Each stands here as it should have grown. Tick what is right, mend what is not: thirst follows size.
    </p>
    <p v-if="!lines.length" class="soft">
      Nothing grows yet. Once something does, all its sizes can be looked through here in one walk.
    </p>
    <!-- For the eye: each field below says its own name. -->
    <div v-if="lines.length" class="heads soft" aria-hidden="true">
      <span>Height</span>
      <span>Width of one plant</span>
    </div>
    <ul>
      <li v-for="l in lines" :key="l.planting" :class="{ ticked: l.ticked }">
        <el-checkbox v-model="l.ticked">
          <strong>{{ l.bed_name }}</strong> {{ name(l) }}
          <span class="soft small">{{ l.seen ? `seen ${shortDate(l.seen)}` : 'never seen' }}</span>
        </el-checkbox>
        <Choice
          v-model="l.new_height"
          :label="`Height of ${name(l)} in ${l.bed_name}`"
          hide-label
          :options="allOf(HEIGHT)"
          @change="touch(l)"
        />
        <UnitInput
          v-model="l.new_spread"
          :label="`Width of one of ${name(l)} in ${l.bed_name}, ${units.label('length')}`"
          hide-label
          quantity="length"
          :error="of(l)"
          @update:model-value="touch(l)"
        />
      </li>
    </ul>
    <p v-if="problem" class="alarm" role="alert">{{ problem.message }}</p>
    <div class="acts">
      <button class="btn" type="button" :disabled="!lines.length" @click="tickAll">
        {{ chosen.length < lines.length || !lines.length ? 'Tick all' : 'Untick all' }}
      </button>
      <button class="btn full" type="submit" :disabled="!chosen.length || keep.isPending.value">
        Keep {{ chosen.length }} as seen today
      </button>
      <RouterLink class="btn" :to="{ name: 'round', params: { garden } }">Close</RouterLink>
    </div>
  </form>
</template>

<style scoped>
form {
  max-width: 860px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0 16px;
  border-top: 1px solid var(--ink);
}
li,
.heads {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 184px 148px;
  gap: 16px;
}
.heads {
  margin-top: 16px;
  padding: 0 8px;
  font-size: 14px;
}
.heads span:first-child {
  grid-column: 2;
}
li {
  align-items: center;
  padding: 8px 8px 8px 5px;
  border-bottom: 1px dotted var(--hair);
  border-left: 3px solid transparent;
}
li.ticked {
  border-left-color: var(--leaf);
}
strong {
  font-family: var(--display);
  font-size: 18px;
  margin-right: 4px;
}
.small {
  display: block;
}
.acts {
  display: flex;
  gap: 8px;
}
@media (max-width: 760px) {
  li,
  .heads {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 8px;
  }
  .heads span:first-child {
    grid-column: 1;
  }
  .tick {
    grid-column: 1 / -1;
  }
}
</style>
