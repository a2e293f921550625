import { describe, expect, it } from 'vitest'

import type { Round, Stop } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import { cropsInWords } from './names'
import {
  headline,
  laterGoes,
  roundInWords,
  heatRule,
  hotWater,
  potsFirst,
  totals,
  weatherNote,
} from './round'
import {
  ledTo,
  dosePlain,
  leftInShort,
  ifFelt,
  instruction,
  openedBy,
  more,
  reason,
  secondDrink,
  secondInWords,
  secondIsOpen,
  span,
  wantsHand,
  type Tongue,
  windowsInWords,
} from './stop'
import { alongTube, measureOf, partOfDay, perMeasure } from './measures'
import { coefficientName } from './why'

const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const us: Tongue = {
  num: (si, q) => number(si, q, 'us'),
  show: (si, q) => `${number(si, q, 'us')} ${unitLabel(q, 'us')}`,
}
import { schools } from './schools'

const TODAY = '2025-07-11'

type Changes = { [K in keyof Stop]?: unknown }

function stop(changes: Changes = {}): Stop {
  const dose = {
    soaks_mm: 13,
    parts: [{ what: 'missing', mm: 13.4 }],
    passes: 1,
    pause_minutes: 0,
    litres: 42,
    litres_band: { low: 36, mid: 42, high: 50 },
    arrives: 0.9,
    minutes: 2.8,
    hose: { bases: 6, base_s: 11.6, patches: 5, patch_s: 20.4, total_s: 172 },
    flow_l_per_min: 15,
    flow_measured: null,
    cans: null,
    run_minutes: null,
    overhead: false,
    leaf_wet_h: 0,
    into: 'soil',
  }
  return {
    id: 1,
    name: 'Bench',
    method: 'hose',
    word: 'soak',
    cause: 'trigger',
    dose,
    wet_days: 0,
    next_soak: ['2025-07-13', '2025-07-14', '2025-07-16'],
    empty_on: null,
    in_need_on: null,
    supply: null,
    draw: null,
    water: 'tap',
    wicks: false,
    finger_depth_m: 0.1,
    windows: [[4.5, 8]],
    use: { again_h: null },
    again: null,
    mix: null,
    collapsing: false,
    container: false,
    wishes: [],
    isle: {
      mulch: 'straw',
      net_mm: { low: 12, mid: 13.4, high: 15 },
      raw_mm: 16.6,
      trigger_mm: 11.6,
      taw_mm: 40,
      room_mm: 30,
    },
    next_litres: 38,
    tonight_mm: { low: 0, mid: 4, high: 6 },
    left_alone_mm: { low: 15, mid: 18.2, high: 21 },
    gives: false,
    measures: { hose_l_per_min: 15, can_l: 10, line_l_per_min: null },
    if_felt: [],
    tube: [],
    line_with: [],
    waterings_today: [],
    put_off: null,
    why: {
      depletion_mm: 13.4,
      watered_m2: 3,
      chance_asks: 0.42,
      waiting: { days: 2, chance: 0.48, options: [], if_wrong_mm: 15, rain_mm: { low: 0, mid: 9, high: 22 } },
    },
    ...changes,
  } as unknown as Stop
}

/** What the server says of the walk: each due stop once, with its own minutes. */
const walkOf = (stops: Stop[]) => {
  const due = stops.filter((s) => wantsHand(s) && !s.gives && s.word !== 'check')
  const minutes = due.reduce((n, s) => n + (s.dose?.minutes ?? 0), 0)
  return { minutes, hands_min: minutes, span_min: minutes, goes: [] }
}

function round(stops: Stop[], changes: { [K in keyof Round]?: unknown } = {}): Round {
  return {
    garden: { today: TODAY },
    heat: null,
    hot_water: [],
    weather: { source: 'forecast', age_days: 0 },
    hours: { windows: [[4.5, 8]] },
    walk: walkOf(stops),
    stops,
    ...changes,
  } as unknown as Round
}

const dose = (changes: object) => ({ ...stop().dose, hose: null, ...changes })

