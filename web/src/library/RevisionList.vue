<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { RevisionRow, RevisionView } from '@janua/contracts'
import { wordDiff } from '@janua/core'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref, shallowRef } from 'vue'
import { get, post } from '../shell/api.ts'
import DiffParts from '../shell/DiffParts.vue'
import { counted, moment } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useFocusBack } from '../shell/useFocusBack.ts'

useFocusBack()
/** Earlier versions, compared word by word with the one after them or with the newest; each can be made the draft's again. */
const { id, base, mayWrite } = defineProps<{ id: number; base: number; mayWrite: boolean }>()
const emit = defineEmits<{ restored: []; close: [] }>()
const { run, busy } = useAction()
const rows = shallowRef<RevisionRow[]>()
const shown = shallowRef<{ one: RevisionView; other: RevisionView }>()
const against = ref<'newest' | 'before'>('before')
const parts = computed(() =>
  shown.value ? wordDiff(shown.value.other.text, shown.value.one.text) : [],
)

void load()
async function load(): Promise<void> {
  rows.value = await run(() => get(`/articles/${id}/revisions`))
  if (rows.value?.[0]) await show(rows.value[0])
}
async function show(row: RevisionRow): Promise<void> {
  const at = rows.value!.findIndex((each) => each.id === row.id)
  const other = against.value === 'newest' ? rows.value![0]! : (rows.value![at + 1] ?? row)
  const [one, two] = await Promise.all(
    [row.id, other.id].map((each) => get(`/articles/${id}/revisions/${each}`)),
  )
  shown.value = { one: one!, other: two! }
}
async function restore(row: RevisionRow): Promise<void> {
  const done = await run(
    () => post(`/articles/${id}/restore`, { revision: row.id, base }).then(() => true),
    t('library.revisionList.restoredInTheDraft'),
  )
  if (done) emit('restored')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="$t('library.revisionList.versions')"
    :style="{ width: '1080px' }"
    data-test="revisions"
    @update:visible="emit('close')"
  >
    <div class="columns side-first">
      <ol>
        <li v-for="row in rows" :key="row.id" :class="{ here: shown?.one.id === row.id }">
          <button type="button" class="bare" data-test="revision" @click="show(row)">
            {{ moment(row.at) }}, {{ row.by }}
          </button>
          <span class="quiet small"
            >{{ row.current ? $t('library.revisionList.inTheDraft') : '' }}
            {{
              row.releases.length
                ? `${counted('units.release', row.releases.length)}: ${row.releases.slice(0, 4).join(', ')}`
                : ''
            }}</span
          >
        </li>
      </ol>
      <div v-if="shown" class="stack">
        <p class="row small">
          <span class="grow quiet">{{
            shown.one.id === shown.other.id
              ? $t('library.revisionList.theFirstVersion')
              : $t('library.revisionList.whatChangedNewWords', {
                  newest:
                    against === 'before'
                      ? $t('library.revisionList.againstPrevious')
                      : $t('library.revisionList.againstNewest'),
                })
          }}</span><Button
            v-if="mayWrite && !shown.one.current"
            size="small"
            :label="$t('library.revisionList.makeThisTheDraft')"
            :loading="busy"
            data-test="restore"
            @click="restore(shown.one)"
          />
        </p>
        <pre><DiffParts :parts="parts" /></pre>
      </div>
    </div>
  </Dialog>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  max-height: 62vh;
  overflow: auto;
}
li {
  display: grid;
  padding: 6px 8px;
  border-bottom: 1px solid var(--line);
}
li.here {
  background: var(--harbour-soft);
}
li.here .quiet {
  color: var(--ink);
}
pre {
  white-space: pre-wrap;
  font: var(--text-small) / 1.5 var(--body);
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  padding: 12px;
  max-height: 58vh;
  overflow: auto;
  margin: 0;
}
</style>
