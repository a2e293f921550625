import type { Sky } from '@/shared/api/types'
import { dayMonth, longDate } from '@/shared/format/time'
import { toShown, type System } from '@/shared/format/units'
import { CHART_FONT } from '@/shared/ui/chartColours'

/** Warmest of each day with its spread, and rain below. */
export function skyOption(
  sky: Sky,
  c: Record<string, string>,
  system: System,
  units: { t: string; rain: string },
) {
  const days = sky.days.map((d) => d.date)
  const at = sky.days.findIndex((d) => d.date === sky.garden.today)
  const t = (v: number | undefined) =>
    v === undefined ? null : Math.round(toShown(v, 'temperature', system) * 10) / 10
  const r = (v: number | undefined) =>
    v === undefined ? null : Math.round(toShown(v, 'depth', system) * 100) / 100
  const heat = sky.days.filter((d) => d.heat_wave).map((d) => d.date)
  const axis = (grid: number, name: string, extra = {}) => ({
    type: 'value',
    gridIndex: grid,
    name,
    nameTextStyle: { color: c['ink-soft'], align: 'right' },
    axisLabel: { color: c['ink-soft'] },
    splitLine: { show: false },
    splitNumber: 3,
    ...extra,
  })
  const x = (grid: number, labels: boolean) => ({
    type: 'category',
    gridIndex: grid,
    data: days,
    axisTick: { show: false },
    axisLine: { lineStyle: { color: c.hair } },
    axisLabel: { show: labels, formatter: dayMonth, color: c['ink-soft'], interval: 4 },
  })
  return {
    animation: false,
    textStyle: { ...CHART_FONT, color: c['ink-soft'] },
    grid: [
      { left: 44, right: 12, top: 28, height: 130 },
      { left: 44, right: 12, top: 196, height: 84 },
    ],
    axisPointer: { link: [{ xAxisIndex: 'all' }] },
    tooltip: {
      trigger: 'axis',
      backgroundColor: c.page,
      borderColor: c.hair,
      textStyle: { color: c.ink, ...CHART_FONT },
      formatter: (items: { dataIndex: number }[]) => {
        const d = sky.days[items[0]?.dataIndex ?? 0]!
        const warm = d.tmax ? `${t(d.tmax.low)} to ${t(d.tmax.high)} ${units.t}` : 'not known'
        const rain = d.rain ? `${r(d.rain.low)} to ${r(d.rain.high)} ${units.rain}` : 'not known'
        return `${longDate(d.date)}<br>warmest ${warm}<br>rain ${rain}`
      },
    },
    xAxis: [x(0, false), x(1, true)],
    yAxis: [axis(0, units.t, { scale: true }), axis(1, units.rain, { min: 0 })],
    series: [
      {
        type: 'line',
        stack: 'warm',
        data: sky.days.map((d) => t(d.tmax?.low)),
        symbol: 'none',
        lineStyle: { opacity: 0 },
        silent: true,
      },
      {
        type: 'line',
        stack: 'warm',
        stackStrategy: 'all',
        data: sky.days.map((d) => (d.tmax ? t(d.tmax.high)! - t(d.tmax.low)! : null)),
        symbol: 'none',
        lineStyle: { opacity: 0 },
        areaStyle: { color: c.clay, opacity: 0.22 },
        silent: true,
      },
      {
        type: 'line',
        data: sky.days.map((d) => t(d.tmax?.mid)),
        symbol: 'none',
        lineStyle: { color: c.clay, width: 2 },
        markArea: heat.length
          ? {
              silent: true,
              itemStyle: { color: c['clay-soft'], opacity: 0.5 },
              label: { color: c.clay, formatter: 'heat' },
              data: [[{ xAxis: heat[0] }, { xAxis: heat[heat.length - 1] }]],
            }
          : undefined,
        markLine: {
          symbol: 'none',
          silent: true,
          data: [
            {
              xAxis: at,
              lineStyle: { color: c.ink, type: 'solid' },
              label: { formatter: 'today', color: c.ink },
            },
          ],
        },
      },
      {
        type: 'bar',
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: sky.days.map((d) => r(d.rain?.high)),
        itemStyle: { color: c['water-mid'], opacity: 0.35 },
        barGap: '-100%',
      },
      {
        type: 'bar',
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: sky.days.map((d) => r(d.rain?.mid)),
        itemStyle: { color: c.water },
      },
    ],
  }
}
