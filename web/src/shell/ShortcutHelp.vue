<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { shortcutsOf } from './shortcuts.ts'
import { typingSomewhere } from './typing.ts'

const open = ref(false)
const route = useRoute()
const shortcuts = computed(() => shortcutsOf(route.path))
onKeyStroke('?', (event) => {
  if (!typingSomewhere(event)) open.value = true
})
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    :header="$t('shell.shortcutHelp.keysOnThisPage')"
    :style="{ width: '420px' }"
  >
    <dl>
      <template v-for="[keys, action] in shortcuts" :key="keys"
        ><dt>
          <kbd>{{ keys }}</kbd>
        </dt>
        <dd>{{ action }}</dd></template
      >
    </dl>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 16px;
  align-items: center;
}
</style>
