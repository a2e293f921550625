import type { Start } from '@/shared/api/types'

/** Other names that a crop goes by, so that it is found under any of them. */
const ALSO: Record<string, string> = {
  courgette: 'zucchini summer squash marrow',
  aubergine: 'eggplant brinjal',
  rocket: 'arugula rucola roquette',
  spring_onion: 'scallion green onion salad onion bunching',
  coriander: 'cilantro dhania',
  chard: 'silverbeet swiss chard leaf beet',
  pepper: 'capsicum bell pepper sweet pepper',
  chilli: 'chili chile hot pepper',
  beetroot: 'beet table beet',
  broad_bean: 'fava faba',
  french_bean: 'snap bean green bean bush bean haricot',
  runner_bean: 'pole bean scarlet runner',
  drying_bean: 'dry bean shell bean',
  pak_choi: 'bok choy pak choy',
  winter_squash: 'pumpkin butternut',
  sweetcorn: 'corn maize',
  pea: 'mangetout snow pea sugar snap',
  celeriac: 'celery root',
  turnip: 'swede rutabaga',
  endive: 'escarole frisee',
  sweet_potato: 'kumara',
  spinach: 'perpetual',
  potato: 'spud',
  cabbage: 'savoy',
  kale: 'borecole cavolo nero collards',
  brussels_sprouts: 'sprouts',
  broccoli: 'calabrese',
  cauliflower: 'romanesco',
  lettuce: 'salad leaves cos',
  leek: 'leeks',
  onion: 'shallot onions sets',
  flowers: 'marigold tagetes nasturtium zinnia',
  currant: 'blackcurrant redcurrant',
  raspberry: 'blackberry bramble',
}
const bare = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')

/** Whether a crop goes by what was typed. */
export const isCalled = (key: string, label: string, typed: string): boolean =>
  !typed.trim() ||
  bare(`${label} ${key.replaceAll('_', ' ')} ${ALSO[key] ?? ''}`).includes(bare(typed.trim()))

const SOWN = new Set(
  'carrot radish beetroot pea broad_bean french_bean drying_bean runner_bean spinach rocket sweetcorn parsnip turnip coriander dill'.split(
    ' ',
  ),
)
const STANDING = new Set(
  'artichoke asparagus rhubarb mint thyme rosemary lavender oregano sage raspberry currant gooseberry blueberry fruit_tree stone_fruit citrus fig grape bush hedge tree_roots'.split(
    ' ',
  ),
)
/** How a crop usually begins in a bed; common practice, no source. */
export const usualStart = (key: string): Start =>
  SOWN.has(key) ? 'sown' : STANDING.has(key) ? 'established' : 'transplant'
