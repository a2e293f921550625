import type { Fit } from '@/shared/api/types'

import type { Tongue } from './stop'

/** A fit check in plain words: what it found, and why. */
export interface FitWords {
  title: string
  why: string
}

const one = (n: number) => Number(n.toFixed(1)).toString()
const days = (n: number) => (n === 1 ? 'a day' : `${n} days`)
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

export const LEVEL: Record<Fit['level'], string> = { stop: 'Does not fit', mind: 'Mind this', fine: 'Fits' }

export function fitWords(f: Fit, t: Tongue): FitWords {
  const x = (name: string) => f.figures[name] ?? 0
  const crop = capital(f.crop)
  switch (f.what) {
    case 'mix_volume': {
      const title = f.level === 'fine' ? `Mix enough: ${f.crop}` : `Too little mix: ${f.crop}`
      const often = x('often')
        ? ` Somebody would water it about ${Math.round(x('times_a_day'))} times a day.`
        : ''
      return {
        title,
        why:
          `${t.show(x('each_l'), 'volume')} for each plant; full-grown it wants ${t.num(x('scant_l'), 'volume')} to ` +
          `${t.show(x('ample_l'), 'volume')}. On a warm day they drink ${t.show(x('drinks_l'), 'volume')}, and ` +
          `${t.show(x('holds_l'), 'volume')} is drawn with ease.${often}`,
      }
    }
    case 'spacing': {
      const wet = f.figures.wet_h === undefined
      const single = f.figures.single_n
        ? ` Pruned to one stem ${x('single_n')} stand at ${t.show(x('single_m'), 'small_length')}: ` +
          `${t.show(x('single_l'), 'volume')}` +
          (wet ? '.' : `, leaves wet ${one(x('single_wet_h'))} hours.`)
        : ''
      const leaves = wet
        ? ''
        : ` Leaves wet on a night like today’s: ${one(x('wet_h'))} hours; airy ${one(x('airy_wet_h'))}, ` +
          `intensive ${one(x('close_wet_h'))}.`
      return {
        title: f.level === 'fine' ? `Room enough: ${f.crop}` : `They will stand close: ${f.crop}`,
        why:
          `${x('count')} plants, ${t.show(x('between_m'), 'small_length')} apart. The airy school sets ` +
          `${x('airy_n')} at ${t.show(x('airy_m'), 'small_length')}, the intensive ${x('close_n')} at ` +
          `${t.show(x('close_m'), 'small_length')}. Full-grown on a warm day: ${t.show(x('l'), 'volume')} as here, ` +
          `${t.num(x('airy_l'), 'volume')} airy, ${t.num(x('close_l'), 'volume')} intensive.${leaves}${single}`,
      }
    }
    case 'air': {
      const air = `${Math.round(x('air_pct'))} % of air just drained, ${Math.round(x('water_pct'))} % of water`
      return f.level === 'mind'
        ? {
            title: 'Little air for roots',
            why:
              `In ${t.show(x('height_m'), 'small_length')} of height this holds ${air}; roots want ` +
              `${Math.round(x('wants_pct'))} %. Garden soil does so in any pot. Mix in about ` +
              `${t.show(x('loose_l'), 'volume')} of bark, coir or perlite, or take potting mix. You may keep it: ` +
              `then let it dry between.`,
          }
        : { title: 'Air enough for roots', why: `It holds ${air}.` }
    }
    case 'seedlings': {
      const crowd = f.figures.crowd_days
      const meet =
        crowd === undefined
          ? 'They do not crowd within two months.'
          : crowd <= 0
            ? 'Their leaves meet: they will lean on each other.'
            : `Their leaves meet in about ${days(crowd)}.`
      const bound = x('bound_days')
      const roots =
        bound <= 0
          ? 'Six weeks in the tray are over: roots circle by now. Pot them on.'
          : `Their roots have filled it in about ${days(bound)}.`
      return {
        title: f.level === 'fine' ? `Room in the tray: ${f.crop}` : `Out of the tray: ${f.crop}`,
        why:
          `${x('count')} of them, ${t.show(x('each_m'), 'small_length')} each way; they are ` +
          `${t.show(x('now_m'), 'small_length')} wide. ${meet} ${roots}`,
      }
    }
    case 'holes':
      if (f.level === 'stop')
        return {
          title: 'No holes in the bottom',
          why: 'After rain water stands round the roots, and nothing can drain. Bore some before anything is planted.',
        }
      return f.level === 'mind'
        ? {
            title: 'Has it holes?',
            why: 'Look underneath: without holes, water stands round the roots after rain. The plan takes them as there.',
          }
        : { title: 'It drains below', why: 'What is too much finds its way out.' }
    case 'weight': {
      const ask =
        f.level === 'mind'
          ? ' On a balcony or roof ask a qualified person what it bears, and lift with two.'
          : ''
      return {
        title: f.level === 'mind' ? 'Heavy when wet' : 'Its weight',
        why:
          `About ${t.show(x('dry_kg'), 'weight')} dry and ${t.show(x('soaked_kg'), 'weight')} just soaked, the pot ` +
          `itself not counted; ${t.show(x('soaked_kg_per_m2'), 'weight')} on a square metre.${ask}`,
      }
    }
    case 'sun':
      return {
        title: f.level === 'fine' ? `Sun enough: ${f.crop}` : `Too little sun: ${f.crop}`,
        why: `${one(x('sun_h'))} hours of sun reach it at midseason; ${f.crop} wants about ${one(x('wants_h'))}.`,
      }
    case 'soil_warmth':
      return {
        title: f.level === 'fine' ? `Soil warm enough: ${f.crop}` : `Cold soil: ${f.crop}`,
        why:
          `The soil is at about ${t.show(x('soil_c'), 'temperature')}; ${f.crop} wants ` +
          `${t.show(x('wants_c'), 'temperature')} to be sown or planted.` +
          (f.level === 'fine' ? '' : ' Wait, or warm it under film first.'),
      }
    case 'sharing':
      return {
        title: `Shared water: ${f.crop}`,
        why:
          `Full-grown, each roots in about ${t.show(x('roots_m2'), 'area')} and has ${t.show(x('has_m2'), 'area')} to ` +
          `itself. They drink from the same depth at the same time: water between them, and look sooner.`,
      }
    case 'sharing_across':
      return {
        title: `${f.other} drinks here too`,
        why: `${crop} grows there as well, ${t.show(x('gap_m'), 'small_length')} away: both draw on the soil between.`,
      }
    case 'rotation':
      return {
        title: `The same family again: ${f.crop}`,
        why:
          `${capital(f.other)} of the same family stood here till ${x('year')}. Give the family ${x('rest_years')} ` +
          `years off: what lives on it stays in the soil.`,
      }
    default:
      return { title: f.what, why: '' }
  }
}
