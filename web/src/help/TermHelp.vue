<script setup lang="ts">
import Popover from 'primevue/popover'
import { shallowRef, useTemplateRef } from 'vue'
import { glossary, placeOf, type Term, termIn, type TermName } from './terms.ts'

/** A small question mark beside a figure or a term: what it means, how it is computed, from which base. */
const { term, about } = defineProps<{
  term: TermName
  /** What it stands beside, for who hears the page. */
  about: string
}>()
const popover = useTemplateRef('popover')
const found = shallowRef<Term>()

async function open(event: Event): Promise<void> {
  // Vue gives the event's target away once this function has waited.
  const place = event.currentTarget as HTMLElement
  found.value ??= termIn(await glossary(), term)
  popover.value?.toggle(event, place)
}
</script>

<template>
  <button
    type="button"
    class="what"
    :aria-label="$t('shell.termHelp.whatIs', { about })"
    data-test="term-help"
    @click.prevent.stop="open"
  />
  <Popover ref="popover">
    <div v-if="found" class="term stack" data-test="term">
      <h3>{{ found.name }}</h3>
      <p>{{ found.meaning }}</p>
      <dl v-if="found.formula || found.base">
        <template v-if="found.formula">
          <dt class="small quiet">{{ $t('shell.termHelp.formula') }}</dt>
          <dd>{{ found.formula }}</dd>
        </template>
        <template v-if="found.base">
          <dt class="small quiet">{{ $t('shell.termHelp.base') }}</dt>
          <dd>{{ found.base }}</dd>
        </template>
      </dl>
      <RouterLink class="small" :to="{ path: '/help', hash: `#${placeOf(term)}` }">{{
        $t('shell.termHelp.allTerms')
      }}</RouterLink>
    </div>
  </Popover>
</template>

<style scoped>
.what {
  display: inline-grid;
  place-items: center;
  width: 18px;
  height: 18px;
  margin-left: 5px;
  padding: 0;
  border: 1px solid var(--line);
  border-radius: 50%;
  background: var(--surface);
  color: var(--muted);
  font: 600 var(--text-tiny) / 1 var(--body);
  vertical-align: 2px;
  cursor: pointer;
}
/* Drawn, so that it is no part of the text of a heading. */
.what::before {
  content: '?';
}
.what:hover {
  border-color: var(--harbour);
  color: var(--harbour);
}
.term {
  max-width: 340px;
  gap: 8px;
  font-size: var(--text-small);
}
dl {
  margin: 0;
}
dd {
  margin: 0 0 4px;
}
</style>
