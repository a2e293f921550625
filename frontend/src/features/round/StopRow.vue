<script setup lang="ts">
import { PhCheck } from '@phosphor-icons/vue'
import { computed } from 'vue'

import { UNSURE, type MarkState } from '@/shared/outbox/outbox'
import type { Round, Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { allOf, cropsInWords, TOUCH, WETNESS } from '@/shared/words/names'
import {
  asksFinger,
  instruction,
  ledTo,
  more,
  openedBy,
  reason,
  secondInWords,
  wantsHand,
} from '@/shared/words/stop'

import StopMenu from './StopMenu.vue'
import { lastNoted, type Act, type Found } from './useRoundActions'

const props = defineProps<{
  stop: Stop
  round: Round
  picked: boolean
  open: boolean
  /** A mark of this row that is on its way. */
  mark: MarkState | null
  /** Marked while this page was open: the row shows how to take that back. */
  marked: boolean
  /** This row is a second drink of that stop; and whether its hour has come. */
  second?: Stop
  secondOpen?: boolean
  /** It was given, while this page was open. */
  secondNoted?: boolean
}>()
defineEmits<{
  pick: []
  why: []
  done: []
  felt: [found: Found]
  act: [act: Act]
  back: []
  giveUp: []
}>()
const units = useUnits()
const hand = computed(() => wantsHand(props.stop))
const dose = computed(() => (hand.value ? props.stop.dose : null))
const litres = computed(() => {
  if (!dose.value || props.stop.word === 'check') return ''
  return units.show(dose.value.litres, 'volume')
})
const READINGS = allOf(WETNESS)
const noted = computed(() => (props.second ? null : lastNoted(props.stop, props.marked)))
const second = computed(() =>
  props.second ? secondInWords(props.second, units, props.round.limits.windows) : null,
)
const outcomesShown = computed(() => hand.value && props.stop.word === 'check' && !props.mark)
/** Another row opens the line that waters this one. */
const with_ = computed(() => (noted.value ? '' : openedBy(props.stop)))
const waits = computed(() => props.second !== undefined && !props.secondOpen)
const settled = computed(() => (props.stop.put_off ? 'Left' : 'Done'))
</script>

<template>
  <li
    :id="`${second ? 'again' : 'stop'}-${stop.id}`"
    class="stop"
    :class="[stop.word, { picked }]"
    tabindex="-1"
    :aria-current="picked ? 'true' : undefined"
    @click="$emit('pick')"
  >
    <RouterLink
      class="glyph"
      :to="{ name: 'bed', params: { garden: round.garden.id, bed: stop.id } }"
      :aria-label="`Open ${stop.name}`"
    >
      <Isle :isle="stop.isle" :crops="stop.crops" :width="104" />
    </RouterLink>
    <div class="words">
      <h3 class="title">
        <span class="name">{{ stop.name }}</span>
        <span class="soft crops">{{ cropsInWords(stop.crops) }}</span>
      </h3>
      <p class="do">
        {{ second ? second.what : stop.put_off ? 'Not today' : instruction(stop, units) }}
      </p>
      <p v-if="mark === 'unsure'" class="small" aria-live="polite">
        {{ UNSURE }}
        <button class="why" type="button" @click.stop="$emit('giveUp')">Stop sending</button>
      </p>
      <p v-else-if="second" class="soft small">{{ second.why }}</p>
      <p v-else class="soft small">
        {{ outcomesShown && stop.cause === 'doubt' ? asksFinger(stop) : reason(stop, round, units) }}
        {{ more(stop, units, round.hours?.windows) }}
        <button
          v-if="dose && noted && !mark"
          class="why"
          type="button"
          :aria-label="`${stop.name}: undo`"
          @click.stop="$emit('back')"
        >
          Undo
        </button>
        <button class="why" type="button" :aria-expanded="open" @click.stop="$emit('why')">
          Why{{ dose && stop.word !== 'check' ? ` ${units.show(dose.litres, 'volume')}` : '' }}?
        </button>
      </p>
      <p v-if="stop.feeding?.with_soak && stop.feeding.dose && !second" class="small">
        Feed with it: {{ Math.round(stop.feeding.dose.amount) }}
        {{ stop.feeding.dose.kind === 'liquid' || stop.feeding.dose.kind === 'brew' ? 'mL' : 'g' }} of
        {{ stop.feeding.dose.feed }}, below.
      </p>
      <div
        v-if="outcomesShown"
        class="finger"
        role="group"
        :aria-label="`${stop.name}: what the finger finds`"
      >
        <button
          v-for="x in READINGS"
          :key="x.value"
          class="btn"
          type="button"
          :title="TOUCH[x.value]"
          @click.stop="$emit('felt', x.value)"
        >
          <span class="visually-hidden">{{ stop.name }}: </span><strong>{{ x.label }}</strong>
          <span class="touch">{{ TOUCH[x.value] }}</span>
          <span class="led figures">{{ ledTo(stop, x.value, units) }}</span>
        </button>
      </div>
    </div>
    <div class="hand">
      <p v-if="dose" class="litres figures">{{ litres }}</p>
      <p v-if="dose && dose.into === 'soil' && stop.word !== 'check'" class="soft small figures">
        {{ units.range(dose.litres_band, 'volume') }}
      </p>
      <!-- Where the litres stood, and not where Done was. -->
      <button
        v-if="!dose && noted && !mark"
        class="btn undo"
        type="button"
        :aria-label="`${stop.name}: undo`"
        @click.stop="$emit('back')"
      >
        Undo
      </button>
      <div class="acts">
        <span v-if="mark" class="settled" aria-live="polite">Noting…</span>
        <template v-else>
          <span v-if="secondNoted" class="settled"><PhCheck :size="18" aria-hidden="true" />Done</span>
          <span v-else-if="waits" class="settled soft">Later</span>
          <span v-else-if="with_ && hand" class="settled soft">With it</span>
          <button
            v-else-if="hand && stop.word !== 'check'"
            class="btn full"
            type="button"
            :aria-label="`${stop.name}: ${second ? 'second drink ' : ''}done`"
            @click.stop="$emit('done')"
          >
            Done
          </button>
          <span v-else-if="noted" class="settled"
            ><PhCheck :size="18" aria-hidden="true" />{{ settled }}</span
          >
        </template>
        <StopMenu v-if="!second" :stop="stop" @act="$emit('act', $event)" />
      </div>
    </div>
  </li>
</template>

<style scoped>
.stop {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  padding: 12px 8px 12px 5px;
  border-bottom: 1px solid var(--hair);
  border-left: 3px solid transparent;
  list-style: none;
  scroll-margin: 24px;
}
.stop.picked {
  border-left-color: var(--water);
}
.title {
  font: inherit;
  font-size: 16px;
  margin: 0;
}
.name {
  font-family: var(--display);
  font-size: 21px;
  font-weight: 600;
  margin-right: 4px;
}
.crops {
  font-weight: 400;
}
.stop:focus {
  outline: none;
}
.finger {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
  margin-top: 8px;
}
.finger .btn {
  flex-direction: column;
  align-items: flex-start;
  justify-content: flex-start;
  gap: 0;
  padding: 6px 10px;
  line-height: 1.25;
  text-align: left;
  white-space: normal;
}
.touch {
  font-size: 14px;
  font-weight: 400;
  color: var(--ink-soft);
}
.led {
  margin-top: auto;
  font-family: var(--display);
  font-weight: 600;
}
.do {
  font-size: 17px;
  font-weight: 600;
}
.wait .do,
.leave .do,
.empty .do {
  font-weight: 400;
}
.why {
  font: inherit;
  color: var(--water);
  background: none;
  border: 0;
  padding: 0 4px;
  min-height: 24px;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.hand {
  text-align: right;
}
.litres {
  font-family: var(--display);
  font-size: 22px;
  font-weight: 600;
  line-height: 1.2;
}
.acts {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
  margin-top: 8px;
}
/* Where Done was stands that it is done, and no button: a second tap of the thumb finds nothing there. */
.undo {
  min-width: 72px;
}
.settled {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  min-height: 44px;
  min-width: 72px;
  color: var(--water);
  font-weight: 700;
}
@media (max-width: 760px) {
  .stop {
    grid-template-columns: 76px minmax(0, 1fr);
    grid-template-rows: 1fr auto;
    gap: 12px;
    padding: 16px 4px 16px 1px;
    align-items: start;
  }
  .glyph :deep(svg) {
    width: 76px;
  }
  .hand {
    grid-column: 1 / -1;
    display: flex;
    align-items: center;
    gap: 12px;
    text-align: left;
  }
  .acts {
    margin: 0 0 0 auto;
  }
  .finger {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .acts .full,
  .acts .settled {
    min-width: 112px;
    min-height: 48px;
  }
}
@media print {
  .stop {
    grid-template-columns: 36px minmax(0, 1fr) auto;
    grid-template-rows: auto;
    gap: 8px;
    padding: 1px 0;
    break-inside: avoid;
  }
  .glyph :deep(svg) {
    width: 36px;
  }
  .hand {
    display: block;
    grid-column: auto;
    text-align: right;
  }
  .hand > .small {
    display: none;
  }
  .litres {
    font-size: 13pt;
  }
  .acts,
  .why,
  .touch,
  .words > .small {
    display: none;
  }
  .name {
    font-size: 13pt;
  }
  .do {
    font-size: 11pt;
  }
  /* A box to tick by hand. */
  .stop:not(.leave, .wait, .too_wet, .empty) .name::before {
    content: '☐ ';
    font-family: var(--text);
  }
  .finger .btn {
    min-height: 0;
    padding: 2px 6px;
  }
}
</style>
