<script setup lang="ts">
import { computed, watch } from 'vue'

import { answer, api, ApiError } from '@/shared/api/client'
import { path, useSeasons } from '@/shared/api/queries'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import type { Garden } from '@/shared/api/types'
import { longDate, shortDate } from '@/shared/format/time'
import { say } from '@/shared/ui/snack'
import { CROP } from '@/shared/words/names'

/** A season brought to its end: beds, soils and mulch stay, crops are cleared; all of it can be taken back. */
const props = defineProps<{ garden: Garden; owner: boolean }>()
const query = useSeasons(() => props.garden.id)
const standing = computed(() => query.data.value?.standing ?? [])
const seasons = computed(() => [...(query.data.value?.seasons ?? [])].reverse())
const form = reactive({ open: false, name: '', stays: [] as number[], problem: '' })
watch(standing, (list) => (form.stays = list.filter((x) => x.stays).map((x) => x.planting)), {
  immediate: true,
})
const cleared = computed(() => standing.value.filter((x) => !form.stays.includes(x.planting)).length)
const end = useChange(
  () => props.garden.id,
  (body: { name: string; stays: number[] }, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/seasons', { ...path(props.garden.id), body, ...mark })),
)
const undo = useUndo(() => props.garden.id)
function begin() {
  Object.assign(form, { open: true, name: props.garden.today.slice(0, 4), problem: '' })
}
async function keep() {
  form.problem = ''
  try {
    const made = await end.mutateAsync({ name: form.name, stays: [...form.stays] })
    form.open = false
    say(`${made.name} is at its end; the beds are ready for the next.`, () => takeBack(made.id))
  } catch (error) {
    form.problem = (error as ApiError).message
  }
}
const takeBack = (id: string) => undo(id, { text: 'It goes on; what was cleared stands again.' })
</script>

<template>
  <section aria-labelledby="turn">
    <h2 id="turn">The year’s turn</h2>
    <p class="soft">
      Ends the season: what you do not keep is noted as harvested out today. Beds, soil and mulch stay,
      nothing is forgotten, and a bed reminds you when the same family comes back too soon.
    </p>
    <ul v-if="seasons.length" class="lines">
      <li v-for="(s, i) in seasons" :key="s.id">
        <strong>{{ s.name }}</strong>
        <span class="soft">
          ended {{ longDate(s.ended) }}, {{ s.cleared }}
          {{ s.cleared === 1 ? 'planting' : 'plantings' }} cleared
        </span>
        <details v-if="s.grew.length" class="grew">
          <summary>What grew</summary>
          <ul class="lines">
            <li v-for="(x, k) in s.grew" :key="k">
              {{ CROP[x.crop] }} ×{{ x.count }}{{ x.variety ? `, ${x.variety}` : '' }}
              <span class="soft">
                {{ x.bed_name }}, {{ shortDate(x.planted) }} to {{ shortDate(x.removed) }}
              </span>
            </li>
          </ul>
        </details>
        <button v-if="owner && i === 0" class="btn" type="button" @click="takeBack(s.id)">
          Undo the end of {{ s.name }}
        </button>
      </li>
    </ul>
    <button v-if="owner && !form.open" class="btn" type="button" @click="begin">End this season…</button>
    <form v-if="form.open" novalidate class="stack" @submit.prevent="keep">
      <label class="field">
        <span>Its name</span>
        <input v-model.trim="form.name" maxlength="60" />
      </label>
      <fieldset v-if="standing.length">
        <legend>What stays?</legend>
        <el-checkbox-group v-model="form.stays" class="stays">
          <el-checkbox v-for="x in standing" :key="x.planting" :value="x.planting">
            {{ CROP[x.crop] }} ×{{ x.count }}{{ x.variety ? `, ${x.variety}` : '' }}
            <span class="soft">{{ x.bed_name }}</span>
          </el-checkbox>
        </el-checkbox-group>
      </fieldset>
      <p v-if="form.problem" class="alarm" role="alert">{{ form.problem }}</p>
      <div class="acts">
        <button class="btn full" type="submit" :disabled="end.isPending.value">
          End it and clear {{ cleared }}
        </button>
        <button class="btn" type="button" @click="form.open = false">Close</button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.stays {
  display: flex;
  flex-direction: column;
}
.grew {
  order: 3;
  width: 100%;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 36px;
}
.stack {
  display: flex;
  flex-direction: column;
  gap: 16px;
  align-items: flex-start;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
