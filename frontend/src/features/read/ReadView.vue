<script setup lang="ts">
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { EXAMPLE_ISLES } from '@/shared/isle/examples'
import { GLOSSARY } from '@/shared/words/glossary'

/** How to read an isle: the one picture of all views, and the words beside it. */
defineProps<{ garden: number }>()
const units = useUnits()
const [low, half, brimming] = EXAMPLE_ISLES as [
  (typeof EXAMPLE_ISLES)[number],
  (typeof EXAMPLE_ISLES)[number],
  (typeof EXAMPLE_ISLES)[number],
]
</script>

<template>
  <article>
    <h1>How to read an isle</h1>
    <p class="lead">
      Every bed, pot or box is an isle: its soil from the side, as deep as its roots, filled to the water it
      still holds.
    </p>
    <div class="big">
      <Isle :isle="half.isle" :crops="half.crops" width="100%" labels />
      <dl>
        <dt>
          <svg width="40" height="20" aria-hidden="true"><path d="M2 10q9 -5 18 0t18 0" class="line" /></svg>
          the waterline
        </dt>
        <dd>Damp below, dry above. On the Round it is this morning’s, before you water.</dd>
        <dt>
          <svg width="40" height="20" aria-hidden="true">
            <rect x="2" y="4" width="36" height="12" class="doubt" />
          </svg>
          the paler band
        </dt>
        <dd>How sure that is: 8 of 10 runs lie within it.</dd>
        <dt>
          <svg width="40" height="20" aria-hidden="true">
            <path d="M2 10H30" class="suffer" />
            <path d="M38 10l-8 -4v8Z" class="flag" />
          </svg>
          the clay arrow
        </dt>
        <dd>Below it plants begin to suffer: what is drawn with ease is gone.</dd>
        <dt>
          <svg width="40" height="20" aria-hidden="true">
            <path d="M10 10H38" class="air" />
            <circle cx="5" cy="10" r="3" class="ring" />
          </svg>
          the small ring
        </dt>
        <dd>Above it roots lack air. Water that stands there does harm.</dd>
        <dt>
          <svg width="40" height="20" aria-hidden="true">
            <path d="M20 2V18M20 4q-7 4 -7 12M20 4q7 4 7 12" class="root" />
          </svg>
          the fine lines
        </dt>
        <dd>Roots, to the depth that you water for.</dd>
      </dl>
    </div>
    <ul class="three">
      <li>
        <Isle :isle="low.isle" :crops="low.crops" :width="132" />
        <p><strong>Low.</strong> The line has sunk past the arrow: water it.</p>
      </li>
      <li>
        <Isle :isle="half.isle" :crops="half.crops" :width="132" />
        <p><strong>Well.</strong> {{ units.show(half.isle.net_mm.mid, 'depth') }} missing: leave it.</p>
      </li>
      <li>
        <Isle :isle="brimming.isle" :crops="brimming.crops" :width="132" />
        <p><strong>Brimming.</strong> Above the ring: let it dry, whatever the leaves say.</p>
      </li>
    </ul>
    <h2>The other drawings</h2>
    <dl class="plain">
      <dt>The ribbon of the day</dt>
      <dd>
        Deep water: the good hours. Clay stripes: hot, rest. Paler water: the evening’s, when pots have
        cooled. A thin bar below: when taps may run.
      </dd>
      <dt>The cells of Ahead</dt>
      <dd>
        The water left that evening if the rounds until then are done, full at the top. A drop is a soak, a
        cloud a bed that is left to the rain, a dashed brim means plants suffer.
      </dd>
      <dt>The basins of Ground</dt>
      <dd>
        The same water seen from above. A dashed edge means plants suffer, a thick one that water stands above
        the air mark.
      </dd>
    </dl>
    <h2>Words</h2>
    <dl class="words">
      <template v-for="x in GLOSSARY" :key="x.key">
        <dt :id="`word-${x.key}`">
          {{ x.term }}<span v-if="x.symbol" class="soft"> {{ x.symbol }}</span>
        </dt>
        <dd>
          {{ x.plain }} <span v-if="x.source" class="soft small">{{ x.source }}</span>
        </dd>
      </template>
    </dl>
  </article>
</template>

<style scoped>
article {
  max-width: 820px;
}
.big {
  display: grid;
  grid-template-columns: minmax(0, 340px) minmax(0, 1fr);
  gap: 32px;
  margin: 16px 0 24px;
}
dl {
  margin: 0;
}
dt {
  font-weight: 700;
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}
dd {
  margin: 0;
}
.three {
  list-style: none;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 24px;
}
.three li {
  width: 200px;
}
h2 {
  margin: 24px 0 0;
}
.line {
  stroke: var(--ink);
  stroke-width: 1.6;
  fill: none;
}
.doubt {
  fill: var(--water);
  opacity: 0.25;
}
.suffer {
  stroke: var(--clay);
  stroke-width: 1.6;
  stroke-dasharray: 5 3;
}
.flag {
  fill: var(--clay);
}
.air {
  stroke: var(--ink);
  stroke-dasharray: 1.5 4;
}
.ring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.root {
  stroke: var(--ink-soft);
  fill: none;
}
@media (max-width: 760px) {
  .big {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
