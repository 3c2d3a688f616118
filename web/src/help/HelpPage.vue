<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { t } from '../shell/i18n.ts'
import { type Glossary, glossary, placeOf, type SectionName } from './terms.ts'

/** Every term and figure of Janua, with its definition. */
const SECTION_NAMES: Record<SectionName, string> = {
  content: t('shell.help.content'),
  answers: t('shell.help.answers'),
  coverage: t('shell.help.coverage'),
  proving: t('shell.help.proving'),
  people: t('shell.help.people'),
}
const route = useRoute()
const all = shallowRef<Glossary>()
const search = ref('')
const sections = computed(() => {
  const words = search.value.trim().toLowerCase()
  return Object.entries(all.value ?? {})
    .map(([section, terms]) => ({
      name: SECTION_NAMES[section as SectionName],
      terms: Object.entries(terms)
        .map(([key, term]) => ({ place: placeOf(`${section}.${key}`), ...term }))
        .filter(({ name, meaning }) => `${name} ${meaning}`.toLowerCase().includes(words)),
    }))
    .filter(({ terms }) => terms.length > 0)
})
onMounted(async () => {
  all.value = await glossary()
  await nextTick()
  if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'center' })
})
</script>

<template>
  <div class="page narrow">
    <div class="head">
      <div>
        <h1>{{ $t('shell.help.title') }}</h1>
        <p class="quiet">{{ $t('shell.help.what') }}</p>
      </div>
      <InputText
        v-model="search"
        size="small"
        type="search"
        :placeholder="$t('shell.help.search')"
        :aria-label="$t('shell.help.search')"
        data-test="term-search"
      />
    </div>
    <p v-if="all && sections.length === 0" class="panel">{{ $t('shell.help.none') }}</p>
    <section v-for="{ name, terms } in sections" :key="name" class="panel stack">
      <h2>{{ name }}</h2>
      <dl>
        <div
          v-for="term in terms"
          :id="term.place"
          :key="term.place"
          :class="{ sought: route.hash === `#${term.place}` }"
          data-test="term"
        >
          <dt>{{ term.name }}</dt>
          <dd>
            {{ term.meaning }}
            <p v-if="term.formula" class="small quiet">
              {{ $t('shell.help.formula', { formula: term.formula }) }}
            </p>
            <p v-if="term.base" class="small quiet">
              {{ $t('shell.help.base', { base: term.base }) }}
            </p>
          </dd>
        </div>
      </dl>
    </section>
  </div>
</template>

<style scoped>
section + section {
  margin-top: 14px;
}
dl {
  margin: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  gap: 4px 16px;
  padding: 9px 6px;
  border-top: 1px solid var(--line);
}
.sought {
  background: var(--brass-soft);
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
@media (width <= 700px) {
  dl > div {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
