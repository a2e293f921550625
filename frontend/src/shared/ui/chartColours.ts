import { useMutationObserver } from '@vueuse/core'

const NAMES = [
  'ink',
  'ink-soft',
  'hair',
  'water',
  'water-mid',
  'water-soft',
  'clay',
  'clay-soft',
  'soil-grain',
  'page',
] as const
type Name = (typeof NAMES)[number]

function read(): Record<Name, string> {
  const style = getComputedStyle(document.documentElement)
  return Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as Record<
    Name,
    string
  >
}

/** The theme's colours for a chart; they follow the theme when it changes. */
export function useChartColours() {
  const colours = shallowRef(read())
  useMutationObserver(document.documentElement, () => (colours.value = read()), {
    attributes: true,
    attributeFilter: ['data-theme'],
  })
  return colours
}

export const CHART_FONT = { fontFamily: 'Atkinson Hyperlegible Next Variable, sans-serif', fontSize: 13 }
