<script setup lang="ts">
import ConfirmDialog from 'primevue/confirmdialog'
import Toast from 'primevue/toast'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import HelpPanel from '../help/HelpPanel.vue'
import AppHeader from './AppHeader.vue'
import ConnectionNote from './ConnectionNote.vue'
import { useSession } from './session.ts'

const session = useSession()
const route = useRoute()
const helping = ref(false)
const inside = computed(() => session.user && !route.meta.open)
</script>

<template>
  <a class="skip" href="#content">{{ $t('shell.app.skipToThePage') }}</a>
  <AppHeader v-if="inside" @help="helping = true" />
  <ConnectionNote v-if="inside" />
  <main id="content" tabindex="-1"><RouterView /></main>
  <HelpPanel v-if="inside" v-model="helping" />
  <ConfirmDialog :style="{ width: 'min(440px, 94vw)' }" />
  <Toast position="bottom-center" />
</template>

<style scoped>
.skip {
  position: absolute;
  left: -999px;
  top: 8px;
  z-index: 10;
  background: var(--surface);
  padding: 8px 14px;
}
.skip:focus {
  left: 8px;
}
main {
  outline: none;
}
</style>
