<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import Drawer from 'primevue/drawer'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import BlockList from '../answering/BlockList.vue'
import { shortcutsOf } from '../shell/shortcuts.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { addressOf, placeAbout, useGuide } from './guide.ts'

/** Help for the page that is open: what it is for, what people do there, its keys. */
const open = defineModel<boolean>({ default: false })
const route = useRoute()
const { pages, failed, load } = useGuide()
const place = computed(() => placeAbout(pages.value, route.path))
const shortcuts = computed(() => shortcutsOf(route.path))

onKeyStroke('?', (event) => {
  if (!typingSomewhere(event)) open.value = true
})
watch(open, async (isOpen) => {
  if (isOpen) await load()
})
// Whoever follows a link out of it wants to see where it leads.
watch(
  () => route.fullPath,
  () => (open.value = false),
)
</script>

<template>
  <Drawer
    v-model:visible="open"
    position="right"
    :header="place?.section.title ?? $t('shell.helpPanel.help')"
    :style="{ width: 'min(420px, 96vw)' }"
    data-test="help-panel"
  >
    <div class="stack">
      <p v-if="failed">{{ failed }}</p>
      <div v-if="place" class="said stack" data-test="help-text">
        <BlockList :blocks="place.section.blocks" />
      </div>
      <h3>{{ $t('shell.helpPanel.keys') }}</h3>
      <dl>
        <template v-for="[keys, action] in shortcuts" :key="keys"
          ><dt>
            <kbd>{{ keys }}</kbd>
          </dt>
          <dd>{{ action }}</dd></template
        >
      </dl>
      <p class="links">
        <RouterLink :to="place ? addressOf(place) : '/guide'" data-test="to-guide">{{
          $t('shell.helpPanel.toGuide')
        }}</RouterLink>
        <RouterLink to="/help">{{ $t('shell.termHelp.allTerms') }}</RouterLink>
      </p>
    </div>
  </Drawer>
</template>

<style scoped>
.said :deep(ul) {
  padding-left: 18px;
  margin: 0;
}
.said :deep(li) {
  margin-bottom: 10px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 16px;
  align-items: center;
  margin: 0;
}
dd {
  margin: 0;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}
</style>
