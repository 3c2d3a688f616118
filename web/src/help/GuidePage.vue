<script setup lang="ts">
import { GUIDE_PAGES, type GuideName } from '@janua/contracts'
import Message from 'primevue/message'
import { computed, nextTick, onMounted, watch } from 'vue'
import { useRoute } from 'vue-router'
import BlockList from '../answering/BlockList.vue'
import { pagesFor } from '../shell/pages.ts'
import { useSession } from '../shell/session.ts'
import { anchorOf, useGuide } from './guide.ts'

/** The guide: one page a job. */
const { name } = defineProps<{ name: GuideName | null }>()
const session = useSession()
const route = useRoute()
const { pages, failed, load } = useGuide()
/** Who has opened the guide alone begins with the page for their work. */
const shown = computed(() => GUIDE_PAGES.find((each) => each === name) ?? session.role)
const page = computed(() => pages.value.find((each) => each.name === shown.value))
const mine = computed(
  () => new Set(pagesFor(session.user!.role).flatMap(({ pages }) => pages.map(({ path }) => path))),
)

async function toPlace(): Promise<void> {
  await nextTick()
  if (route.hash) document.getElementById(decodeURIComponent(route.hash.slice(1)))?.scrollIntoView()
}
onMounted(async () => {
  await load()
  await toPlace()
})
watch(() => route.fullPath, toPlace)
</script>

<template>
  <div class="page columns side-first">
    <Message v-if="failed" severity="error">{{ failed }}</Message>
    <nav v-if="page" class="panel stack" :aria-label="$t('shell.guide.pages')">
      <h2>{{ $t('shell.guide.title') }}</h2>
      <ol class="places">
        <li v-for="each in pages" :key="each.name">
          <RouterLink
            :to="`/guide/${each.name}`"
            :aria-current="each === page ? 'page' : undefined"
            data-test="guide-page"
            >{{ each.title }}</RouterLink
          >
        </li>
      </ol>
      <RouterLink to="/help" class="small">{{ $t('shell.termHelp.allTerms') }}</RouterLink>
    </nav>
    <article v-if="page" class="stack" data-test="guide">
      <h1>{{ page.title }}</h1>
      <BlockList :blocks="page.blocks" />
      <section
        v-for="section in page.sections"
        :id="anchorOf(section)"
        :key="section.title"
        class="panel stack"
        :class="{ sought: decodeURIComponent(route.hash) === `#${anchorOf(section)}` }"
      >
        <h2>
          {{ section.title
          }}<RouterLink
            v-if="section.page && mine.has(section.page)"
            :to="section.page"
            class="small"
            >{{ $t('shell.guide.open', { page: section.title }) }}</RouterLink
          >
        </h2>
        <BlockList :blocks="section.blocks" />
      </section>
    </article>
  </div>
</template>

<style scoped>
nav {
  align-self: start;
}
article {
  max-width: 760px;
}
h2 {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 4px 16px;
}
h2 a {
  font-weight: 400;
}
section {
  scroll-margin-top: 14px;
}
section :deep(ul),
section :deep(ol) {
  padding-left: 20px;
  margin: 0;
}
section :deep(li) {
  margin-bottom: 8px;
}
.sought {
  border-color: var(--harbour);
}
</style>
