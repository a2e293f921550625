<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { answer, api, newId } from '@/shared/api/client'
import type { VisitStop } from '@/shared/api/types'
import { clock, longDate } from '@/shared/format/time'
import { units, useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import SignPicks from '@/shared/ui/SignPicks.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import Waiting from '@/shared/ui/Waiting.vue'
import { TOUCH } from '@/shared/words/names'
import type { Sign } from '@/shared/words/signs'
import { dosePlain } from '@/shared/words/stop'

/** The page of somebody who looks in. The link's token stands behind the # and goes nowhere but into a header. */
const tongue = useUnits()
const token = ref(window.location.hash.slice(1))
window.addEventListener('hashchange', () => (token.value = window.location.hash.slice(1)))
const queries = useQueryClient()
const key = computed(() => ['visit', token.value])
const header = () => ({ params: { header: { Visit: token.value } } })
const query = useQuery({
  queryKey: key,
  queryFn: () => answer(api.GET('/api/visit', header())),
  retry: false,
})
watch(query.data, (now) => {
  if (now) units.system = now.units
})
const busy = ref(0)
const said = ref('')
const other = ref<number | null>(null)
const litres = ref<number | null>(null)
const wrong = ref<number[]>([])
/** The stop whose signs are being picked, and which. */
const reading = ref<number | null>(null)
const signs = ref<Sign[]>([])

async function mark(s: VisitStop, what: 'done' | 'wet' | 'wrong', amount: number | null = null) {
  if (busy.value) return
  busy.value = s.id
  said.value = ''
  const id = what === 'done' ? s.marks.watering : what === 'wet' ? s.marks.observation : newId()
  try {
    const body = {
      id,
      bed: s.id,
      what,
      ...(amount === null ? {} : { litres: amount }),
      ...(what === 'wrong' ? { signs: signs.value } : {}),
    }
    queries.setQueryData(key.value, await answer(api.POST('/api/visit', { ...header(), body })))
    other.value = null
    said.value =
      what === 'done'
        ? `${s.name}: noted, thank you.`
        : what === 'wet'
          ? `${s.name}: noted that it was wet.`
          : `${s.name}: they will see that something looks wrong.`
    if (what === 'wrong') {
      wrong.value.push(s.id)
      reading.value = null
      signs.value = []
    }
  } catch (error) {
    said.value = (error as Error).message
  } finally {
    busy.value = 0
  }
}
function asOther(s: VisitStop) {
  other.value = other.value === s.id ? null : s.id
  litres.value = Math.round(s.dose.litres * 10) / 10
}
</script>

<template>
  <Waiting v-if="query.isPending.value" label="Opening the round" :rows="4" />
  <article v-else-if="query.isError.value">
    <h1>This link does not answer</h1>
    <p class="lead">It is over, was ended, or is not whole. Ask whoever sent it for another.</p>
    <button class="btn" type="button" @click="query.refetch()">Try again</button>
  </article>
  <article v-else-if="query.data.value">
    <p class="soft">{{ longDate(query.data.value.date) }}</p>
    <h1>
      {{
        query.data.value.stops.length === 0
          ? 'Nothing to water today'
          : query.data.value.stops.length === 1
            ? 'One to water'
            : `${query.data.value.stops.length} to water`
      }}
    </h1>
    <p class="lead">
      Slowly, at the base, leaves dry. Put a finger in first: where it comes out wet, leave it and say so.
    </p>
    <p class="said" role="status">{{ said }}</p>
    <ul>
      <li v-for="s in query.data.value.stops" :key="s.id">
        <Isle :isle="s.isle" :crops="s.crops" width="100%" />
        <div>
          <h2>{{ s.name }}</h2>
          <p class="do">{{ dosePlain(s, tongue) }}</p>
          <p v-if="s.line_with.length" class="soft">
            The same run waters {{ s.line_with.map((x) => x.name).join(', ') }}: noted with it.
          </p>
          <p v-if="s.second" class="soft">The second time today, at about {{ clock(s.again_at_h ?? 16) }}.</p>
          <p v-else-if="s.again_at_h !== null" class="soft">
            And again at about {{ clock(s.again_at_h) }}: come back to this page then.
          </p>
          <p v-if="s.word === 'check'" class="soft small">
            Only where it feels dry ({{ TOUCH.dry }}),
            {{ tongue.show(s.finger_depth_m, 'small_length') }} deep.
          </p>
          <div class="acts marks">
            <button
              class="btn full"
              type="button"
              :aria-label="`Done: ${s.name}`"
              :disabled="busy !== 0"
              @click="mark(s, 'done')"
            >
              Done
            </button>
            <button
              class="btn"
              type="button"
              :aria-label="`Another amount: ${s.name}`"
              :aria-expanded="other === s.id"
              @click="asOther(s)"
            >
              Another amount
            </button>
            <button
              class="btn"
              type="button"
              :aria-label="`Looked wet: ${s.name}`"
              :disabled="busy !== 0"
              @click="mark(s, 'wet')"
            >
              Looked wet
            </button>
            <button
              class="btn"
              type="button"
              :aria-label="`Something looks wrong: ${s.name}`"
              :aria-expanded="reading === s.id"
              :disabled="busy !== 0 || wrong.includes(s.id)"
              @click="((reading = reading === s.id ? null : s.id), (signs = []))"
            >
              Something looks wrong
            </button>
          </div>
          <form v-if="reading === s.id" novalidate @submit.prevent="mark(s, 'wrong')">
            <SignPicks v-model="signs" />
            <div class="acts">
              <button class="btn full" type="submit" :disabled="busy !== 0">
                {{ signs.length ? 'Tell them what I see' : 'Tell them to look' }}
              </button>
            </div>
          </form>
          <form v-if="other === s.id" class="acts" novalidate @submit.prevent="mark(s, 'done', litres)">
            <UnitInput v-model="litres" label="It got" quantity="volume" />
            <button class="btn full" type="submit" :disabled="busy !== 0 || litres === null">Note it</button>
          </form>
        </div>
      </li>
    </ul>
    <p v-if="query.data.value.marked.length" class="soft">
      Seen to today: {{ query.data.value.marked.join(', ') }}.
    </p>
  </article>
</template>

<style scoped>
article {
  max-width: 640px;
}
ul {
  list-style: none;
  margin: 16px 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 16px;
  padding: 16px 0;
  border-top: 1px solid var(--hair);
}
.do {
  font-size: 18px;
  font-weight: 700;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
  margin-top: 12px;
}
.marks {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.marks .full,
.marks .btn:last-child {
  grid-column: 1 / -1;
}
.said {
  min-height: 24px;
  font-weight: 700;
  color: var(--water);
}
@media (max-width: 480px) {
  li {
    grid-template-columns: 72px minmax(0, 1fr);
    gap: 12px;
  }
}
</style>
