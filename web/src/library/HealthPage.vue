<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { counted, moment } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import FindingPair from './FindingPair.vue'
import FindingRow from './FindingRow.vue'
import { useFindings } from './useFindings.ts'
import { FINDINGS } from './useHealth.ts'

const route = useRoute()
const router = useRouter()
const {
  health,
  failure,
  counts,
  all,
  chosen,
  shown,
  isOpen,
  pairs,
  rows,
  keys,
  marked,
  busy,
  mark,
  meant,
  markedIsMeant,
  takeOut,
  reviewed,
  teach,
  fixLink,
  checkLinks,
} = useFindings(FINDINGS.find(({ kind }) => kind === route.query.show)?.kind)
const finding = computed(() => FINDINGS.find(({ kind }) => kind === shown.value)!)

watch(chosen, (kind) => void router.replace({ query: { show: kind } }))
function onKey(names: string[], action: () => unknown): void {
  onKeyStroke(names, (event) => {
    if (typingSomewhere(event) || keys.value.length === 0) return
    event.preventDefault()
    action()
  })
}
onKey(['j', 'J'], () => mark(1))
onKey(['k', 'K'], () => mark(-1))
onKey(['m', 'M'], markedIsMeant)
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('library.health.health') }}</h1>
        <p class="quiet" data-test="health-state">
          <template v-if="health?.computing">{{
            $t('library.health.comparingEveryPassageWith')
          }}</template><template v-else-if="health?.computedAt">{{
            $t('library.health.inTheDraftCompared', {
              finding: counted('units.finding', all),
              passage: counted('units.passage', health.passages),
              seconds: health.seconds.toFixed(1),
            })
          }}</template>
        </p>
      </div>
      <span v-if="health?.linksCheckedAt" class="quiet small">{{
        $t('library.health.linksChecked', { linksCheckedAt: moment(health.linksCheckedAt) })
      }}</span>
      <Button
        outlined
        size="small"
        :label="$t('library.health.checkTheLinksNow')"
        :loading="busy"
        data-test="check-links"
        @click="checkLinks"
      />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <nav class="kinds" :aria-label="$t('library.health.kindsOfFindings')">
      <button
        v-for="each in FINDINGS"
        :key="each.kind"
        type="button"
        :aria-pressed="each.kind === shown"
        :class="{ none: counts[each.kind] === 0 }"
        :data-test="`kind-${each.kind}`"
        @click="chosen = each.kind"
      >
        <b class="figures">{{ isOpen(each.kind) ? '…' : counts[each.kind] }}</b><span>{{
          each.name
        }}</span>
      </button>
    </nav>
    <p class="means quiet">
      {{ finding.means
      }}<template v-if="shown === 'link' && health?.uncheckedHosts.length"
        >{{ ' '
        }}{{
          $t('library.health.notCheckedAsThe', { uncheckedHosts: health.uncheckedHosts.join(', ') })
        }}</template
      >
    </p>
    <div class="stack" data-test="findings">
      <FindingPair
        v-for="(pair, i) in pairs"
        :key="pair.key"
        :pair="pair"
        :here="i === marked"
        :busy="busy"
        @meant="meant(pair.key)"
        @take-out="takeOut"
        @mouseenter="marked = i"
      />
      <FindingRow
        v-for="(row, i) in rows"
        :key="row.key"
        :kind="shown"
        :row="row"
        :here="i === marked"
        :busy="busy"
        @meant="meant(row.key)"
        @take-out="takeOut"
        @reviewed="reviewed"
        @teach="teach"
        @fix-link="fixLink"
        @mouseenter="marked = i"
      />
      <p v-if="health?.computing && health.computedAt === null" class="quiet" role="status">
        {{ $t('library.health.lookingForConflictsNear') }}
      </p>
      <div v-else-if="keys.length === 0 && health" class="empty panel">
        <p>
          {{
            $t('library.health.nothingOfThisKind', {
              all: all
                ? $t('library.health.theOtherCountsAbove')
                : $t('library.health.theLibraryIsIn'),
            })
          }}
        </p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.kinds {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  overflow: hidden;
  background: var(--surface);
}
.kinds button {
  display: grid;
  gap: 2px;
  padding: 10px 12px;
  border: 0;
  border-right: 1px solid var(--line);
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  border-top: 4px solid transparent;
}
.kinds button:last-child {
  border-right: 0;
}
.kinds b {
  font: 650 var(--text-heading) / 1 var(--display);
}
.kinds span {
  font-size: var(--text-small);
}
.kinds .none b {
  color: var(--muted);
}
.kinds [aria-pressed='true'] {
  border-top-color: var(--harbour);
  background: var(--harbour-soft);
}
.means {
  margin: 12px 0;
}
@media (width <= 960px) {
  .kinds {
    grid-template-columns: repeat(3, 1fr);
  }
}
</style>
