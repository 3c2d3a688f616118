import '@fontsource-variable/figtree'
import '@fontsource-variable/bricolage-grotesque'
import './shell/tokens.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import ConfirmationService from 'primevue/confirmationservice'
import ToastService from 'primevue/toastservice'
import Tooltip from 'primevue/tooltip'
import { createApp } from 'vue'
import App from './shell/App.vue'
import { whenSignedOut } from './shell/api.ts'
import { router } from './shell/router.ts'
import { useSession } from './shell/session.ts'
import { preset } from './shell/theme.ts'

const app = createApp(App)
  .use(createPinia())
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: '.dark', cssLayer: { name: 'primevue', order: 'reset, primevue, app' } } } })
  .use(ToastService)
  .use(ConfirmationService)
  .use(router)
app.directive('tooltip', Tooltip)
whenSignedOut(() => {
  useSession().forget()
  if (!router.currentRoute.value.meta.open) void router.push({ path: '/sign-in', query: { to: router.currentRoute.value.fullPath } })
})
app.mount('#app')
