<script setup lang="ts">
import { PhPlus, PhTrash } from '@phosphor-icons/vue'
import { computed, watch } from 'vue'

import { answer, api, ApiError, type Schemas } from '@/shared/api/client'
import { useBeds } from '@/shared/api/queries'
import type { Ingredient } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Choice from '@/shared/ui/Choice.vue'
import { allOf, INGREDIENT } from '@/shared/words/names'

/** How much of each part fills a bed or pot. */
const props = defineProps<{ garden: number }>()
const units = useUnits()
const beds = useBeds(() => props.garden)
const form = reactive({
  bed: null as number | null,
  volume_l: 60 as number | null,
  bag_l: 40 as number | null,
  mix: [
    { ingredient: 'garden_soil' as Ingredient, parts: 1 as number | null },
    { ingredient: 'coir' as Ingredient, parts: 1 as number | null },
  ],
})
const needed = ref<Schemas['NeededOut'][]>([])
const problem = ref('')
const of = computed(() => beds.data.value?.find((b) => b.id === form.bed))
watch(of, (b) => {
  if (!b) return
  form.volume_l = Math.round(b.volume_l)
  const mix = b.soils[b.soils.length - 1]?.mix ?? []
  if (mix.length) form.mix = mix.map((x) => ({ ...x }))
})
async function count() {
  problem.value = ''
  try {
    const body = {
      volume_l: form.volume_l as number,
      bag_l: form.bag_l as number,
      mix: form.mix.map((x) => ({ ingredient: x.ingredient, parts: x.parts as number })),
    }
    needed.value = await answer(api.POST('/api/mix', { body }))
  } catch (error) {
    problem.value = (error as ApiError).message
    needed.value = []
  }
}
</script>

<template>
  <form novalidate class="stack" @submit.prevent="count">
    <div class="row">
      <Choice
        v-model="form.bed"
        label="For"
        :options="[
          { value: null, label: `so many ${units.label('volume')}` },
          ...(beds.data.value ?? []).map((b) => ({ value: b.id, label: b.name })),
        ]"
      />
      <UnitInput v-model="form.volume_l" label="It holds" quantity="volume" />
      <UnitInput v-model="form.bag_l" label="A bag has" quantity="volume" />
    </div>
    <div v-for="(part, i) in form.mix" :key="i" class="row">
      <Choice v-model="part.ingredient" :label="`Part ${i + 1}`" :options="allOf(INGREDIENT)" />
      <OpenNumber v-model="part.parts" :label="`Parts of ${INGREDIENT[part.ingredient]}`" />
      <button
        v-if="form.mix.length > 1"
        class="btn"
        type="button"
        :aria-label="`Leave out ${INGREDIENT[part.ingredient]}`"
        @click="form.mix.splice(i, 1)"
      >
        <PhTrash :size="18" aria-hidden="true" />
      </button>
    </div>
    <div class="acts">
      <button class="btn" type="button" @click="form.mix.push({ ingredient: 'compost', parts: 1 })">
        <PhPlus :size="18" aria-hidden="true" /> Another part
      </button>
      <button class="btn full" type="submit">Count it</button>
    </div>
    <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    <table v-if="needed.length">
      <caption class="soft small">
        Counted loose: it settles by about a seventh once it is watered (common practice).
      </caption>
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col">Loose</th>
          <th scope="col">Bags</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="n in needed" :key="n.ingredient">
          <th scope="row">{{ INGREDIENT[n.ingredient] }}</th>
          <td>{{ units.show(n.litres, 'volume') }}</td>
          <td>{{ n.bags }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft small">Dampen compost and mix before you handle it: its dust does lungs no good.</p>
  </form>
</template>

<style scoped>
.stack {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.row .btn {
  margin-top: 28px;
}
.acts {
  display: flex;
  gap: 8px;
}
table {
  border-collapse: collapse;
  min-width: 320px;
}
caption {
  caption-side: bottom;
  text-align: left;
  padding-top: 8px;
}
th,
td {
  text-align: left;
  padding: 8px 16px 8px 0;
  border-bottom: 1px dotted var(--hair);
  font-variant-numeric: tabular-nums;
}
tbody th {
  font-weight: 400;
}
</style>
