<script setup lang="ts">
import type {
  DatedFinding,
  FailedFinding,
  FindingKind,
  LinkFinding,
  UnanswerableFinding,
} from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { day, moment } from '../shell/format.ts'
import { itemPath } from './itemPaths.ts'

/** A finding about one thing, with what settles it on the spot. */
const { kind, row, here, busy } = defineProps<{
  kind: FindingKind
  row: DatedFinding | LinkFinding | UnanswerableFinding | FailedFinding
  here: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  meant: []
  takeOut: [item: number, title: string]
  reviewed: [item: number]
  teach: [item: number, phrasing: string]
  fixLink: [item: number, address: string, to: string | null]
}>()
const typed = ref('')
const dated = row as DatedFinding
const link = row as LinkFinding
const lost = row as UnanswerableFinding
const failed = row as FailedFinding
</script>

<template>
  <section class="panel row" :class="{ here }" data-test="finding">
    <template v-if="kind === 'overdue' || kind === 'unused'">
      <div class="grow">
        <RouterLink :to="itemPath(dated.kind, dated.item)"
          ><strong>{{ dated.title }}</strong></RouterLink
        >
        <p class="quiet small">
          {{
            kind === 'overdue'
              ? $t('library.findingRow.toBeLookedAt', { since: day(dated.since) })
              : $t('library.findingRow.publishedSince', { since: day(dated.since) })
          }}
          ·
          {{
            dated.lastUsed
              ? $t('library.findingRow.lastUsed', { lastUsed: day(dated.lastUsed) })
              : $t('library.findingRow.neverUsed')
          }}
        </p>
      </div>
      <Button
        v-if="kind === 'overdue'"
        size="small"
        outlined
        :label="$t('library.findingRow.stillRight')"
        :loading="busy"
        data-test="reviewed"
        @click="emit('reviewed', dated.item)"
      />
      <template v-else
        ><Button
          size="small"
          text
          severity="danger"
          :label="$t('library.findingRow.takeItOut')"
          @click="emit('takeOut', dated.item, dated.title)" /><Button
          size="small"
          text
          :label="$t('library.findingRow.keepIt')"
          data-test="meant"
          @click="emit('meant')"
      /></template>
    </template>
    <template v-else-if="kind === 'link'">
      <div class="grow">
        <RouterLink :to="itemPath(link.kind, link.item)"
          ><strong>{{ link.title }}</strong></RouterLink
        >
        <p class="small">
          {{ link.address }}: <span class="bad">{{ link.because }}</span>
        </p>
      </div>
      <form class="row" @submit.prevent="emit('fixLink', link.item, link.address, typed)">
        <InputText
          v-model.trim="typed"
          class="field-wide"
          size="small"
          type="url"
          required
          :placeholder="$t('library.findingRow.theRightAddress')"
          :aria-label="$t('library.findingRow.theRightAddress')"
          data-test="link-to"
        /><Button
          type="submit"
          size="small"
          outlined
          :label="$t('library.findingRow.changeIt')"
          :loading="busy"
        />
      </form>
      <Button
        size="small"
        text
        :label="$t('library.findingRow.makeItPlainWords')"
        data-test="unlink"
        @click="emit('fixLink', link.item, link.address, null)"
      />
    </template>
    <template v-else-if="kind === 'unanswerable'">
      <div class="grow">
        <RouterLink :to="itemPath(lost.passage.kind, lost.passage.item)"
          ><strong>{{ [lost.passage.title, ...lost.passage.path].join(' › ') }}</strong></RouterLink
        >
        <p class="quiet small text">{{ lost.passage.text.slice(0, 220) }}</p>
      </div>
      <form class="row" @submit.prevent="emit('teach', lost.passage.item, typed)">
        <InputText
          v-model.trim="typed"
          class="field-wide"
          size="small"
          required
          minlength="2"
          maxlength="300"
          :placeholder="$t('library.findingRow.aQuestionThatIt')"
          :aria-label="$t('library.findingRow.aQuestionThatIt')"
          data-test="teach-text"
        /><Button
          type="submit"
          size="small"
          outlined
          :label="$t('library.findingRow.teach')"
          :loading="busy"
          data-test="teach"
        />
      </form>
      <Button
        size="small"
        text
        :label="$t('library.findingRow.itIsMeantSo')"
        data-test="meant"
        @click="emit('meant')"
      />
    </template>
    <template v-else>
      <div class="grow">
        <strong>{{ failed.name }}</strong>
        <p class="small">
          {{ failed.because }} <span class="quiet">· {{ moment(failed.at) }}</span>
        </p>
      </div>
      <RouterLink v-if="failed.site" to="/sites" class="small">{{
        $t('library.findingRow.openTheSite')
      }}</RouterLink><RouterLink v-else to="/library" class="small">{{
        $t('library.findingRow.bringTheFilesIn')
      }}</RouterLink>
      <Button
        size="small"
        text
        :label="$t('library.findingRow.putItAway')"
        data-test="meant"
        @click="emit('meant')"
      />
    </template>
  </section>
</template>

<style scoped>
.panel {
  padding: 9px 16px;
}
.panel.here {
  border-color: var(--harbour);
}
.field-wide {
  width: 250px;
}
.bad {
  color: var(--brick);
}
.text {
  max-width: 620px;
  overflow: hidden;
  text-overflow: ellipsis;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
}
</style>
