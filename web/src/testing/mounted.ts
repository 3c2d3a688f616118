import { mount, type VueWrapper } from '@vue/test-utils'
import PrimeVue from 'primevue/config'
import type { Component } from 'vue'

/** A component mounted with what the app gives to all of them. */
export function mounted(component: Component, options: object): VueWrapper {
  const plugins = [[PrimeVue, { unstyled: true }]]
  return mount(component, { ...options, global: { plugins } } as never) as unknown as VueWrapper
}