describe('the instruction', () => {
  it('gives the dose in the unit of the hand', () => {
    expect(instruction(stop(), metric)).toBe('12 s at each of 6 bases, then 5 patches × 20 s')
    const one = { ...stop().dose!.hose!, bases: 1, patches: 0 }
    expect(instruction(stop({ dose: dose({ hose: one }) }), metric)).toBe('12 s at the base')
    const dense = { bases: 0, base_s: 0, patches: 6, patch_s: 25, total_s: 150 }
    expect(instruction(stop({ dose: dose({ hose: dense }) }), metric)).toBe(
      '2 min 30 s all over: 6 patches × 25 s',
    )
    expect(instruction(stop({ dose: dose({ run_minutes: 117.2 }) }), metric)).toBe(
      'Open the line for 117 min',
    )
  })

  it('counts cans in eighths and tells less than one in litres', () => {
    const can = (cans: number, litres = 6) => instruction(stop({ dose: dose({ cans, litres }) }), metric)
    expect(can(0.375)).toBe('Three eighths of a can, slowly round the rim')
    expect(can(1.125)).toBe('1⅛ cans, slowly round the rim')
    expect(can(0.5)).toBe('Half a can, slowly round the rim')
    expect(can(1)).toBe('1 can, slowly round the rim')
    expect(can(2.25)).toBe('2¼ cans, slowly round the rim')
    expect(can(0, 1.14)).toBe('1.1 L from the can, to its mark, slowly round the rim')
  })

  it('tells what each go takes, where the soil takes it in several', () => {
    const twice = { ...stop().dose!, passes: 2, pause_minutes: 12 }
    expect(instruction(stop({ dose: twice }), metric)).toBe(
      '6 s at each of 6 bases, then 5 patches × 10 s, twice round',
    )
    expect(instruction(stop({ dose: dose({ run_minutes: 60, passes: 3 }) }), metric)).toBe(
      'Open the line for 20 min, three runs',
    )
    expect(instruction(stop({ dose: dose({ cans: 1, litres: 10, passes: 2 }) }), metric)).toContain(
      'in 2 goes of 5.0 L',
    )
    expect(more(stop({ dose: twice }), metric)).toContain('12 minutes between, 21 L each time')
    const runs = dose({ run_minutes: 60, passes: 2, pause_minutes: 60 })
    expect(more(stop({ dose: runs, method: 'drip' }), metric)).toContain(
      'In one run it would sink past the roots',
    )
    const overhead = dose({ run_minutes: 90, overhead: true, leaf_wet_h: 3.5 })
    expect(instruction(stop({ dose: overhead, method: 'sprinkler' }), metric)).toBe(
      'Run the sprinkler for 90 min',
    )
    expect(more(stop({ dose: overhead, method: 'sprinkler' }), metric)).toContain(
      'leaves stay wet about 4 hours',
    )
    expect(more(stop({ method: 'drip' }), metric)).toContain('Its line does not reach the drills')
  })

  it('says what to fill, to feel, to wait for and to leave', () => {
    const fill = stop({ word: 'fill', dose: dose({ into: 'reservoir', litres: 8.2 }) })
    expect(instruction(fill, us)).toBe('Fill the reservoir: 2.2 gal to the overflow')
    expect(instruction(stop({ word: 'check' }), metric)).toBe('Finger first, at 10 cm')
    expect(instruction(stop({ word: 'check' }), us)).toBe('Finger first, at 3.9 in')
    expect(instruction(stop({ word: 'wait' }), metric)).toBe('Wait for rain, up to 2 days')
    expect(instruction(stop({ word: 'too_wet', wet_days: 2 }), metric)).toContain('third day')
    expect(instruction(stop({ word: 'leave' }), metric)).toBe('Leave it')
    expect(instruction(stop({ word: 'empty' }), metric)).toBe('Nothing grows here')
    const done = stop({ word: 'done', waterings_today: [{ litres: 20 }, { litres: 22 }] })
    expect(instruction(done, metric)).toBe('Watered today: 42 L')
  })
})

