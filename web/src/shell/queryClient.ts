import { QueryClient } from '@tanstack/vue-query'

/** What pages have read of the server. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // Who opens a page wants it as it is now; what is kept bridges the time until then.
      staleTime: 0,
      retry: false,
      networkMode: 'always',
      // Some pages have the server work for seconds, and the live connection tells of what has changed.
      refetchOnWindowFocus: false,
    },
  },
})
