import type { Stop } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import { keptHow, type Tongue } from './stop'
import { PATTERN, STYLE } from './names'

const INCH_MM = 25

/** Where gardeners disagree: both sides, and what this bed's ledger says. Common practice, no source. */
export function schools(
  s: Stop,
  t: Tongue,
  today: string,
): { question: string; sides: string; here: string }[] {
  const { week_need_mm, pattern, style } = s.why
  const { net_mm, raw_mm } = s.isle
  const need = t.show(week_need_mm, 'depth')
  const inch = t.show(INCH_MM, 'depth')
  const share = week_need_mm / INCH_MM
  const list = [
    {
      question: 'Deep and seldom, or little and often?',
      sides: 'Some soak deep and let it dry; others top up each day.',
      here: `Here: ${PATTERN[pattern].toLowerCase()}. ${t.num(net_mm.mid, 'depth')} of ${t.show(raw_mm, 'depth')} drawn with ease is gone.`,
    },
    {
      question: `Is ${inch} a week enough?`,
      sides: 'Some hold to it all summer; others find it far too little in heat.',
      here:
        share > 1.15
          ? `Here a week like this wants ${need}: the rule would keep it going, short of full growth.`
          : share < 0.85
            ? `Here a week like this wants ${need}: the rule would be too much.`
            : `Here a week like this wants ${need}: about the rule.`,
    },
    {
      question: 'How generous?',
      sides: 'Ample stays well away from thirst; steady goes to its edge; sparing accepts some.',
      here: `Here: ${STYLE[style].toLowerCase()}. The bed’s page shows what each would cost.`,
    },
    {
      question: 'Can it be overwatered?',
      sides: 'Some say hardly, where it drains; others that most of us do.',
      here: s.wet_days
        ? `Here water stood above the air mark for ${s.wet_days} ${s.wet_days === 1 ? 'day' : 'days'}.`
        : 'Here no water stood above the air mark of late.',
    },
  ]
  if (s.isle.mulch !== 'none' || !s.container)
    list.push({
      question: 'Mulch in a wet spell?',
      sides: 'Some leave it; others draw it back so that the ground dries.',
      here:
        s.isle.mulch === 'none'
          ? 'Here none lies.'
          : s.wet_days
            ? 'Here the ground is too wet: draw it back until it drains.'
            : 'Here it may stay; note it under “Something changed” when you draw it back.',
    })
  if (s.reservoir_capacity_l)
    list.push({
      question: 'Reservoir always full?',
      sides: 'Some never let it run dry; others let it run down between.',
      here: `${keptHow(s)} ${s.empty_on?.[1] ? `It lasts until about ${nearDay(s.empty_on[1], today)}.` : 'It lasts the fortnight.'}`,
    })
  return list
}