describe('the reason', () => {
  it('tells a bed at its mark from one that plants already suffer in', () => {
    expect(reason(stop(), round([]), metric)).toContain(
      'Past its mark of 11.6: 13.4 mm is gone of the 16.6 drawn with ease',
    )
    const short = stop({ isle: { ...stop().isle, net_mm: { low: 18, mid: 20, high: 22 } } })
    expect(reason(short, round([]), metric)).toContain('20.0 mm is gone')
    expect(reason(short, round([]), metric)).toContain('plants suffer beyond 16.6')
  })

  it('does not say that plants suffer where their mark lies beyond what is drawn with ease', () => {
    const pepper = stop({
      isle: { ...stop().isle, trigger_mm: 24, net_mm: { low: 22, mid: 25, high: 28 } },
    })
    expect(reason(pepper, round([]), metric)).toContain(
      'Past its mark of 24.0: 25.0 mm is gone. Growth slows beyond 16.6',
    )
    expect(reason(pepper, round([]), metric)).not.toContain('suffer')
    expect(reason({ ...pepper, cause: 'moved_away' }, round([]), metric)).toContain('its mark is 24.0')
  })

  it('names the probability that mattered', () => {
    expect(reason(stop(), round([]), metric)).toContain('5 of 10 runs: not worth the wait')
    const unlikely = stop({ why: { ...stop().why, waiting: { ...stop().why.waiting, chance: 0.02 } } })
    expect(reason(unlikely, round([]), metric)).not.toContain('of 10')
    expect(reason(stop({ cause: 'rain', word: 'wait' }), round([]), metric)).toContain(
      'needless in 5 of 10 runs',
    )
    const sure = stop({
      cause: 'rain',
      why: { ...stop().why, waiting: { ...stop().why.waiting, chance: 1 } },
    })
    expect(reason(sure, round([]), metric)).toContain('as good as every run')
    const part = stop({ cause: 'part', dose: dose({ share: 0.25 }) })
    expect(reason(part, round([]), metric)).toContain(
      'A quarter of a full soak now: rain does the rest in 5 of 10',
    )
    expect(reason(stop({ cause: 'doubt', word: 'check' }), round([]), metric)).toContain(
      '4 of 10 runs say it is dry',
    )
  })

  it('has a pot poured until it runs out below, unless it gets a part or cannot run', () => {
    const can = { hose: null, cans: 0.5, litres: 4, share: 1 }
    const pot = (more: Changes, d: object = {}) =>
      instruction(stop({ container: true, dose: { ...stop().dose!, ...can, ...d }, ...more }), metric)
    expect(pot({})).toBe('Half a can, slowly round the rim, till it runs out below')
    for (const other of [
      pot({ sealed: true }),
      pot({ container: false }),
      pot({}, { share: 0.5 }),
      pot({}, { top_only: true }),
    ])
      expect(other).toBe('Half a can, slowly round the rim')
  })

  it('says what becomes of too much, and what to expect', () => {
    const done = (x: object) =>
      reason(
        stop({
          word: 'done',
          cause: 'watered',
          too_much: { poured_l: 400, fills_l: 73, below_l: 300, short_of_air_days: 2, ...x },
        }),
        round([]),
        metric,
      )
    expect(done({})).toMatch(
      /^73 L would fill it; some 300 L of it goes below\. Leave it until about .+; its roots are short of air for about 2 days\.$/,
    )
    expect(done({ below_l: 10, short_of_air_days: 0 })).toContain('passes into the ground beside')
    expect(done({ short_of_air_days: 0 })).toContain('it drains within the day')
  })

  it('has each planted hollow filled, tells its own hours, and who rules where wishes differ', () => {
    const planted = stop({
      cause: 'planting_in',
      hollows: 6,
      dose: { ...stop().dose!, litres: 6 },
    })
    expect(instruction(planted, metric)).toBe('1.0 L slowly into each of 6 hollows')
    const late = stop({ windows: [[20.5, 22]] })
    expect(more(late, metric, [[4.5, 8]])).toContain('Water from 20:30 to 22:00 here.')
    expect(more(late, metric, [[20.5, 22]])).not.toContain('here')
    expect(more(stop({ wishes: ['even', 'dry_between'] }), metric)).toContain(
      'what wants it even, and what likes to dry between. The first rules',
    )
    expect(windowsInWords([])).toBe('Watering is not allowed today')
  })

  it('asks for a spade once, and takes only a finger for a finger', () => {
    const left = { word: 'leave', cause: 'not_yet' } as const
    expect(reason(stop({ ...left, spade: true }), round([]), metric)).toContain('dig once')
    expect(reason(stop({ ...left, spade: false }), round([]), metric)).not.toContain('dig once')
    const pale = stop({ ...left, observation_today: { kind: 'top', reading: 'dry' } })
    expect(reason(pale, round([]), metric)).not.toContain('Dry to the finger')
  })

  it('puts both sides and what the ledger says', () => {
    const inch = (week_need_mm: number) =>
      schools(
        stop({ why: { ...stop().why, week_need_mm, pattern: 'deep_and_seldom', style: 'steady' } }),
        metric,
        TODAY,
      ).find((x) => x.question.includes('a week enough'))!.here
    expect(inch(42)).toContain('short of full growth')
    expect(inch(25)).toContain('about the rule')
    expect(inch(12)).toContain('too much')
  })

  it('lets air in by what holds the water', () => {
    const wet = (more: Changes, mulch = 'none') =>
      reason(
        stop({ word: 'too_wet', cause: 'air_short', isle: { ...stop().isle, mulch }, ...more }),
        round([]),
        metric,
      )
    expect(wet({}, 'straw')).toContain('Draw the mulch back')
    expect(wet({})).toContain('Loosen the top')
    expect(wet({ container: true, saucer: true }, 'straw')).toContain('Empty its saucer')
    expect(wet({ container: true, saucer: false }, 'straw')).toContain('on feet')
    expect(wet({ container: true, sealed: true })).toContain('no holes')
    expect(wet({ container: true, reservoir_capacity_l: 14 })).toContain('run down')
  })

  it('says why a dry finger is not answered with water', () => {
    const dry = { kind: 'finger', reading: 'dry' }
    const left = stop({ word: 'leave', cause: 'not_yet', observation_today: dry })
    expect(reason(left, round([]), metric)).toBe(
      'Dry to the finger, but this bed is let run to 11.6: 13.4 mm is gone so far.',
    )
    expect(reason(stop({ word: 'leave', cause: 'not_yet' }), round([]), metric)).toContain('Next soak')
  })

  it('tells before the finger what each thing it may find would lead to', () => {
    const dose = stop().dose!
    const led = (felt: [string, string, boolean][]) =>
      stop({
        word: 'check',
        cause: 'doubt',
        if_felt: felt.map(([reading, word, water]) => ({
          reading,
          word,
          cause: 'x',
          dose: water ? dose : null,
        })),
      })
    const usual = led([
      ['dry', 'soak', true],
      ['just_damp', 'wait', false],
      ['moist', 'leave', false],
      ['wet', 'too_wet', false],
    ])
    expect(ifFelt(usual, metric)).toBe(
      'Dry: 12 s at each of 6 bases, 5 × 20 s between. Damp: wait for rain. Moist: leave it. Wet: let it dry.',
    )
    expect((['dry', 'just_damp', 'moist', 'wet'] as const).map((x) => ledTo(usual, x, metric))).toEqual([
      '42 L',
      'wait for rain',
      'leave it',
      'let it dry',
    ])
    const two = led([
      ['dry', 'soak', true],
      ['just_damp', 'leave', false],
      ['wet', 'leave', false],
    ])
    expect(reason(two, round([]), metric)).toContain('between. Damp or wet: leave it.')
  })

  it('tells the heat rule of the garden, not a fixed one', () => {
    const rule = { unusual: false, days: 5, warm: 25, hot_days: 3, hot: 30 }
    expect(heatRule(rule, metric)).toBe('at least five days in a row of 25 °C or more, three of them 30 °C')
    expect(heatRule(rule, us)).toContain('77 °F')
    const unusual = { unusual: true, days: 5, warm: 33.4, hot_days: 5, hot: 33.4 }
    expect(heatRule(unusual, metric)).toContain('33 °C or more, far over what is usual here')
    expect(heatRule(unusual, metric)).not.toContain('30')
  })

  it('says what is left of a dose, and who is left to himself', () => {
    const use = { litres: 5, hourly_l: [], passes_raw_h: null, again_h: null }
    const begun = stop({ use, waterings_today: [{ litres: 5.5 }] })
    expect(more(begun, metric)).toContain('So far today 5.5 L; this is what is left.')
    expect(more(stop({ use, waterings_today: [] }), metric)).not.toContain('So far')
    const weeds = stop({ word: 'empty', cause: 'unwatered', dose: null })
    expect(instruction(weeds, metric)).toBe('Left to itself')
    expect(reason(weeds, round([]), metric)).toContain('not watered for its own sake')
    expect(instruction(stop({ word: 'empty', cause: 'bare', dose: null }), metric)).toBe('Nothing grows here')
  })

  it('says when the heat comes, for soil and for a reservoir', () => {
    const hot = round([], { heat: { dates: ['2025-07-13', '2025-07-14'], chance: 1 } })
    expect(reason(stop({ cause: 'heat' }), hot, metric)).toContain('the heat from Sunday')
    const fill = reason(stop({ cause: 'heat', word: 'fill' }), hot, metric)
    expect(fill).toContain('heat that starts Sunday; full now, it lasts until about Monday')
    const lasts = reason(stop({ cause: 'heat', word: 'fill', next_soak: null }), hot, metric)
    expect(lasts).toContain('through these two weeks')
    expect(reason(stop(), hot, metric)).toContain('Heat from Sunday')
  })

  it('tells when the next soak is due and when a reservoir runs out, with the spread', () => {
    const later = stop({ cause: 'not_yet', word: 'leave' })
    expect(reason(later, round([]), metric)).toBe('Next soak about Monday (Sunday to Wednesday).')
    expect(reason({ ...later, next_soak: null }, round([]), metric)).toContain('No soak in sight')
    const box = stop({
      cause: 'not_yet',
      word: 'leave',
      wicks: true,
      empty_on: ['2025-07-16', '2025-07-19', null],
      in_need_on: ['2025-07-19', '2025-07-22', null],
      supply: { kept: true, why: 'grown' },
    })
    expect(reason(box, round([]), metric)).toBe(
      'Runs out about 19 Jul (Wednesday at the earliest). Left alone, plants are in need about 22 Jul.',
    )
    const above = reason({ ...box, wicks: false }, round([]), metric)
    expect(above).toContain('Roots do not reach the reservoir’s water yet')
    const full = stop({ cause: 'not_yet', word: 'leave', wicks: true, empty_on: [null, null, null] })
    expect(reason(full, round([]), metric)).toContain('Enough in the reservoir')
    expect(span(['2025-07-14', '2025-07-14', '2025-07-14'], TODAY)).toBe('Monday')
  })

  it('says of what is buried that it is filled, and why', () => {
    const bottles = stop({
      word: 'fill',
      cause: 'reservoir',
      giver: 'bottle',
      givers: 4,
      wicks: true,
      container: false,
      dose: dose({ into: 'reservoir', litres: 6 }),
      isle: { ...stop({}).isle, net_mm: { low: 8, mid: 9, high: 10 }, trigger_mm: 14 },
    })
    expect(instruction(bottles, metric)).toBe('Fill the 4 bottles: 6.0 L in all')
    expect(dosePlain({ ...bottles, dose: bottles.dose! }, metric)).toBe(
      'Fill the 4 bottles in the ground to the brim: about 6.0 L in all',
    )
    expect(reason(bottles, round([]), metric)).toBe(
      'Empty by tonight, and the ground is on its way to its mark: 9.0 of 14.0 mm is gone.',
    )
    const left = {
      ...bottles,
      word: 'leave' as const,
      cause: 'not_yet' as const,
      empty_on: [null, '2025-07-12', null],
    }
    expect(reason(left, round([]), metric)).toMatch(/^Runs out about tomorrow. Next water about /)
  })

  it('tells which of a box’s stores decided, and how it is kept', () => {
    const box = stop({
      wicks: true,
      supply: { kept: true, why: 'grown' },
      next_soak: ['2025-07-13', '2025-07-14', '2025-07-15'],
    })
    const said = (over: Partial<typeof box>) => reason({ ...box, ...over }, round([]), metric)
    expect(said({ cause: 'reservoir', word: 'fill' })).toContain('does not last the day')
    expect(said({ cause: 'mix_holds', word: 'leave' })).toBe(
      'The float is down, but the mix above is moist: 13.4 mm is gone of the 16.6 drawn with ease. Let it run down; fill it about Monday.',
    )
    expect(said({ cause: 'stale', word: 'leave' })).toContain('want air. Let it run down')
    const pepper = said({ cause: 'run_down', word: 'fill', supply: { kept: false, why: 'dry_between' } })
    expect(pepper).toContain('likes to dry between')
    expect(pepper).toContain('dried to its mark of 11.6')
  })

  it('warns of standing water and never takes drooping for thirst', () => {
    expect(reason(stop({ cause: 'air_short', word: 'too_wet' }), round([]), metric)).toContain('not thirst')
  })
})

