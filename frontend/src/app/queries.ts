import type { VueQueryPluginOptions } from '@tanstack/vue-query'

import { ApiError } from '@/shared/api/client'

/** One policy for all reads: fresh for half a minute, tried twice more unless the server said no. */
export const queryOptions: VueQueryPluginOptions = {
  queryClientConfig: {
    defaultOptions: {
      // Without a connection a change fails at once and says so: kept back, it would be poured hours later.
      mutations: { networkMode: 'always' },
      queries: {
        networkMode: 'always',
        staleTime: 30_000,
        retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status < 500),
      },
    },
  },
}
