import { useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'

import { answer, api } from './client'

type Id = MaybeRefOrGetter<number>

export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => answer(api.GET('/api/session')),
    staleTime: Infinity,
  })
}

export function useGardens() {
  const session = useSession()
  return useQuery({
    queryKey: ['gardens'],
    queryFn: () => answer(api.GET('/api/gardens')),
    enabled: computed(() => Boolean(session.data.value?.person)),
  })
}

export function useCatalogue() {
  return useQuery({
    queryKey: ['catalogue'],
    queryFn: () => answer(api.GET('/api/catalogue')),
    staleTime: Infinity,
  })
}

export function useRound(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'round']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/round', path(garden))),
  })
}

/** What was noted, the newest first, some of them left out. */
export function useEvents(garden: Id, skip: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'events', toValue(skip)]),
    queryFn: () =>
      answer(
        api.GET('/api/gardens/{garden_id}/events', {
          params: { path: { garden_id: toValue(garden) }, query: { skip: toValue(skip) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useBeds(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'beds']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/beds', path(garden))),
  })
}

export function useBedPage(garden: Id, bed: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'bed', toValue(bed)]),
    queryFn: () =>
      answer(
        api.GET('/api/gardens/{garden_id}/beds/{bed_id}', {
          params: { path: { garden_id: toValue(garden), bed_id: toValue(bed) } },
        }),
      ),
  })
}

export function useBedSources(garden: Id, bed: Id, wanted: MaybeRefOrGetter<boolean>) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'sources', toValue(bed)]),
    queryFn: () =>
      answer(
        api.GET('/api/gardens/{garden_id}/beds/{bed_id}/sources', {
          params: { path: { garden_id: toValue(garden), bed_id: toValue(bed) } },
        }),
      ),
    enabled: computed(() => toValue(wanted)),
  })
}

export function useCases(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'cases']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/signs', path(toValue(garden)))),
  })
}

export function useFeeding(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'feeding']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/feeding', path(toValue(garden)))),
  })
}

export function useSky(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'sky']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/sky', path(garden))),
  })
}

export function useScores(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'scores']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/scores', path(garden))),
  })
}

export function useHeatSheet(garden: Id, wanted: () => boolean) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'heat']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/heat', path(garden))),
    enabled: computed(wanted),
  })
}

export function useOwnCrops(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'own-crops']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/own-crops', path(garden))),
  })
}

export function useSizes(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'sizes']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/sizes', path(garden))),
  })
}

export function useAhead(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'ahead']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/ahead', path(garden))),
  })
}

export function useGround(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'ground']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/ground', path(garden))),
  })
}

export function useBedFit(garden: Id, bed: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'fit', toValue(bed)]),
    queryFn: () =>
      answer(api.GET('/api/gardens/{garden_id}/beds/{bed_id}/fit', bedPath(toValue(garden), toValue(bed)))),
  })
}

export function useRaising(garden: Id, bed: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'raising', toValue(bed)]),
    queryFn: () =>
      answer(
        api.GET('/api/gardens/{garden_id}/beds/{bed_id}/raising', bedPath(toValue(garden), toValue(bed))),
      ),
  })
}

export function useMeasurements(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'measurements']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/measurements', path(garden))),
  })
}

export function useSeasons(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'seasons']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/seasons', path(garden))),
  })
}

export const bedPath = (garden_id: number, bed_id: number) => ({ params: { path: { garden_id, bed_id } } })

export function useFeed(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'feed']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/feed', path(garden))),
  })
}

/** Every container with its reservoir, what dries out first standing first. */
export function usePots(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'pots']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/pots', path(garden))),
  })
}

/** Every drip line whose length is known, as it runs. */
export function useLines(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'lines']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/lines', path(garden))),
  })
}

/** Timers and probes that speak for themselves; asked for again while they are looked at. */
export function useDevices(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'devices']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/devices', path(garden))),
    refetchInterval: 5000,
  })
}

/** What each timer that only runs is best set to. */
export function useTimers(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'lines', 'timers']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/lines/timers', path(garden))),
  })
}

/** The days away that are kept, how each isle comes through, and the links of those who look in. */
export function useAwayKept(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'away']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/away', path(garden))),
  })
}

export function useInvitations() {
  const session = useSession()
  return useQuery({
    queryKey: ['invitations'],
    queryFn: () => answer(api.GET('/api/invitations')),
    enabled: computed(() => Boolean(session.data.value?.person)),
  })
}

export function useMembers(garden: Id) {
  return useQuery({
    queryKey: computed(() => ['garden', toValue(garden), 'members']),
    queryFn: () => answer(api.GET('/api/gardens/{garden_id}/members', path(garden))),
  })
}

export function path(garden: Id) {
  return { params: { path: { garden_id: toValue(garden) } } }
}