describe('a sentence is a claim, and takes the figures of the rule that decided', () => {
  const said = (changes: Changes) => reason(stop(changes), round([]), metric)
  const waiting = (if_wrong_mm: number | null, chance = 0.6) => ({
    cause: 'rain',
    word: 'wait',
    why: { ...stop().why, waiting: { ...stop().why.waiting, chance, if_wrong_mm } },
  })

  it('a bed can stand being wrong only where it can', () => {
    expect(said(waiting(16.0))).toContain('and the bed can stand being wrong')
    const short = said(waiting(19.3))
    expect(short).not.toContain('can stand')
    expect(short).toContain('up to 19.3 mm is missing by then, where plants suffer beyond 16.6')
  })

  it('a bed that passes its mark in the day is left till evening, and told what then', () => {
    const evening = { word: 'leave', cause: 'evening' } as const
    expect(instruction(stop(evening), metric)).toBe('Leave it till this evening')
    const soon = said({ ...evening, next_soak: ['2025-07-12', '2025-07-12', '2025-07-13'] })
    expect(soon).toBe(
      'By this evening 18.2 mm is missing, past its mark of 11.6. Water it then or first thing tomorrow: about 38 L.',
    )
    expect(said(evening)).toContain('Rain may settle it; else water it about Monday')
    expect(said({ ...evening, next_soak: null })).toContain('Rain is likely to settle it')
  })

  it('a soak that was moved, or comes early, says so with its mark', () => {
    expect(said({ cause: 'moved' })).toBe('You moved its soak to today; 13.4 of its mark of 11.6 mm is gone.')
    expect(said({ cause: 'early' })).toContain('a day early, since tomorrow has not room for all')
    expect(said({ word: 'leave', cause: 'moved_away' })).toContain(
      'it comes Monday. By tonight 18.2 mm is missing',
    )
    expect(said({ word: 'leave', cause: 'moved_away', next_soak: null })).toContain('none is in sight now')
  })

  it('a bed that is left has one line', () => {
    const short = (changes: Changes) =>
      leftInShort(stop({ word: 'leave', cause: 'not_yet', ...changes }), round([]), metric)
    expect(short({})).toBe('next about Monday, 38 L')
    expect(short({ next_soak: null })).toBe('nothing in sight this fortnight')
    expect(short({ word: 'wait', cause: 'rain' })).toBe('wait for rain, up to 2 days')
    expect(short({ word: 'too_wet' })).toBe('too wet: let air in')
    expect(short({ word: 'empty', cause: 'bare' })).toBe('nothing grows here')
    expect(short({ cause: 'evening', next_soak: ['2025-07-12', '2025-07-12', '2025-07-12'] })).toBe(
      'till this evening or tomorrow first thing, 38 L',
    )
    expect(short({ cause: 'moved_away' })).toBe('you moved it to Monday')
    expect(short({ wicks: true, empty_on: [null, '2025-07-15', null] })).toBe('runs out about Tuesday')
  })
})

