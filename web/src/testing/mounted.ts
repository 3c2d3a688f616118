import type { Role } from '@janua/contracts'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import ConfirmationService from 'primevue/confirmationservice'
import ToastService from 'primevue/toastservice'
import Tooltip from 'primevue/tooltip'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { i18n } from '../shell/i18n.ts'
import { queryClient } from '../shell/queryClient.ts'
import { useSession } from '../shell/session.ts'

interface Mounting {
  props?: object
  slots?: object
  /** Who is signed in: a lead when not given. */
  role?: Role
  /** The address that the page stands at. */
  at?: string
}

/** A component mounted with what the app gives to all of them. Dialogs stand where they are written, without fading in. */
export function mounted(
  component: Component,
  { role = 'lead', at, ...options }: Mounting = {},
): VueWrapper & { router: Router } {
  queryClient.clear()
  const pinia = createPinia()
  const history = createMemoryHistory()
  if (at) history.replace(at)
  const router = createRouter({
    history,
    routes: [{ path: '/:any(.*)*', component: { render: () => null } }],
  })
  useSession(pinia).user = {
    id: 1,
    name: 'Ines Marlow',
    mail: 'ines@team.example',
    role,
    presence: 'off',
  } as never
  const wrapper = mount(component, {
    ...options,
    attachTo: document.body,
    global: {
      plugins: [
        pinia,
        router,
        i18n,
        [VueQueryPlugin, { queryClient }],
        [PrimeVue, { unstyled: true }],
        ToastService,
        ConfirmationService,
      ],
      directives: { tooltip: Tooltip },
      stubs: { teleport: true, transition: true },
    },
  } as never)
  return Object.assign(wrapper as unknown as VueWrapper, { router })
}
