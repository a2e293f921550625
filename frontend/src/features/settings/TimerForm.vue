<script setup lang="ts">
import type { Programme, Rig } from '@/shared/api/types'
import Choice from '@/shared/ui/Choice.vue'
import DateField from '@/shared/ui/DateField.vue'
import OpenNumber from '@/shared/ui/OpenNumber.vue'
import TimeField from '@/shared/ui/TimeField.vue'
import UnitInput from '@/shared/ui/UnitInput.vue'
import { WEEKDAYS } from '@/shared/words/names'

/** What a tap's timer is set to: how often, at which hours, for how long, and on which outlet. */
const props = defineProps<{ rig: Rig; today: string; busy: boolean }>()
const emit = defineEmits<{ set: [programmes: Programme[]]; off: [programmes: Programme[]] }>()
const form = reactive({
  outlet: 1,
  often: 7,
  weekdays: [] as number[],
  starts: [6],
  from: props.today,
  minutes: null as number | null,
  litres: null as number | null,
})
const BY_WEEKDAY = 0
const OFTEN = [
  ...[1, 2, 3, 4, 5, 7, 10, 14].map((n) => ({ value: n, label: n === 1 ? 'every day' : `every ${n} days` })),
  { value: BY_WEEKDAY, label: 'on weekdays of its own' },
]
const OUTLETS = Array.from({ length: 8 }, (_, i) => ({ value: i + 1, label: `outlet ${i + 1}` }))
const latest = computed(() => props.rig.programmes.filter((p) => p.outlet === form.outlet).at(-1))
const runs = computed(() => Boolean(latest.value?.on))
watch(
  latest,
  (p) => {
    if (!p?.on) return
    Object.assign(form, {
      often: p.weekdays.length ? BY_WEEKDAY : p.every_days,
      weekdays: [...p.weekdays],
      starts: p.starts.length ? [...p.starts] : [6],
      minutes: p.minutes,
      litres: p.litres,
    })
  },
  { immediate: true },
)
/** What was set before a day has run, and stays; and what other outlets are set to. */
const kept = (day: string) => props.rig.programmes.filter((p) => p.date < day || p.outlet !== form.outlet)
function set() {
  const { outlet, often, weekdays, starts, from, minutes, litres } = form
  const programme: Programme = {
    date: from,
    every_days: often || 1,
    weekdays: often === BY_WEEKDAY ? [...weekdays].sort((a, b) => a - b) : [],
    starts: [...starts].sort((a, b) => a - b),
    minutes,
    litres,
    on: true,
    outlet,
    tells: latest.value?.tells ?? false,
  }
  emit('set', [...kept(from), programme])
}
function switchOff() {
  const off: Programme = {
    date: props.today,
    every_days: 1,
    weekdays: [],
    starts: [],
    minutes: null,
    litres: null,
    on: false,
    outlet: form.outlet,
    tells: false,
  }
  emit('off', [...kept(props.today), off])
}
</script>

<template>
  <form novalidate @submit.prevent="set">
    <p class="soft small">
      A timer that only runs: what it is set to is taken as done, until you note what its line gave that day.
      Boxes with a valve each fill until it shuts; without valves each gets the same.
    </p>
    <div class="row">
      <Choice v-model="form.outlet" label="Of several outlets" :options="OUTLETS" />
      <Choice v-model="form.often" label="How often" :options="OFTEN" />
      <DateField v-model="form.from" label="First on" :min="today" />
    </div>
    <el-checkbox-group v-if="form.often === BY_WEEKDAY" v-model="form.weekdays" aria-label="Weekdays">
      <el-checkbox v-for="(name, i) in WEEKDAYS" :key="name" :value="i + 1">{{ name }}</el-checkbox>
    </el-checkbox-group>
    <div class="row">
      <TimeField
        v-for="(_, i) in form.starts"
        :key="i"
        v-model="form.starts[i]!"
        :label="form.starts.length > 1 ? `Start ${i + 1}` : 'Starts at'"
      />
      <button v-if="form.starts.length < 6" class="btn" type="button" @click="form.starts.push(20)">
        One more start
      </button>
      <button v-if="form.starts.length > 1" class="btn" type="button" @click="form.starts.pop()">
        One less
      </button>
    </div>
    <div class="row">
      <OpenNumber v-model="form.minutes" class="narrow" label="Drip lines run, minutes" />
      <UnitInput
        v-model="form.litres"
        label="Into each box"
        quantity="volume"
        hint="left open, without minutes: until its valve shuts"
      />
    </div>
    <div class="row">
      <button class="btn" type="submit" :disabled="busy">Set the timer</button>
      <button v-if="runs" class="btn" type="button" :disabled="busy" @click="switchOff">
        Switched off today
      </button>
    </div>
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 12px;
  margin-bottom: 16px;
}
</style>
