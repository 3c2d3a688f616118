import '@fontsource-variable/figtree'
import '@fontsource-variable/bricolage-grotesque'
import { createApp } from 'vue'
import App from './App.vue'
import { takeThreadLink } from './threadLink.ts'
import './visitor.css'

const door = decodeURIComponent(location.pathname.split('/').at(-1) ?? '')
const framed = new URLSearchParams(location.search).has('framed') && window.parent !== window
document.documentElement.lang = navigator.language.toLowerCase().startsWith('de') ? 'de' : 'en'
takeThreadLink(door)
createApp(App, { door, framed }).mount('#door')
