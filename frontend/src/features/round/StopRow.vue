<script setup lang="ts">
import { PhCheck } from '@phosphor-icons/vue'
import { computed, nextTick, useTemplateRef } from 'vue'

import { UNSURE, type MarkState } from '@/shared/outbox/outbox'
import type { Round, Stop } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import Isle from '@/shared/isle/Isle.vue'
import { cropsInWords, WETNESS } from '@/shared/words/names'
import { instruction, more, reason, secondInWords } from '@/shared/words/stop'

import { lastNoted, type Found } from './useRoundActions'

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
  other: []
  notToday: []
  felt: [found: Found]
  ranOut: []
  alter: []
  back: []
  giveUp: []
}>()
const units = useUnits()
const hand = computed(() => !props.stop.put_off && ['soak', 'fill', 'check'].includes(props.stop.word))
const dose = computed(() => (hand.value ? props.stop.dose : null))
const litres = computed(() => {
  if (!dose.value) return ''
  if (props.stop.word !== 'check') return units.show(dose.value.litres, 'volume')
  const dry = props.stop.if_felt.find((x) => x.reading === 'dry')?.dose ?? dose.value
  return `0 or ${units.show(dry.litres, 'volume')}`
})
/** Whether what is too much runs out below, so that it can be seen: poured today, or about to be. */
const runs = computed(
  () =>
    props.stop.container &&
    !props.stop.sealed &&
    !props.stop.reservoir_capacity_l &&
    ((hand.value && props.stop.word === 'soak') || props.stop.waterings_today.length > 0),
)
const noted = computed(() => (props.second ? null : lastNoted(props.stop, props.marked)))
const second = computed(() =>
  props.second ? secondInWords(props.second, units, props.round.limits.windows) : null,
)
const waits = computed(() => props.second !== undefined && !props.secondOpen)
const settled = computed(() => (props.stop.put_off ? 'Left' : 'Done'))

// The menu is made when it is first asked for: forty of them that nobody opens are most of a phone's first second.
const menuMade = ref(false)
const menu = useTemplateRef<{ handleOpen: () => void }>('menu')
async function openMenu() {
  menuMade.value = true
  await nextTick()
  menu.value?.handleOpen()
  document.getElementById(`more-${props.stop.id}`)?.focus()
}
</script>

<template>
  <li
    :id="`${second ? 'again' : 'stop'}-${stop.id}`"
    class="stop"
    :class="[stop.word, { picked }]"
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
      <p class="title">
        <span v-if="stop.gives" class="gives">can wait</span> <span class="name">{{ stop.name }}</span>
        <span class="soft">{{ cropsInWords(stop.crops) }}</span>
      </p>
      <p class="do">
        {{ second ? second.what : stop.put_off ? 'Not today' : instruction(stop, units) }}
      </p>
      <p v-if="mark === 'unsure'" class="small" aria-live="polite">
        {{ UNSURE }}
        <button class="why" type="button" @click.stop="$emit('giveUp')">Stop sending</button>
      </p>
      <p v-else-if="second" class="soft small">{{ second.why }}</p>
      <p v-else class="soft small">
        {{ reason(stop, round, units) }} {{ more(stop, units, round.hours?.windows) }}
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
    </div>
    <div class="hand">
      <p v-if="dose" class="litres figures">{{ litres }}</p>
      <p v-if="dose && dose.into === 'soil' && stop.word !== 'check'" class="soft small figures">
        {{ units.band(dose.litres_band, 'volume') }}
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
          <template v-if="hand && stop.word === 'check'">
            <button
              v-for="reading in ['dry', 'just_damp', 'wet'] as const"
              :key="reading"
              class="btn"
              type="button"
              :aria-label="`${stop.name}: ${WETNESS[reading]}`"
              @click.stop="$emit('felt', reading)"
            >
              {{ reading === 'just_damp' ? 'Damp' : WETNESS[reading] }}
            </button>
          </template>
          <span v-else-if="secondNoted" class="settled"><PhCheck :size="18" aria-hidden="true" />Done</span>
          <span v-else-if="waits" class="settled soft">Later</span>
          <button
            v-else-if="hand"
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
        <template v-if="second" />
        <button
          v-else-if="!menuMade"
          class="btn more"
          type="button"
          :aria-label="`${stop.name}: more`"
          aria-haspopup="menu"
          @click.stop="openMenu"
        >
          ···
        </button>
        <el-dropdown v-else ref="menu" trigger="click" placement="bottom-end">
          <button
            :id="`more-${stop.id}`"
            class="btn more"
            type="button"
            :aria-label="`${stop.name}: more`"
            @click.stop
          >
            ···
          </button>
          <template #dropdown>
            <el-dropdown-menu>
              <el-dropdown-item @click="$emit('other')">
                {{ hand ? 'Another amount' : 'Watered it anyway' }}
              </el-dropdown-item>
              <el-dropdown-item v-if="hand" @click="$emit('notToday')">Not today</el-dropdown-item>
              <el-dropdown-item v-if="runs" @click="$emit('ranOut')">
                {{ hand ? 'Done, and it ran out below' : 'It ran out below' }}
              </el-dropdown-item>
              <el-dropdown-item v-if="runs" @click="$emit('felt', 'saucer')">
                Water in its saucer
              </el-dropdown-item>
              <el-dropdown-item @click="$emit('felt', 'still_wet')">Looked wet, left it</el-dropdown-item>
              <el-dropdown-item @click="$emit('felt', 'dry')">Felt dry</el-dropdown-item>
              <el-dropdown-item divided @click="$emit('alter')">Something changed…</el-dropdown-item>
            </el-dropdown-menu>
          </template>
        </el-dropdown>
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
  font-size: 16px;
}
.name {
  font-family: var(--display);
  font-size: 21px;
  font-weight: 600;
  margin-right: 4px;
}
.gives {
  color: var(--clay);
  font-weight: 700;
  font-size: 14px;
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
.check .acts .btn {
  padding: 0 12px;
}
.check .acts .more {
  padding: 0;
}
.acts {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
  margin-top: 8px;
}
.more {
  min-width: 44px;
  padding: 0;
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
  .acts .full,
  .acts .settled {
    min-width: 112px;
    min-height: 48px;
  }
}
@media print {
  .acts,
  .why {
    display: none;
  }
}
</style>
