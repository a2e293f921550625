import type { Pot } from '@/shared/api/types'
import { dayMonth, longDate } from '@/shared/format/time'
import { toShown, type System } from '@/shared/format/units'
import { CHART_FONT } from '@/shared/ui/chartColours'

/** What a reservoir gave on each day, and how warm the day was. */
export function drewOption(
  pot: Pot,
  c: Record<string, string>,
  system: System,
  units: { volume: string; t: string },
) {
  const litres = pot.drew.map((d) => Math.round(toShown(d.litres, 'volume', system) * 100) / 100)
  const warm = pot.drew.map((d) => Math.round(toShown(d.tmax, 'temperature', system) * 10) / 10)
  const axis = (name: string, extra = {}) => ({
    type: 'value',
    name,
    nameTextStyle: { color: c['ink-soft'] },
    axisLabel: { color: c['ink-soft'] },
    splitLine: { show: false },
    splitNumber: 3,
    ...extra,
  })
  return {
    animation: false,
    textStyle: { ...CHART_FONT, color: c['ink-soft'] },
    grid: { left: 44, right: 44, top: 28, bottom: 28 },
    tooltip: {
      trigger: 'axis',
      backgroundColor: c.page,
      borderColor: c.hair,
      textStyle: { color: c.ink, ...CHART_FONT },
      formatter: (items: { dataIndex: number }[]) => {
        const i = items[0]?.dataIndex ?? 0
        return `${longDate(pot.drew[i]!.date)}<br>drew ${litres[i]} ${units.volume}<br>warmest ${warm[i]} ${units.t}`
      },
    },
    xAxis: {
      type: 'category',
      data: pot.drew.map((d) => d.date),
      axisTick: { show: false },
      axisLine: { lineStyle: { color: c.hair } },
      axisLabel: { formatter: dayMonth, color: c['ink-soft'], hideOverlap: true },
    },
    yAxis: [axis(units.volume, { min: 0 }), axis(units.t, { scale: true })],
    series: [
      { type: 'bar', data: litres, itemStyle: { color: c['water-mid'] }, barCategoryGap: '20%' },
      {
        type: 'line',
        yAxisIndex: 1,
        data: warm,
        symbol: 'none',
        lineStyle: { color: c.clay, width: 2 },
      },
    ],
  }
}
