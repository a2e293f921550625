import { computed, ref, watch, type Ref } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange } from '@/shared/outbox/useOutbox'
import type { Schemas } from '@/shared/api/client'
import type { Ground } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

import { boxOf, history, parked, samePlace, type Place } from './map'

type Places = Map<string, Place>
type BedPlace = Schemas['BedPlaceInRequest']
type RigPlace = Schemas['RigPlaceInRequest']

/** Where everything lies: from the server, moved here, kept at once; each step can be taken back. */
export function useGround(garden: () => number, ground: Ref<Ground | undefined>) {
  const places = ref<Places>(new Map()) as Ref<Places>
  let steps = history<Places>(new Map())
  const can = ref({ back: false, forth: false })
  // Moves are sent one after the other; until the last has come home, what the server says may be older than they are.
  let waiting = 0
  let sent: Promise<unknown> = Promise.resolve()

  function read(g: Ground): Places {
    const all: Places = new Map()
    const size = (x: { length_m: number; width_m: number }) => ({ length: x.length_m, width: x.width_m })
    for (const t of g.things) all.set(`thing:${t.id}`, { x: t.x_m, y: t.y_m, turn: t.turn_deg, ...size(t) })
    const foot = (b: Ground['beds'][number]) => ({ length: b.length_m, width: b.width_m, round: b.round })
    for (const b of g.beds)
      if (b.x_m !== null && b.y_m !== null)
        all.set(`bed:${b.id}`, { x: b.x_m, y: b.y_m, turn: b.turn_deg, ...size(b) })
    for (const r of g.garden.rigs)
      if (r.x_m !== null && r.y_m !== null) all.set(`rig:${r.id}`, { x: r.x_m, y: r.y_m, turn: 0 })
    const placed = [
      ...g.beds.filter((b) => all.has(`bed:${b.id}`)).map((b) => boxOf(all.get(`bed:${b.id}`)!, foot(b))),
      ...g.things.map((t) =>
        boxOf(all.get(`thing:${t.id}`)!, { length: t.length_m, width: t.width_m, round: false }),
      ),
    ]
    const free = g.beds.filter((b) => !all.has(`bed:${b.id}`)).map((b) => ({ id: b.id, footprint: foot(b) }))
    for (const [id, place] of parked(free, placed))
      all.set(`bed:${id}`, { ...place, ...size(g.beds.find((b) => b.id === id)!) })
    return all
  }
  function take(g: Ground | undefined) {
    if (!g || waiting) return
    const fresh = read(g)
    const last = steps.now()
    const same = fresh.size === last.size && [...fresh].every(([key, p]) => samePlace(last.get(key), p))
    places.value = fresh
    if (!same) steps = history(fresh) // changed elsewhere: what was before cannot be stepped back to
    look()
  }
  watch(ground, take, { immediate: true })
  function look() {
    can.value = { back: steps.canGoBack(), forth: steps.canGoForth() }
  }

  const where = (p: Place) => ({
    x_m: p.x,
    y_m: p.y,
    turn_deg: p.turn,
    ...(p.length === undefined ? {} : { length_m: p.length, width_m: p.width }),
  })
  const arrange = useChange(garden, (body: { beds: BedPlace[]; rigs: RigPlace[] }, mark) =>
    answer(api.PUT('/api/gardens/{garden_id}/ground', { ...path(garden), body, ...mark })),
  )
  const lying = (moved: Places) => ({
    beds: some(moved, 'bed').map(([id, p]) => ({ id, ...where(p) })),
    rigs: some(moved, 'rig').map(([id, p]) => ({ id, x_m: p.x, y_m: p.y })),
  })
  const moveThing = useChange(garden, ([id, p]: [number, Place], mark) =>
    answer(
      api.PATCH('/api/gardens/{garden_id}/things/{thing_id}', {
        params: { path: { garden_id: garden(), thing_id: id } },
        body: where(p),
        ...mark,
      }),
    ),
  )
  function some(all: Places, kind: string): [number, Place][] {
    return [...all]
      .filter(([key]) => key.startsWith(`${kind}:`))
      .map(([key, p]) => [Number(key.split(':')[1]), p])
  }
  function keep(before: Places, after: Places) {
    const changed: Places = new Map([...after].filter(([key, p]) => !samePlace(before.get(key), p)))
    places.value = after
    look()
    waiting += 1
    sent = sent.then(async () => {
      try {
        await Promise.all([
          ...(some(changed, 'bed').length || some(changed, 'rig').length
            ? [arrange.mutateAsync(lying(changed))]
            : []),
          ...some(changed, 'thing').map((x) => moveThing.mutateAsync(x)),
        ])
      } catch (error) {
        say((error as Error).message)
      } finally {
        waiting -= 1
        take(ground.value)
      }
    })
  }

  return {
    places,
    can: computed(() => can.value),
    move(key: string, place: Place) {
      const before = places.value
      const after = new Map(before).set(key, place)
      steps.push(after)
      keep(before, after)
    },
    undo() {
      const step = steps.back()
      if (step) keep(places.value, step)
    },
    redo() {
      const step = steps.forth()
      if (step) keep(places.value, step)
    },
  }
}
