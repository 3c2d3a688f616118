<script setup lang="ts">
import { itemPath, KIND_WORDS } from '../library/itemPaths.ts'
import { onKeyStroke } from '@vueuse/core'
import AutoComplete from 'primevue/autocomplete'
import { ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { get } from './api.ts'
import { ACCOUNT_PAGES, pagesFor } from './pages.ts'
import { useSession } from './session.ts'
import { typingSomewhere } from './typing.ts'

interface Found {
  label: string
  kind: string
  path: string
}

const session = useSession()
const router = useRouter()
const query = ref<string | Found>('')
const found = ref<Found[]>([])
const box = useTemplateRef<HTMLElement>('box')

let asked = 0

async function find(text: string): Promise<void> {
  const mine = ++asked
  const role = session.user!.role
  const pages = [
    ...pagesFor(role).flatMap((group) => group.pages),
    ...ACCOUNT_PAGES.filter(({ roles }) => roles.includes(role)),
  ]
  const named = pages
    .filter(({ name }) => name.toLowerCase().includes(text.toLowerCase()))
    .map(({ name, path }) => ({ label: name, kind: 'Page', path }))
  const lists = await Promise.all(
    (['library', 'fixed'] as const).map((kind) =>
      get('/articles', {
        search: text,
        kind,
        sort: 'title',
        order: 'asc',
        limit: 6,
      }).catch(() => null),
    ),
  )
  const articles = lists
    .flatMap((list) => list?.rows ?? [])
    .map(({ id, title, kind }) => ({
      label: title,
      kind: KIND_WORDS[kind],
      path: itemPath(kind, id),
    }))
  // A slow answer to fewer letters may come after the answer to more.
  if (mine === asked) found.value = [...named, ...articles]
}
function go({ path }: Found): void {
  query.value = ''
  void router.push(path)
}
onKeyStroke('/', (event) => {
  if (typingSomewhere(event)) return
  event.preventDefault()
  box.value?.querySelector('input')?.focus()
})
</script>

<template>
  <div ref="box" class="find">
    <AutoComplete
      v-model="query"
      :suggestions="found"
      option-label="label"
      :placeholder="$t('shell.findAnything.findAnything')"
      :delay="180"
      fluid
      :input-props="{
        'aria-label': $t('shell.findAnything.findAnything'),
        'aria-keyshortcuts': '/',
      }"
      @complete="find($event.query)"
      @option-select="go($event.value)"
    >
      <template #option="{ option }"
        ><span class="grow">{{ option.label }}</span
        ><span class="quiet small">{{ option.kind }}</span></template
      >
      <template #empty
        ><span class="quiet">{{ $t('shell.findAnything.nothingOfThatName') }}</span></template
      >
    </AutoComplete>
    <kbd aria-hidden="true">/</kbd>
  </div>
</template>

<style scoped>
.find {
  position: relative;
}
.find :deep(input) {
  background: #2b3a3f;
  border-color: #2b3a3f;
  color: #f6f3ec;
  padding-block: 5px;
  font-size: var(--text-small);
}
.find :deep(input)::placeholder {
  color: #b9c4c4;
}
.find > kbd {
  position: absolute;
  right: 8px;
  top: 8px;
  background: none;
  color: #b9c4c4;
  border-color: #56666b;
  pointer-events: none;
}
.grow {
  margin-right: 18px;
}
</style>
