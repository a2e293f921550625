<script setup lang="ts">
import { computed } from 'vue'

import type { Round } from '@/shared/api/types'
import { clock } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { windowsInWords } from '@/shared/words/stop'

/** The good hours as a ribbon across the day. */
const props = defineProps<{ hours: NonNullable<Round['hours']>; windows?: number[][] }>()
const units = useUnits()
const FROM = 4
const TO = 24
const NOON = 12
const x = (h: number) => ((Math.min(TO, Math.max(FROM, h)) - FROM) / (TO - FROM)) * 100
const early = (w: number[]) => w[0]! < NOON
const span = (pair: number[]) => ({ left: `${x(pair[0]!)}%`, width: `${x(pair[1]!) - x(pair[0]!)}%` })
/** Where watering is not allowed all day, the hours in which it is. */
const allowed = computed(() => (props.windows ?? []).filter(([from, to]) => from! > 0 || to! < 24))
const allowedWords = computed(() =>
  props.windows && props.windows.length === 0
    ? 'Watering is not allowed today.'
    : allowed.value.length
      ? `Taps may run ${allowed.value.map(([from, to]) => `${clock(from!)} to ${clock(to!)}`).join(' and ')}.`
      : '',
)
const words = computed(() => {
  const h = props.hours
  const hot = h.hot ? ` Hot from ${clock(h.hot[0]!)} to ${clock(h.hot[1]!)}: rest and shade.` : ''
  return `${windowsInWords(h.windows)}.${hot}`
})
/** A label centred further right would leave the ribbon. */
const LABEL_ENDS = 92
</script>

<template>
  <figure>
    <div class="ribbon" role="img" :aria-label="words">
      <div v-if="hours.hot" class="band hot" :style="span(hours.hot)"></div>
      <div
        v-for="w in hours.windows"
        :key="w[0]"
        class="band"
        :class="early(w) ? 'good' : 'late'"
        :style="span(w)"
      ></div>
    </div>
    <div v-if="allowed.length" class="allowed" aria-hidden="true">
      <div v-for="w in allowed" :key="w[0]" class="bar" :style="span(w)"></div>
    </div>
    <div class="ticks figures" aria-hidden="true">
      <span v-for="h in [6, 9, 12, 15, 18, 21]" :key="h" :style="{ left: `${x(h)}%` }">{{ h }}</span>
      <span v-for="w in hours.windows.filter(early)" :key="w[0]" class="over first"
        >water till {{ clock(w[1]!) }}</span
      >
      <span
        v-if="hours.hot"
        class="over clay"
        :style="{ left: `${(x(hours.hot[0]!) + x(hours.hot[1]!)) / 2}%` }"
      >
        hot: rest, shade
      </span>
      <span
        v-for="w in hours.windows.filter((y) => !early(y))"
        :key="w[0]"
        class="over"
        :style="{ left: `${Math.min((x(w[0]!) + x(w[1]!)) / 2, LABEL_ENDS)}%` }"
        >pots cool</span
      >
    </div>
    <figcaption class="soft small">
      {{ units.num(hours.tmin, 'temperature') }} to {{ units.show(hours.tmax, 'temperature') }} today.
      <template v-if="hours.windows.some(early)"
        >First light is the best hour: cool soil, dry leaves by noon.</template
      >
      {{ allowedWords }}
      <strong v-if="['extreme caution', 'danger', 'extreme danger'].includes(hours.heat_class)" class="clay">
        Heat index: {{ hours.heat_class }}. Work early, drink, stop when dizzy.
      </strong>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 24px 0 8px;
}
.ribbon {
  position: relative;
  height: 22px;
  margin-top: 20px;
  border-radius: 11px;
  background: color-mix(in srgb, var(--soil-dry) 55%, var(--paper));
}
.band {
  position: absolute;
  top: 0;
  bottom: 0;
  border-radius: 11px;
  overflow: hidden;
}
.good {
  background: var(--water);
}
.late {
  background: var(--water-mid);
}
.hot {
  background: repeating-linear-gradient(115deg, var(--clay) 0 1.5px, transparent 1.5px 6px);
}
.allowed {
  position: relative;
  height: 5px;
}
.allowed .bar {
  position: absolute;
  top: 2px;
  height: 3px;
  background: var(--ink);
}
.ticks {
  position: relative;
  height: 24px;
  font-size: 14px;
  color: var(--ink-soft);
}
.ticks span {
  position: absolute;
  transform: translateX(-50%);
}
.ticks .over {
  top: -46px;
  white-space: nowrap;
}
.ticks .first {
  left: 0;
  transform: none;
  color: var(--ink);
}
.clay {
  color: var(--clay);
}
</style>
