<script setup lang="ts">
import { computed } from 'vue'

import { answer, api } from '@/shared/api/client'
import { useBeds, useDevices } from '@/shared/api/queries'
import type { Device, Garden } from '@/shared/api/types'
import { shortDate } from '@/shared/format/time'
import { useUnits } from '@/shared/format/units'
import { useChange } from '@/shared/outbox/useOutbox'
import Choice from '@/shared/ui/Choice.vue'
import Picks from '@/shared/ui/Picks.vue'
import { say } from '@/shared/ui/snack'
import { deviceInWords, faultInWords, ranInWords } from '@/shared/words/devices'

/** Timers that obey and report, and soil probes: how they stand, what is wrong, and a door for a new one. */
const props = defineProps<{ garden: Garden }>()
const units = useUnits()
const query = useDevices(() => props.garden.id)
const beds = useBeds(() => props.garden.id)
const owner = computed(() => props.garden.role === 'owner')
const form = reactive({
  name: '',
  kind: 'timer' as Device['kind'],
  rig: props.garden.rigs[0]?.id ?? null,
  bed: null as number | null,
  played: true,
  problem: '',
})
/** An account whose password is told this once. */
const told = ref<{ account: string; password: string; topics: string; played: boolean } | null>(null)
const path = (device_id: number) => ({
  params: { path: { garden_id: props.garden.id, device_id } },
})
const add = useChange(
  () => props.garden.id,
  (_: null, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/devices', {
        params: { path: { garden_id: props.garden.id } },
        body: {
          name: form.name,
          kind: form.kind,
          ...(form.kind === 'timer' ? { rig: form.rig } : { bed: form.bed }),
          played: form.played,
        },
        ...mark,
      }),
    ),
)
async function letIn() {
  form.problem = ''
  try {
    told.value = await add.mutateAsync(null)
    form.name = ''
  } catch (error) {
    form.problem = (error as Error).message
  }
}
const order = useChange(
  () => props.garden.id,
  (x: { device: Device; do: 'run' | 'close'; outlet: number }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/devices/{device_id}/tell', {
        ...path(x.device.id),
        body: { do: x.do, outlet: x.outlet, ...(x.do === 'run' ? { minutes: TRIAL_MIN } : {}) },
        ...mark,
      }),
    ),
)
const TRIAL_MIN = 10
async function tell(device: Device, deed: 'run' | 'close', outlet: number) {
  try {
    await order.mutateAsync({ device, do: deed, outlet })
    say(
      deed === 'run'
        ? `${device.name} is told to run ${TRIAL_MIN} minutes.`
        : `${device.name} is told to close.`,
    )
  } catch (error) {
    say((error as Error).message)
  }
}
const out = useChange(
  () => props.garden.id,
  (device: Device, mark) =>
    answer(api.DELETE('/api/gardens/{garden_id}/devices/{device_id}', { ...path(device.id), ...mark })),
)
async function putOut(device: Device) {
  try {
    await out.mutateAsync(device)
    say(`${device.name} is let in no longer. What it reported stays.`)
  } catch (error) {
    say((error as Error).message)
  }
}
const outlets = (x: Device) => (x.ran.length ? x.ran.map((r) => r.outlet) : [1])
const DAY_MS = 86_400_000
/** Only where it is long ago. */
const heard = (x: Device) =>
  x.heard_at && Date.now() - Date.parse(x.heard_at) > DAY_MS
    ? `Last heard on ${shortDate(x.heard_at.slice(0, 10))}.`
    : ''
</script>

