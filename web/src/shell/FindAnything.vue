<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import AutoComplete from 'primevue/autocomplete'
import { ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { findAnything, type Found, type FoundGroup } from './finding.ts'
import { useSession } from './session.ts'
import { typingSomewhere } from './typing.ts'

/** One field for all that can be opened: pages, settings, items, conversations, queues, people, the guide. */
const session = useSession()
const router = useRouter()
const query = ref<string | Found>('')
const groups = ref<FoundGroup[]>([])
const box = useTemplateRef<HTMLElement>('box')

let asked = 0

async function find(text: string): Promise<void> {
  const mine = ++asked
  const found = await findAnything(text, session.user!.role)
  // A slow answer to fewer letters may come after the answer to more.
  if (mine === asked) groups.value = found
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
      :suggestions="groups"
      option-label="label"
      option-group-label="name"
      option-group-children="found"
      scroll-height="70vh"
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
        ><span class="quiet small">{{ option.about }}</span></template
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
