import type { Bed, Garden, Measurement, Wetness } from '@/shared/api/types'
import type { Quantity } from '@/shared/format/units'
import { DRAINAGE, SOIL, WETNESS, wordFor } from '@/shared/words/names'
import type { Tongue } from '@/shared/words/stop'

/** The small tests: what each asks, how it is done, and what is read. */
export type Kind = Measurement['kind']

/** One number of a trial. `scale`: what is sent is the SI value times this; no quantity: a plain number. */
export interface Column {
  key: string
  label: string
  quantity?: Quantity
  scale?: number
  unit?: string
}
export interface Rows {
  key: string
  title: string
  one: string
  columns: Column[]
  /** May stay empty. */
  open?: boolean
}
export interface Test {
  kind: Kind
  name: string
  question: string
  about: 'rig' | 'bed' | 'pot' | 'buried' | 'line' | 'overhead' | 'garden'
  steps: string[]
  caution?: string
}

export const TESTS: Test[] = [
  {
    kind: 'bucket',
    name: 'Bucket and clock',
    question: 'How fast does the hose run?',
    about: 'rig',
    steps: [
      'Open the tap as far as you do when you water.',
      'Fill a bucket whose size you know, and count the seconds.',
      'Do it three times: the tap may surge. Pour each bucket on a bed, so that none is lost.',
      'If a second tap often runs at the same time, open it and do it again.',
    ],
    caution: 'The first water from a hose in the sun can scald.',
  },
  {
    kind: 'can',
    name: 'The can',
    question: 'What does my can hold, and how long does a trip take?',
    about: 'garden',
    steps: [
      'Fill the can as you always do, and measure what it holds with a jug.',
      'Time a whole trip: fill it, carry it, pour it, walk back.',
      'Two or three trips tell more than one.',
    ],
    caution: 'A litre weighs a kilogram: two small cans are kinder than one large.',
  },
  {
    kind: 'squeeze',
    name: 'Squeeze and ribbon',
    question: 'What soil is it?',
    about: 'bed',
    steps: [
      'Take a handful from a finger’s depth, pick out stones and roots.',
      'Wet it drop by drop and knead it, until it is like putty.',
      'Squeeze it, then push it out between thumb and finger into a ribbon, and let it hang till it breaks.',
      'Take handfuls from several places: soil differs, and several narrow the doubt.',
    ],
  },
  {
    kind: 'jar',
    name: 'Jar',
    question: 'How much sand, silt and clay?',
    about: 'bed',
    steps: [
      'Fill a straight jar a third with crumbled soil; top it up with water and a drop of soap.',
      'Shake it for a few minutes, and let it stand.',
      'Sand lies down within a minute: mark it. Silt within some hours: mark it. Clay takes two days.',
      'Measure the thickness of each layer.',
    ],
  },
  {
    kind: 'drain',
    name: 'Hole and clock',
    question: 'Does it drain?',
    about: 'bed',
    steps: [
      'Dig a hole two spades deep and as wide as a bucket; note how wide.',
      'Fill it and let it drain once, so that the ground around is wet.',
      'Fill it again, and measure how deep the water stands: now, and again after a quarter of an hour and an hour.',
    ],
  },
  {
    kind: 'finger',
    name: 'Finger scale',
    question: 'What does my finger feel?',
    about: 'garden',
    steps: [
      'Take a pot with a plant in it. Soak it, let it drain for an hour, weigh it: that is full.',
      'Each day put a finger in, say what you feel, and weigh it.',
      'When the leaves hang in the morning, weigh it a last time: that is limp. Water it.',
    ],
  },
  {
    kind: 'pot',
    name: 'Pot',
    question: 'What does the pot hold?',
    about: 'pot',
    steps: [
      'Measure the inside: width at the top of the mix, width at the bottom, height of the mix.',
      'Or close its holes and fill it with water by the jug, counting litres.',
      'A reservoir: from empty until it runs over, counting litres; or its measures up to the overflow.',
    ],
    caution: 'Tip it out where water does no harm, and do not lift it full.',
  },
  {
    kind: 'cups',
    name: 'Cups under a line',
    question: 'How even is the line?',
    about: 'line',
    steps: [
      'Set cups or jar lids under drippers from the inlet to the end: eight or more, and one of each row.',
      'Run the line for a few minutes, all cups at once, and stop it.',
      'Measure each cup in millilitres, in their order.',
    ],
    caution: 'A cup that is nearly empty: prick or rinse that dripper, flush the end, and try again.',
  },
  {
    kind: 'sprinkler',
    name: 'Cups under a sprinkler',
    question: 'How much does it lay down, and how evenly?',
    about: 'overhead',
    steps: [
      'Set eight or more cups or tins with straight sides all over the ground that it wets.',
      'Run it for a quarter of an hour or more, with no wind.',
      'Measure how high the water stands in each, in millimetres.',
    ],
    caution: 'Below about 10 mm it wets the top 5 cm and no more.',
  },
  {
    kind: 'dug',
    name: 'Dig after a run',
    question: 'How deep does the line wet?',
    about: 'line',
    steps: [
      'On a morning on which the bed asks for water, run the line for a known time.',
      'An hour later dig a hole a hand’s width from a dripper, down to where the soil is dry again.',
      'Measure how deep it is dark and damp.',
    ],
  },
  {
    kind: 'seep',
    name: 'Timed seep',
    question: 'How fast does a buried bottle give its water?',
    about: 'buried',
    steps: [
      'Fill one of them to the brim, in its place in the ground, when the ground is damp as usual.',
      'Note the hour. Look again after an hour or two, and the next day.',
      'Measure what is left with a stick, or by what it takes to fill it again.',
    ],
  },
  {
    kind: 'weigh',
    name: 'Scales',
    question: 'What does this pot weigh, soaked and limp?',
    about: 'pot',
    steps: [
      'Soak the pot, let it drain for an hour and weigh it, vessel and all: a luggage scale will do.',
      'Leave it. When its leaves begin to hang in the morning, weigh it again, and water it.',
      'From then on a weight tells to the decilitre what it lacks. Of several alike, weigh one.',
    ],
    caution: 'Lift with your knees; two lift what is over 20 kg.',
  },
  {
    kind: 'meter',
    name: 'Water meter',
    question: 'Do my notes agree with the meter?',
    about: 'rig',
    steps: [
      'Note the meter one evening, and note every watering for a week or two.',
      'Note the meter again. Take off what the house used, or choose days when nobody else draws.',
    ],
  },
]