<template>
  <section aria-labelledby="devices">
    <h2 id="devices">Timers that report, and probes</h2>
    <p
      v-if="query.data.value && !query.data.value.connected && query.data.value.devices.length"
      class="alarm"
      role="status"
    >
      No device can be heard{{
        query.data.value.since ? ` since ${query.data.value.since.slice(11, 16)}` : ''
      }}: the broker or the listener is not running. What they did meanwhile comes when they are heard again;
      all else works.
    </p>
    <ul v-if="query.data.value?.devices.length" class="devices">
      <li v-for="x in query.data.value.devices" :key="x.id">
        <h3>
          {{ x.name }} <span class="soft">on {{ x.at }}</span>
        </h3>
        <p v-for="f in x.faults" :key="f.fault" class="fault" role="status">
          {{ faultInWords(f, garden.today, units) }}
        </p>
        <p v-for="text in ranInWords(x, garden.today, units)" :key="text">{{ text }}</p>
        <p class="soft small">{{ deviceInWords(x) }} {{ heard(x) }}</p>
        <p class="acts no-print">
          <template v-if="x.kind === 'timer'">
            <template v-for="n in outlets(x)" :key="n">
              <button class="btn" type="button" :disabled="order.isPending.value" @click="tell(x, 'run', n)">
                Run {{ TRIAL_MIN }} minutes now{{ outlets(x).length > 1 ? `, outlet ${n}` : '' }}
              </button>
              <button
                class="btn"
                type="button"
                :disabled="order.isPending.value"
                @click="tell(x, 'close', n)"
              >
                Close it{{ outlets(x).length > 1 ? `, outlet ${n}` : '' }}
              </button>
            </template>
          </template>
          <button
            v-if="owner"
            class="btn plain"
            type="button"
            :disabled="out.isPending.value"
            @click="putOut(x)"
          >
            Let {{ x.name }} in no longer
          </button>
        </p>
      </li>
    </ul>
    <p v-else class="soft">
      None yet. A timer that reports is set from here, and its litres count as they were measured.
    </p>
    <details v-if="owner" class="no-print">
      <summary>Let a device in</summary>
      <form novalidate @submit.prevent="letIn">
        <div class="row">
          <label class="field">
            <span>What you call it</span>
            <input v-model.trim="form.name" name="device" maxlength="60" />
          </label>
          <Picks
            v-model="form.kind"
            legend="It is"
            :options="[
              { value: 'timer' as const, label: 'a timer on a tap' },
              { value: 'probe' as const, label: 'a probe in a bed' },
            ]"
          />
        </div>
        <Choice
          v-if="form.kind === 'timer'"
          v-model="form.rig"
          label="On which tap"
          :options="garden.rigs.map((r) => ({ value: r.id, label: r.name }))"
        />
        <Choice
          v-else
          v-model="form.bed"
          label="In which bed"
          :options="(beds.data.value ?? []).map((b) => ({ value: b.id, label: b.name }))"
        />
        <el-checkbox v-if="query.data.value?.can_play" v-model="form.played">
          There is none: let the simulated one play it
        </el-checkbox>
        <button class="btn" type="submit" :disabled="add.isPending.value">Let it in</button>
        <p v-if="form.problem" class="alarm" role="alert">{{ form.problem }}</p>
      </form>
    </details>
    <dl v-if="told && !told.played" class="told" role="status">
      <dt>Its name at the broker</dt>
      <dd>{{ told.account }}</dd>
      <dt>Its password, told this once</dt>
      <dd>{{ told.password }}</dd>
      <dt>It speaks under</dt>
      <dd>{{ told.topics }}/report</dd>
    </dl>
    <p v-else-if="told" role="status">It is let in, and the simulated one plays it.</p>
  </section>
</template>

<style scoped>
section {
  max-width: 860px;
  border-top: 1px solid var(--hair);
  padding: 16px 0;
}
h3 {
  margin-top: 12px;
}
.devices {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
.fault {
  border-left: 3px solid var(--clay);
  padding-left: 12px;
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
form {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 12px;
  padding-bottom: 16px;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
  padding-top: 12px;
}
.told dd {
  font-family: monospace;
  margin: 0 0 8px;
  overflow-wrap: anywhere;
}
</style>
