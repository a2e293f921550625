import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path, useAwayKept } from '@/shared/api/queries'
import type { AwayResult } from '@/shared/api/types'
import { addDays } from '@/shared/format/time'
import { useChange } from '@/shared/outbox/useOutbox'

export interface Days {
  leaves: string
  returns: string
  wanted: number
  visits: string[]
}

/** The days away: those that are kept, or those on the form, worked out as they are changed. */
export function useAway(garden: () => number) {
  const query = useAwayKept(garden)
  const form = reactive<Days>({ leaves: '', returns: '', wanted: 0.9, visits: [] })
  const tried = ref<AwayResult | null>(null)
  const trying = ref(false)
  const problem = ref('')
  let asked = 0

  const kept = computed(() => query.data.value?.kept ?? null)
  const today = computed(() => query.data.value?.garden.today ?? '')
  const same = computed(
    () =>
      kept.value !== null &&
      (['leaves', 'returns', 'wanted'] as const).every((k) => kept.value?.[k] === form[k]) &&
      kept.value.visits.join() === form.visits.join(),
  )
  const result = computed(() => (same.value ? (query.data.value?.result ?? null) : tried.value))

  async function tryOut() {
    const mine = ++asked
    if (!form.leaves || !form.returns || same.value) return
    trying.value = true
    problem.value = ''
    try {
      const found = await answer(
        api.POST('/api/gardens/{garden_id}/away/try', { ...path(garden), body: body() }),
      )
      if (mine === asked) tried.value = found.result
    } catch (error) {
      if (mine !== asked) return
      tried.value = null
      problem.value = (error as Error).message
    } finally {
      if (mine === asked) trying.value = false
    }
  }
  const soon = useDebounceFn(tryOut, 250)
  const body = () => ({ ...form, visits: [...form.visits].sort() })

  watch(
    query.data,
    (now) => {
      if (!now) return
      if (form.leaves) return
      const from = now.kept ?? {
        leaves: now.garden.today,
        returns: addDays(now.garden.today, 5),
        wanted: 0.9,
        visits: [],
      }
      Object.assign(form, { ...from, visits: [...from.visits] })
    },
    { immediate: true },
  )
  watch(query.dataUpdatedAt, () => void soon()) // something was noted: what is only tried is worked out anew
  watch(form, () => {
    const within = form.visits.filter((v) => v > form.leaves && v < form.returns)
    if (within.length < form.visits.length) form.visits = within
    void soon()
  })

  const keep = useChange(garden, (_: void, mark) =>
    answer(api.POST('/api/gardens/{garden_id}/away', { ...path(garden), body: body(), ...mark })),
  )
  return { query, form, today, kept, same, result, trying, problem, tryOut, keep }
}