export const ROWS: Partial<Record<Kind, Rows[]>> = {
  bucket: [
    {
      key: 'alone',
      title: 'The tap alone',
      one: 'Filling',
      columns: [
        { key: 'litres', label: 'The bucket took', quantity: 'volume' },
        { key: 'seconds', label: 'in seconds', unit: 's' },
      ],
    },
    {
      key: 'shared',
      title: 'With a second tap open',
      one: 'Filling beside it',
      columns: [
        { key: 'litres', label: 'The bucket took', quantity: 'volume' },
        { key: 'seconds', label: 'in seconds', unit: 's' },
      ],
      open: true,
    },
  ],
  can: [
    {
      key: 'trials',
      title: 'Trips',
      one: 'Trip',
      columns: [
        { key: 'litres', label: 'The can held', quantity: 'volume' },
        { key: 'minutes', label: 'a trip took, minutes', unit: 'min' },
      ],
    },
  ],
  cups: [
    {
      key: 'caught',
      title: 'What each caught, from the inlet on',
      one: 'Cup',
      columns: [{ key: 'ml', label: 'Caught, mL', unit: 'mL' }],
    },
  ],
  sprinkler: [
    {
      key: 'caught',
      title: 'How high it stood',
      one: 'Cup',
      columns: [{ key: 'mm', label: 'Caught, mm', unit: 'mm' }],
    },
  ],
  seep: [
    {
      key: 'readings',
      title: 'What was left',
      one: 'Reading',
      columns: [
        { key: 'hours', label: 'Hours since it was filled', unit: 'h' },
        { key: 'left_l', label: 'Left in it', quantity: 'volume' },
      ],
    },
  ],
  jar: [
    {
      key: 'jars',
      title: 'Jars',
      one: 'Jar',
      columns: [
        { key: 'sand_mm', label: 'Sand, at the bottom, mm', unit: 'mm' },
        { key: 'silt_mm', label: 'Silt, in the middle, mm', unit: 'mm' },
        { key: 'clay_mm', label: 'Clay, on top, mm', unit: 'mm' },
      ],
    },
  ],
}

