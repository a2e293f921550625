import type { BedPage } from '@/shared/api/types'
import { dayMonth, longDate } from '@/shared/format/time'
import { toShown, type System } from '@/shared/format/units'
import { CHART_FONT } from '@/shared/ui/chartColours'

type Colours = Record<string, string>
type Page = BedPage & { stop: NonNullable<BedPage['stop']> }

/** Water left in the shown unit, measured from full: 0 is field capacity, minus is missing. */
const left = (net: number, system: System) => -toShown(net, 'depth', system)

function days(page: Page): string[] {
  return [...page.behind.map((d) => d.date), ...page.ahead.map((d) => d.date)]
}

function base(page: Page, c: Colours, unit: string) {
  return {
    animation: false,
    textStyle: { ...CHART_FONT, color: c['ink-soft'] },
    grid: { left: 44, right: 12, top: 28, bottom: 28 },
    tooltip: {
      trigger: 'axis',
      backgroundColor: c.page,
      borderColor: c.hair,
      textStyle: { color: c.ink, ...CHART_FONT },
    },
    xAxis: {
      type: 'category',
      data: days(page),
      axisLabel: { formatter: dayMonth, color: c['ink-soft'], interval: 4 },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: c.hair } },
    },
    yAxis: {
      type: 'value',
      name: unit,
      nameTextStyle: { color: c['ink-soft'], align: 'right' },
      splitLine: { show: false },
      axisLabel: { color: c['ink-soft'] },
      splitNumber: 3,
    },
  }
}

/** The waterline two weeks back and ahead: known as a line, expected as a band with its middle. */
export function waterlineOption(page: Page, c: Colours, system: System, unit: string) {
  const behind = page.behind.length
  const pad = (n: number) => Array.from({ length: n }, () => null)
  const known = page.behind.map((d) => left(d.net_mm, system))
  const low = page.ahead.map((d) => left(d.net_mm.high, system))
  const span = page.ahead.map((d) => left(d.net_mm.low, system) - left(d.net_mm.high, system))
  const mid = page.ahead.map((d) => left(d.net_mm.mid, system))
  const join = known.length ? [known[known.length - 1]!] : []
  const lead = Math.max(0, behind - 1)
  const round = (v: number | null) => (v === null ? null : Math.round(v * 100) / 100)
  const digits = system === 'us' ? 2 : 1
  const option = base(page, c, unit)
  return {
    ...option,
    tooltip: {
      ...option.tooltip,
      formatter: (items: { dataIndex: number }[]) => {
        const i = items[0]?.dataIndex ?? 0
        const date = longDate(days(page)[i]!)
        if (i < behind)
          return `${date}<br>${Math.abs(known[i]!).toFixed(digits)} ${unit} ${known[i]! <= 0 ? 'below' : 'above'} full`
        const a = page.ahead[i - behind]!
        const soak = a.soak_l ? `<br>watered that day` : ''
        const edge = (v: number) => `${Math.abs(v).toFixed(digits)}${v > 0 ? ' above' : ''}`
        return `${date}<br>${edge(left(a.net_mm.low, system))} to ${edge(left(a.net_mm.high, system))} ${unit} below full${soak}`
      },
    },
    series: [
      {
        type: 'line',
        data: [...pad(behind), ...low.map(round)],
        stack: 'band',
        symbol: 'none',
        lineStyle: { opacity: 0 },
        silent: true,
      },
      {
        type: 'line',
        data: [...pad(behind), ...span.map(round)],
        stack: 'band',
        stackStrategy: 'all',
        symbol: 'none',
        lineStyle: { opacity: 0 },
        areaStyle: { color: c['water-mid'], opacity: 0.28 },
        silent: true,
      },
      {
        type: 'line',
        data: [...known.map(round), ...pad(page.ahead.length)],
        symbol: 'none',
        lineStyle: { color: c.water, width: 2.5 },
        markLine: {
          symbol: 'none',
          silent: true,
          data: [
            {
              yAxis: left(page.stop.isle.raw_mm, system),
              lineStyle: { color: c.clay, type: 'dashed' },
              label: { formatter: 'plants suffer below', position: 'insideEndBottom', color: c.clay },
            },
            {
              yAxis: left(-page.stop.isle.air_mark_mm, system),
              lineStyle: { color: c['ink-soft'], type: 'dotted' },
              label: { formatter: 'air short above', position: 'insideStartTop', color: c['ink-soft'] },
            },
            {
              xAxis: behind,
              lineStyle: { color: c.ink, type: 'solid', width: 1 },
              label: { formatter: 'today', color: c.ink, position: 'end' },
            },
          ],
        },
      },
      {
        type: 'line',
        data: [...pad(lead), ...join, ...mid].map(round),
        symbol: 'none',
        lineStyle: { color: c.water, width: 2, type: 'dashed' },
      },
    ],
  }
}

const LEAST_SHOWN_MM = 0.05

/** What went in (up) and out (down), over the bed. */
/** Only beside a small root is there drier ground that water passes into. */
export const passedAside = (page: Pick<Page, 'behind'>): boolean =>
  page.behind.some((d) => d.aside_mm > LEAST_SHOWN_MM)

export function flowsOption(page: Page, c: Colours, system: System, unit: string) {
  const shown = (mm: number) => Math.round(toShown(mm, 'depth', system) * 100) / 100
  const option = base({ ...page, ahead: [] } as Page, c, unit)
  const bar = (name: string, values: number[], colour: string) => ({
    type: 'bar',
    name,
    stack: 'flows',
    data: values.map(shown),
    itemStyle: { color: colour },
    barCategoryGap: '35%',
  })
  return {
    ...option,
    series: [
      bar(
        'rain, to the roots',
        page.behind.map((d) => d.rain_in_mm),
        c['water-mid']!,
      ),
      bar(
        'watered',
        page.behind.map((d) => d.watered_mm + d.wicked_mm),
        c.water!,
      ),
      bar(
        'plants drank',
        page.behind.map((d) => -d.plants_mm),
        c['soil-grain']!,
      ),
      bar(
        'bare soil lost',
        page.behind.map((d) => -d.bare_soil_mm),
        c['clay-soft']!,
      ),
      bar(
        'drained',
        page.behind.map((d) => -d.drained_mm),
        c['ink-soft']!,
      ),
      ...(passedAside(page)
        ? [
            bar(
              'passed beside',
              page.behind.map((d) => -d.aside_mm),
              c.clay!,
            ),
          ]
        : []),
    ],
  }
}