describe('what a hand measures by', () => {
  it('turns seconds, cans and minutes into litres, and back to the part of a day', () => {
    const m = { hose_l_per_min: 15, can_l: 10, line_l_per_min: 0.2 }
    expect([
      perMeasure('hose_s', m) * 40,
      perMeasure('cans', m) * 1.5,
      perMeasure('line_min', m) * 30,
    ]).toEqual([10, 15, 6])
    expect(measureOf('drip', { ...m, line_l_per_min: null })).toBe('volume')
    expect([measureOf('hose', m), measureOf('can', m), measureOf('drip', m)]).toEqual([
      'hose_s',
      'cans',
      'line_min',
    ])
    expect([6, 12, 16.9, 17].map(partOfDay)).toEqual(['morning', 'afternoon', 'afternoon', 'evening'])
  })
})

describe('a pot by the hour', () => {
  const pot = (changes: Changes = {}) => stop({ container: true, sealed: false, ...changes })
  const dose = {
    ...pot().dose!,
    litres: 3.3,
    minutes: 1.5,
    cans: 0.25,
    hose: null,
    top_only: false,
    share: 1,
  }
  const again = { at_h: 16.17, chance: 0.7, dose }

  it('says a second drink with its hour, in the instruction and by itself', () => {
    expect(instruction(pot({ again }), metric)).toContain('and again at 16:10')
    expect(instruction(pot(), metric)).not.toContain('again')
    expect(secondInWords(pot({ again }), metric, [[0, 24]])).toEqual({
      what: 'At 16:10: A quarter of a can, slowly round the rim',
      why: 'Without it plants would droop before dark in 7 of 10 runs. First its morning water.',
    })
    const taps = [
      [5, 9],
      [20, 24],
    ]
    expect(secondInWords(pot({ again }), metric, taps).why).toContain('fill a can before 9:00')
    expect(headline(round([pot({ again })]))).toBe('One isle to water, one twice')
    expect(headline(round([pot({ again, word: 'done' })]))).toBe('Done until 16:10')
    expect(reason(pot({ again, word: 'done', cause: 'watered' }), round([]), metric)).toContain(
      'again at 16:10',
    )
    expect(secondDrink(pot({ again, word: 'done' }))).toMatchObject({ word: 'soak', dose, again: null })
  })

  it('opens the second drink after the first and at its hour, on a clock of its own at once', () => {
    const first = [{ litres: 3 }]
    expect(secondIsOpen(pot({ again }), true, 9)).toBe(false)
    expect(secondIsOpen(pot({ again, waterings_today: first }), false, 16)).toBe(false)
    expect(secondIsOpen(pot({ again, waterings_today: first }), false, 16.2)).toBe(true)
    expect(secondIsOpen(pot({ again, waterings_today: first }), true, 9)).toBe(true)
  })

  it('counts both drinks, and the hot water of a hose that the second one meets', () => {
    const hosed = { ...again, dose: { ...dose, hose: stop().dose!.hose } }
    const hot_water = [{ rig: 'Hose', litres: 18, minutes: 1.2, from_h: 9, to_h: 20, into: 'Bench' }]
    const all = (s: Stop) => totals(round([s], { hot_water }))
    expect(all(pot({ again })).litres).toBeCloseTo(45.3)
    expect(all(pot({ again })).minutes).toBeCloseTo(2.8 + 1.5)
    expect(all(pot({ again: hosed })).minutes).toBeCloseTo(2.8 + 1.5 + 1.2)
    expect(hotWater({ hot_water } as unknown as Round, metric)).toEqual([
      'Hose: from 9:00 to 20:00 its first 18 L run hot. Let it run 72 s into Bench, where it counts.',
    ])
  })

  it('names the pots that come first in heat, by how long their easy water lasts', () => {
    const of = (name: string, raw_mm: number) =>
      pot({
        name,
        crops: [{}],
        isle: { ...stop().isle, raw_mm },
        why: { ...stop().why, week_need_mm: 140 },
      })
    const stops = [of('Barrel', 60), of('Basket', 10), of('Bag', 20), stop({ name: 'Bed', crops: [{}] })]
    expect(potsFirst({ stops })).toBe('Look to the pots first: Basket and Bag.')
    expect(potsFirst({ stops: [] })).toBe('')
  })

  it('tells a hot mix and when it has cooled, but a collapsing pot is watered now', () => {
    const mix = { hottest_c: 38.2, cool_from_h: 20 }
    expect(more(pot({ mix }), metric)).toContain('gets to 38 °C today: not before 20:00')
    expect(more(pot({ mix: { hottest_c: 33, cool_from_h: null } }), metric)).not.toContain('mix')
    const collapsing = pot({ mix, collapsing: true })
    expect(more(collapsing, metric)).not.toContain('not before')
    expect(reason(collapsing, round([]), metric)).toContain('into the shade and give cool water now')
  })
})

