<script setup lang="ts">
import { computed } from 'vue'

import type { BedPage } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'

/** How warm the ground gets at the roots, bare and under mulch. */
const props = defineProps<{ soil: NonNullable<BedPage['soil_in_sun']>; mulched: boolean }>()
const units = useUnits()
const SLOW_C = 32
const words = computed(() => {
  const [bare, under] = [props.soil.bare_c, props.soil.mulched_c]
  const day = (name: string, i: number) =>
    bare[i] === undefined
      ? ''
      : `${name} ${units.show(bare[i]!, 'temperature')} where it is bare, ${units.show(under[i]!, 'temperature')} under mulch`
  const here = props.mulched ? under[0]! : bare[0]!
  const slow =
    here >= SLOW_C
      ? ` Beyond ${units.show(SLOW_C, 'temperature')} roots slow down: ${props.mulched ? 'shade helps' : 'mulch or shade helps'}.`
      : ''
  const tomorrow = day('tomorrow', 1)
  return `A finger’s breadth down it gets to ${day('', 0).trim()} today${tomorrow ? `; ${tomorrow}` : ''}.${slow}`
})
</script>

<template>
  <section aria-labelledby="soil-in-sun">
    <h2 id="soil-in-sun">The ground in the sun</h2>
    <p>{{ words }}</p>
  </section>
</template>