export type Row = Record<string, number | string | boolean | null>
/** All fields of all tests, in SI; only those of its kind are sent. */
export interface TestForm {
  lists: Record<string, Row[]>
  use: 'alone' | 'shared'
  holes: { across_m: number | null; readings: { minutes: number | null; water_m: number | null }[] }[]
  full_g: number | null
  limp_g: number | null
  readings: { weight_g: number | null; reading: string }[]
  shape: 'round' | 'box' | 'filled'
  of: 'mix' | 'reservoir'
  measures: {
    top: number | null
    bottom: number | null
    height: number | null
    length: number | null
    width: number | null
  }
  fillings: Row[]
  handfuls: { ball: boolean | null; ribbon_m: number | null; feel: string | null }[]
  since: string
  until: string
  before_l: number | null
  after_l: number | null
  other_l: number | null
  filled_l: number | null
  run_min: number | null
  deep_m: number | null
  soaked_kg: number | null
  limp_kg: number | null
}

export const emptyRow = (columns: Column[]): Row => Object.fromEntries(columns.map((c) => [c.key, null]))

export function emptyTest(kind: Kind, today: string): TestForm {
  return {
    lists: Object.fromEntries((ROWS[kind] ?? []).map((r) => [r.key, r.open ? [] : [emptyRow(r.columns)]])),
    use: 'alone',
    holes: [
      {
        across_m: null,
        readings: [
          { minutes: 0, water_m: null },
          { minutes: 15, water_m: null },
          { minutes: 60, water_m: null },
        ],
      },
    ],
    full_g: null,
    limp_g: null,
    readings: [{ weight_g: null, reading: 'moist' }],
    shape: 'round',
    of: 'mix',
    measures: { top: null, bottom: null, height: null, length: null, width: null },
    fillings: [{ litres: null }],
    handfuls: [{ ball: null, ribbon_m: null, feel: null }],
    since: today,
    until: today,
    before_l: null,
    after_l: null,
    other_l: null,
    filled_l: null,
    run_min: null,
    deep_m: null,
    soaked_kg: null,
    limp_kg: null,
  }
}

const LEAST_CUPS = 4
const filled = (row: Row) => Object.values(row).every((v) => v !== null && v !== '')
const cm = (m: number | null) => (m === null ? null : Number((m * 100).toFixed(3)))

