<script setup lang="ts">
import { BarChart, LineChart, ScatterChart } from 'echarts/charts'
import {
  AriaComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components'
import { use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

/** A time series, drawn as SVG in the page's own type and colours. Loaded only where a view needs one. */
use([
  LineChart,
  BarChart,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  MarkLineComponent,
  MarkAreaComponent,
  AriaComponent,
  SVGRenderer,
])
defineProps<{ option: Record<string, unknown>; label: string; height: number }>()
</script>

<template>
  <figure role="img" :aria-label="label">
    <VChart
      :option="option"
      :init-options="{ renderer: 'svg' }"
      autoresize
      :style="{ height: `${height}px`, width: '100%' }"
      aria-hidden="true"
    />
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
</style>
