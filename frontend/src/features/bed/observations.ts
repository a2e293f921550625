import type { ObservationKind } from '@/shared/api/types'
import { OBSERVATION_KIND } from '@/shared/words/names'

const OF_CONTAINERS: ObservationKind[] = ['lifted', 'ran_out', 'saucer', 'weighed']
const OF_RESERVOIRS: ObservationKind[] = ['float', 'sour']

/** Which observations make sense at a bed: a float where there is a reservoir, lifting where there is a pot. */
export function kindsFor(container: boolean, reservoir: boolean, weights: boolean): ObservationKind[] {
  return (Object.keys(OBSERVATION_KIND) as ObservationKind[]).filter(
    (kind) =>
      (!OF_RESERVOIRS.includes(kind) || reservoir) &&
      (!OF_CONTAINERS.includes(kind) || container) &&
      (kind !== 'weighed' || weights),
  )
}