describe('the whole round', () => {
  it('counts what wants a hand and adds up only what is sure', () => {
    const r = round([stop(), stop({ word: 'fill' }), stop({ word: 'check' }), stop({ word: 'wait' })])
    expect(headline(r)).toBe('Two isles to water, one to check')
    expect(totals(r)).toEqual({ minutes: 5.6, litres: 84, perhaps: 0, lineMinutes: 0 })
    const crowded = round([stop(), stop({ gives: true })])
    expect([headline(crowded), totals(crowded).litres]).toEqual(['One isle to water', 42])
    expect(headline(round([stop({ word: 'check' })]))).toBe('One to check')
    expect(headline(round([stop({ word: 'done' })]))).toBe('The round is done')
    expect(headline(round([stop({ word: 'leave' })]))).toBe('Nothing to water today')
    expect(wantsHand(stop({ put_off: 'x' }))).toBe(false)
  })

  it('says its minutes and litres, what a finger may add, and when a walk with pauses must begin', () => {
    const dry = { reading: 'dry', word: 'soak', cause: 'trigger', dose: { ...stop().dose, litres: 3 } }
    const doubted = stop({ word: 'check', if_felt: [dry] })
    expect(roundInWords(round([stop(), doubted]), metric)).toBe(
      '3 minutes, 42 L, and up to 3.0 L more where the finger finds it dry.',
    )
    expect(roundInWords(round([doubted]), metric)).toBe('Up to 3.0 L where the finger finds it dry.')
    expect(roundInWords(round([stop({ word: 'leave', dose: null })]), metric)).toBe('')
    const long = (hands_min: number) =>
      roundInWords(round([stop()], { walk: { minutes: 2.8, hands_min, goes: [] } }), metric)
    expect(long(48)).toContain('With the pauses 48 minutes in all: begin by 7:12.')
    expect(long(300)).toContain('more than the good hours from 4:30 to 8:00 hold')
    expect(long(4)).not.toContain('pauses')
    const walk = {
      minutes: 5,
      hands_min: 20,
      span_min: 20,
      goes: [
        { bed: 1, turn: 1, from_min: 0, litres: 21, waits_min: 0 },
        { bed: 1, turn: 2, from_min: 14.6, litres: 21, waits_min: 9 },
      ],
    }
    expect(laterGoes(round([stop()], { walk }), metric)).toEqual([
      { key: '2-1', name: 'Bench', what: 'second time, 21 L, 9 of them waiting', when: 'after 15 minutes' },
    ])
  })

  it('says where the weather comes from and how old it is', () => {
    const note = (weather: object) => weatherNote(round([], { weather }), metric)
    expect(note({ source: 'forecast', age_days: 0 })).toBe('')
    expect(note({ source: 'forecast', age_days: 1 })).toContain('a forecast a day old')
    expect(note({ source: 'forecast', age_days: 4 })).toContain('4 days old')
    const late = { tmax: { low: 24, mid: 28, high: 33 }, wider_by: 5 }
    expect(note({ source: 'forecast', age_days: 4, late })).toContain('anywhere from 24 to 33 °C')
    expect(note({ source: 'forecast', age_days: 4, late: { ...late, wider_by: 0.4 } })).not.toContain(
      'anywhere',
    )
    expect(note({ source: 'typed' })).toContain('the ones you typed')
    expect(note({ source: 'resampled' })).toContain('drawn from your past weather')
  })
})

