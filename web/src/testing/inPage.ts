import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import ConfirmationService from 'primevue/confirmationservice'
import ToastService from 'primevue/toastservice'
import { createApp, effectScope } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'

/** Asks once: a refusal is told at once. */
export const askingOnce = () => new QueryClient({ defaultOptions: { queries: { retry: false } } })

/**
 * What a page's logic is made of, with what the app gives to all pages and without any component.
 * @returns what was made, and what ends it as leaving the page does
 */
export function inPage<T>(make: () => T, queryClient = askingOnce()) {
  const scope = effectScope()
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:any(.*)*', component: { render: () => null } }],
  })
  const app = createApp({})
    .use(createPinia())
    .use(VueQueryPlugin, { queryClient })
    .use(PrimeVue, { unstyled: true })
    .use(ToastService)
    .use(ConfirmationService)
    .use(router)
  const made = app.runWithContext(() => scope.run(make))!
  return { made, router, leave: () => scope.stop() }
}
