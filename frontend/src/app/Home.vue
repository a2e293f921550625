<script setup lang="ts">
import { watch } from 'vue'

import { useGardens } from '@/shared/api/queries'
import { LAST_GARDEN } from '@/shared/format/remember'
import Problem from '@/shared/ui/Problem.vue'
import Waiting from '@/shared/ui/Waiting.vue'

const router = useRouter()
const gardens = useGardens()

watch(
  () => gardens.data.value,
  (mine) => {
    if (!mine) return
    const last = Number(localStorage.getItem(LAST_GARDEN))
    const garden = mine.find((g) => g.id === last) ?? mine[0]
    void router.replace(garden ? { name: 'round', params: { garden: garden.id } } : { name: 'new-garden' })
  },
  { immediate: true },
)
</script>

<template>
  <Problem v-if="gardens.isError.value" :error="gardens.error.value" @retry="gardens.refetch()" />
  <Waiting v-else label="Opening the garden" />
</template>
