<script setup lang="ts">
import { computed } from 'vue'

import { useBeds, useGardens, useMeasurements } from '@/shared/api/queries'
import { useUndo } from '@/shared/outbox/useOutbox'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'

import { foundWords, nextTest, TESTS } from './bench'
import BenchTest from './BenchTest.vue'
import MixCalculator from './MixCalculator.vue'

/** Small tests that end in a number the plan uses, and what was found so far. */
const props = defineProps<{ garden: number; test?: string; bed?: number; rig?: number }>()
const units = useUnits()
const gardens = useGardens()
const own = computed(() => gardens.data.value?.find((g) => g.id === props.garden))
const owner = computed(() => own.value?.role === 'owner')
const kept = useMeasurements(() => props.garden)
const beds = useBeds(() => props.garden)
const next = computed(() =>
  own.value && beds.data.value && kept.data.value
    ? nextTest(own.value, beds.data.value, kept.data.value)
    : null,
)
const chosen = computed(() => TESTS.find((t) => t.kind === (props.test ?? next.value?.test)))
const mixing = computed(() => props.test === 'mix')
const to = (test: string) => ({ name: 'bench', params: { garden: props.garden }, query: { test } })
const NAME = Object.fromEntries(TESTS.map((t) => [t.kind, t.name]))
const undo = useUndo(() => props.garden)
const takeBack = (id: string) => undo(id, { text: 'It is undone; what stood there before stands again.' })
</script>

<template>
  <h1>Bench</h1>
  <p class="lead soft">Small tests, each ending in a number that the plan uses instead of a guess.</p>
  <p v-if="test" class="back">
    <RouterLink class="btn" :to="{ name: 'bench', params: { garden } }">All tests</RouterLink>
  </p>
  <div class="bench" :class="{ picked: test }">
    <nav aria-label="Tests">
      <ul>
        <li v-for="t in TESTS" :key="t.kind">
          <RouterLink
            :to="to(t.kind)"
            :class="{ here: t.kind === chosen?.kind && !mixing }"
            :aria-current="(t.kind === chosen?.kind && !mixing) || undefined"
          >
            <strong>{{ t.name }}</strong> <span class="soft">{{ t.question }}</span>
          </RouterLink>
        </li>
        <li>
          <RouterLink :to="to('mix')" :class="{ here: mixing }" :aria-current="mixing || undefined">
            <strong>Mix</strong> <span class="soft">How much of each part do I need?</span>
          </RouterLink>
        </li>
      </ul>
    </nav>
    <section v-if="chosen && own && !mixing" :key="chosen.kind" aria-labelledby="test">
      <p v-if="!test && next" class="soft">Next: {{ next.why }}</p>
      <h2 id="test">{{ chosen.question }}</h2>
      <BenchTest v-if="owner" :garden="own" :test="chosen" :bed="bed ?? next?.bed" :rig="rig ?? next?.rig" />
      <p v-else class="soft">The garden’s owner keeps its tests.</p>
    </section>
    <section v-else-if="mixing" aria-labelledby="test">
      <h2 id="test">How much of each part do I need?</h2>
      <MixCalculator :garden="garden" />
    </section>
    <p v-else class="soft pick">All that tells most is tested. Pick one to test it again.</p>
  </div>
  <section v-if="kept.data.value?.length" class="kept" aria-labelledby="kept">
    <h2 id="kept">Found so far</h2>
    <ul>
      <li v-for="m in kept.data.value" :key="m.id">
        <span class="date">{{ shortDate(m.date) }}</span>
        <span>
          <strong
            >{{ NAME[m.kind] }}{{ m.bed_name || m.rig_name ? `, ${m.bed_name || m.rig_name}` : '' }}</strong
          >
          {{ foundWords(m.kind, m.found, units) }}
        </span>
        <button v-if="owner" class="btn" type="button" @click="takeBack(m.id)">
          Undo<span class="visually-hidden"> {{ NAME[m.kind] }} of {{ shortDate(m.date) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(240px, 320px) minmax(0, 1fr);
  gap: 40px;
  align-items: start;
  margin-top: 16px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
nav a {
  display: block;
  padding: 8px 12px;
  min-height: 44px;
  color: inherit;
  text-decoration: none;
  border-left: 3px solid var(--hair);
}
nav a strong {
  display: block;
}
nav a.here {
  border-left-color: var(--water);
  background: var(--page);
}
.back {
  display: none;
  margin: 16px 0 0;
}
.pick {
  padding-top: 16px;
}
h2 {
  margin-top: 0;
}
.kept {
  margin-top: 40px;
  border-top: 1px solid var(--ink);
  padding-top: 16px;
  max-width: 860px;
}
.kept li {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr) auto;
  gap: 8px 16px;
  align-items: start;
  padding: 8px 0;
  border-bottom: 1px dotted var(--hair);
}
.kept strong {
  display: block;
}
@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
  .picked nav {
    display: none;
  }
  .back {
    display: block;
  }
}
@media (max-width: 560px) {
  .kept li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