/** What is sent of a test; null while something that it cannot do without is not typed yet. */
export function givenOf(kind: Kind, form: TestForm): Record<string, unknown> | null {
  switch (kind) {
    case 'bucket': {
      const [alone, shared] = ['alone', 'shared'].map((k) => (form.lists[k] ?? []).filter(filled))
      if (!alone!.length) return null
      return shared!.length ? { alone, shared, use: form.use } : { alone }
    }
    case 'can': {
      const trials = (form.lists.trials ?? []).filter(filled)
      return trials.length ? { trials } : null
    }
    case 'jar': {
      const jars = (form.lists.jars ?? []).filter(filled)
      return jars.length ? { jars } : null
    }
    case 'cups': {
      const caught_ml = (form.lists.caught ?? []).filter(filled).map((r) => Number(r.ml))
      return caught_ml.length >= LEAST_CUPS && form.run_min !== null
        ? { minutes: form.run_min, caught_ml }
        : null
    }
    case 'sprinkler': {
      const caught_mm = (form.lists.caught ?? []).filter(filled).map((r) => Number(r.mm))
      return caught_mm.length >= LEAST_CUPS && form.run_min !== null
        ? { minutes: form.run_min, caught_mm }
        : null
    }
    case 'dug':
      return form.run_min !== null && form.deep_m !== null
        ? { minutes: form.run_min, deep_cm: 100 * form.deep_m }
        : null
    case 'seep': {
      const readings = (form.lists.readings ?? []).filter(filled)
      return readings.length && form.filled_l !== null ? { filled_l: form.filled_l, readings } : null
    }
    case 'weigh':
      if (form.soaked_kg === null || form.limp_kg === null) return null
      return { soaked_kg: form.soaked_kg, limp_kg: form.limp_kg }
    case 'squeeze': {
      const handfuls = form.handfuls
        .filter((h) => h.ball === false || (h.ball && h.ribbon_m !== null && (h.ribbon_m === 0 || h.feel)))
        .map((h) =>
          h.ball
            ? { ball: true, ribbon_cm: cm(h.ribbon_m), ...(h.ribbon_m ? { feel: h.feel } : {}) }
            : { ball: false },
        )
      return handfuls.length ? { handfuls } : null
    }
    case 'drain': {
      const holes = form.holes
        .map((h) => ({
          across_cm: cm(h.across_m),
          readings: h.readings
            .filter((r) => r.minutes !== null && r.water_m !== null)
            .map((r) => ({ minutes: r.minutes, water_cm: cm(r.water_m) })),
        }))
        .filter((h) => h.across_cm !== null && h.readings.length >= 2)
      return holes.length ? { holes } : null
    }
    case 'finger': {
      const readings = form.readings.filter((r) => r.weight_g !== null)
      if (form.full_g === null || form.limp_g === null || !readings.length) return null
      return { full_g: form.full_g, limp_g: form.limp_g, readings }
    }
    case 'pot': {
      const m = form.measures
      const fillings = form.fillings.map((f) => f.litres).filter((l) => l !== null && l !== '')
      const of = form.of === 'reservoir' ? { of: form.of } : {}
      if (form.shape === 'filled') return fillings.length ? { shape: 'filled', fillings, ...of } : null
      const names =
        form.shape === 'round'
          ? (['top', 'bottom', 'height'] as const)
          : (['length', 'width', 'height'] as const)
      if (names.some((n) => m[n] === null)) return null
      return { shape: form.shape, ...Object.fromEntries(names.map((n) => [`${n}_cm`, cm(m[n])])), ...of }
    }
    case 'meter':
      if (form.before_l === null || form.after_l === null) return null
      return {
        since: form.since,
        until: form.until,
        before_l: form.before_l,
        after_l: form.after_l,
        ...(form.other_l === null ? {} : { other_l: form.other_l }),
      }
  }
}

type Found = Record<string, unknown>

