import '@fontsource-variable/figtree'
import '@fontsource-variable/bricolage-grotesque'
import './shell/tokens.css'
import { createPinia } from 'pinia'
import { VueQueryPlugin } from '@tanstack/vue-query'
import PrimeVue, { defaultOptions } from 'primevue/config'
import ConfirmationService from 'primevue/confirmationservice'
import ToastService from 'primevue/toastservice'
import Tooltip from 'primevue/tooltip'
import { createApp } from 'vue'
import App from './shell/App.vue'
import { whenSignedOut } from './shell/api.ts'
import { escapeFromSelects } from './shell/escape.ts'
import { i18n } from './shell/i18n.ts'
import { queryClient } from './shell/queryClient.ts'
import { primeLocale } from './shell/primeLocale.ts'
import { router } from './shell/router.ts'
import { useSession } from './shell/session.ts'
import { preset } from './shell/theme.ts'

// A dialog gives the keyboard to its first field at the end of its transition. With none it does so at once: what is typed while it
// fades in (tokens.css) arrives there, and nobody who is already in another of its fields is carried away.
const pt = { dialog: { transition: { css: false } } }

const app = createApp(App)
  .use(createPinia())
  .use(i18n)
  .use(VueQueryPlugin, { queryClient })
  .use(PrimeVue, {
    pt,
    locale: { ...defaultOptions.locale, ...primeLocale() },
    theme: {
      preset,
      options: {
        darkModeSelector: '.dark',
        cssLayer: { name: 'primevue', order: 'reset, primevue, app' },
      },
    },
  })
  .use(ToastService)
  .use(ConfirmationService)
  .use(router)
app.directive('tooltip', Tooltip)
whenSignedOut(() => {
  useSession().forget()
  if (!router.currentRoute.value.meta.open)
    void router.push({ path: '/sign-in', query: { to: router.currentRoute.value.fullPath } })
})
escapeFromSelects()
app.mount('#app')