describe('names', () => {
  it('adds sowings in turns together and gives the height of a single crop', () => {
    expect(cropsInWords([])).toBe('nothing growing')
    expect(cropsInWords([{ crop: 'tomato', count: 6, height: 'shoulder' }])).toBe(
      'tomatoes ×6, shoulder-high',
    )
    const turns = [
      { crop: 'lettuce', count: 8 },
      { crop: 'chard', count: 3 },
      { crop: 'lettuce', count: 8 },
    ] as const
    expect(cropsInWords(turns)).toBe('lettuce ×16, chard ×3')
  })

  it('explains every coefficient, crops and triggers among them', () => {
    expect(coefficientName('crop:tomato', (c) => c.toUpperCase())).toBe('TOMATO at full cover')
    expect(coefficientName('trigger:ample:deep_and_seldom', (c) => c)).toContain('ample, deep and seldom')
    expect(coefficientName('wish:dry_between:pepper', (c) => c)).toContain('left to dry between soaks')
    expect(coefficientName('basal', (c) => c)).toContain('ET0')
  })

  it('opens a line once for all beds on its tube, and notes what each got', () => {
    const line_with = [{ id: 2, name: 'Moist', per_litre: 0.8, mark: 'm2' }]
    const first = stop({
      id: 1,
      name: 'Thirsty',
      method: 'drip',
      tube: [1, 2],
      line_with,
      word: 'soak',
      again: null,
    })
    const second = stop({
      id: 2,
      name: 'Moist',
      method: 'drip',
      cause: 'along',
      word: 'soak',
      tube: [1, 2],
      line_with: [{ id: 1, name: 'Thirsty', per_litre: 1.25, mark: 'm1' }],
      again: null,
    })
    expect(openedBy(first)).toBe('')
    expect(instruction(second, metric)).toContain('with Thirsty')
    expect(reason(second, round([]), metric)).toContain('whatever opens the line for Thirsty waters it')
    expect(more(first, metric)).toContain('The same run waters Moist')
    const one = { id: 'm1', bed: 1, litres: 10, into: 'soil' as const }
    expect(alongTube(first, one, { ofToday: true })).toEqual([
      one,
      { ...one, id: 'm2', bed: 2, litres: 8, way: 'drip' },
    ])
    expect(alongTube(first, { ...one, way: 'hose' as const }, { ofToday: true })).toHaveLength(1)
    expect(alongTube(first, one, { ofToday: true, not: [2] })).toEqual([one])
    expect(alongTube(first, one, { ofToday: false })[1]!.id).not.toBe('m2')
  })
})