/** What came of a test, and how sure it is. */
export function foundWords(kind: Kind, found: Found, t: Tongue): string {
  const n = (key: string) => Number(found[key] ?? 0)
  const give = (value: number, q: Quantity) =>
    `${t.show(value, q)} (${t.num(n('low'), q)} to ${t.num(n('high'), q)})`
  switch (kind) {
    case 'bucket': {
      const left = found.share_left
      const more =
        left === undefined
          ? ''
          : `; with a second tap open ${Math.round(n('share_left') * 100)} % of it is left`
      return `${give(n('flow_l_per_min'), 'flow')}${more}`
    }
    case 'meter':
      return (
        `The meter says ${t.show(n('metered_l'), 'volume')}, your notes ${t.show(n('noted_l'), 'volume')}: ` +
        `the hose gives ${give(n('flow_l_per_min'), 'flow')}`
      )
    case 'can':
      return `${give(n('can_l'), 'volume')} a can, ${n('can_minutes').toFixed(1)} minutes a trip`
    case 'squeeze':
    case 'jar':
      return (
        `${wordFor(SOIL, String(found.texture))}: about ${Math.round(n('sand_pct'))} % sand and ` +
        `${Math.round(n('clay_pct'))} % clay; each metre of depth holds ${t.show(n('holds_mm_per_m'), 'depth')} for ` +
        `plants, give or take ${Math.round(n('cv') * 100)} %`
      )
    case 'drain':
      return (
        `${wordFor(DRAINAGE, String(found.drainage))}: the water falls ${t.show(n('fall_mm_per_h'), 'depth')} an hour, the soil ` +
        `takes ${t.show(n('intake_mm_per_h'), 'depth')} an hour, give or take ${Math.round(n('cv') * 100)} %`
      )
    case 'finger':
      return (found.marks as { reading: Wetness; share_of_taw: number }[])
        .map((m) => `${WETNESS[m.reading]}: ${Math.round(m.share_of_taw * 100)} % of its water is gone`)
        .join('; ')
    case 'pot':
      return give(n('litres'), 'volume')
    case 'cups': {
      const blocked = found.blocked as number[]
      const which = blocked.length ? `; too little in cup ${blocked.join(', ')}: blocked or pinched` : ''
      return (
        `The poorest quarter gets ${Math.round(n('even') * 100)} % of the mean (Christiansen ${Math.round(n('cu') * 100)} %), ` +
        `${t.show(n('flow_l_h'), 'drip_flow')} each${which}`
      )
    }
    case 'sprinkler':
      return (
        `${t.show(n('mm_per_h'), 'depth')} an hour; the driest quarter gets ${Math.round(n('even') * 100)} % of the mean ` +
        `(Christiansen ${Math.round(n('cu') * 100)} %)`
      )
    case 'dug':
      return `It went ${t.show(n('deep_cm') / 100, 'small_length')} deep where ${t.show(n('says_cm') / 100, 'small_length')} was said: from now on this bed’s depths are told by it`
    case 'seep':
      return `${give(n('litres_a_day'), 'volume')} from each in a day, of ${t.show(n('filled_l'), 'volume')}`
    case 'weigh':
      return `It holds ${t.show(n('holds_l'), 'volume')} for its plants between soaked and limp`
  }
}

export interface NextTest {
  test: Test['kind']
  why: string
  rig?: number
  bed?: number
}
/** The test that would tell most: a hose nobody timed, then a soil nobody felt, then the finger's own scale. */
export function nextTest(
  garden: Pick<Garden, 'rigs'>,
  beds: Pick<Bed, 'id' | 'name' | 'kind' | 'soils' | 'method'>[],
  kept: Pick<Measurement, 'kind'>[],
): NextTest | null {
  const hosed = beds.some((b) => b.method === 'hose')
  const rig = garden.rigs.find((r) => !r.measured)
  if (rig && (hosed || !beds.length))
    return {
      test: 'bucket',
      rig: rig.id,
      why: `${rig.name} is a guess, and every second at a plant rests on it.`,
    }
  const unfelt = beds.find((b) => {
    const soil = b.soils[b.soils.length - 1]
    return !soil || soil.material === 'unknown'
  })
  if (unfelt)
    return {
      test: 'squeeze',
      bed: unfelt.id,
      why: `nobody said what the soil of ${unfelt.name} is; a handful tells.`,
    }
  if (beds.length && !kept.some((m) => m.kind === 'finger'))
    return { test: 'finger', why: 'your own finger’s scale, so that dry and damp mean the same each day.' }
  return null
}
