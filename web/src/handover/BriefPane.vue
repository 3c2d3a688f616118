<script setup lang="ts">
import type { Brief, DeskConversation } from '@janua/contracts'
import { OUTCOMES } from '../answering/outcomes.ts'
import { moment, sure } from '../shell/format.ts'
import ConversationSummary from '../models/ConversationSummary.vue'

defineProps<{
  conversation: number
  brief: Brief
  others: DeskConversation['others']
  mayInsert: boolean
}>()
defineEmits<{ insert: [text: string]; propose: [item: number, phrasing: string] }>()
</script>

<template>
  <aside class="brief stack" :aria-label="$t('handover.briefPane.brief')" data-test="brief">
    <h2>{{ $t('handover.briefPane.brief') }}</h2>
    <ConversationSummary :key="conversation" :conversation="conversation" />
    <section v-if="brief.unsettled.length">
      <p class="label">{{ $t('handover.briefPane.unsettledInTheirWords') }}</p>
      <p v-for="words in brief.unsettled" :key="words" class="words">“{{ words }}”</p>
    </section>
    <p v-if="brief.note" class="hint" data-test="rule-note">{{ brief.note }}</p>
    <section>
      <p class="label">{{ $t('handover.briefPane.toldUs') }}</p>
      <dl>
        <template v-for="told in brief.told" :key="told.label"
          ><dt>{{ told.label }}</dt>
          <dd>{{ told.value }}</dd></template
        >
      </dl>
      <p v-if="brief.values.length" class="values">
        <small class="quiet">{{ $t('handover.briefPane.recognised') }}</small><span
          v-for="value in brief.values"
          :key="value"
          class="figures"
          >{{ value }}</span
        >
      </p>
    </section>
    <section v-if="brief.tried.length">
      <p class="label">{{ $t('handover.briefPane.triedByTheAssistant') }}</p>
      <p v-for="(tried, i) in brief.tried" :key="i">
        <span
          :style="{ color: OUTCOMES[tried.outcome].colour }"
          :title="OUTCOMES[tried.outcome].name"
          >{{ OUTCOMES[tried.outcome].shape
          }}<span class="visually-hidden">{{ OUTCOMES[tried.outcome].name }}</span></span
        >
        {{ tried.question }}
        <span class="quiet small"
          >{{ $t('handover.briefPane.sure', { confidence: sure(tried.confidence) })
          }}<template v-if="tried.nearest">{{
            $t('handover.briefPane.nearest', { nearest: tried.nearest })
          }}</template
          ><template v-if="tried.vote === 'no'">{{
            $t('handover.briefPane.votedDown')
          }}</template></span
        >
      </p>
    </section>
    <p v-if="brief.routed" class="small quiet">
      {{ $t('handover.briefPane.cameHereBy', { routed: brief.routed }) }}
    </p>
    <section v-if="others.length">
      <p class="label">{{ $t('handover.briefPane.alsoFromThisVisitor') }}</p>
      <p v-for="other in others" :key="other.id" class="small">
        <RouterLink :to="`/desk/${other.id}`">{{
          other.subject || $t('handover.briefPane.askedForAPerson')
        }}</RouterLink>
        <span class="quiet">{{ other.state }}, {{ moment(other.lastAt) }}</span>
      </p>
    </section>
    <section v-if="brief.sayNext.length" class="stack next">
      <p class="label">{{ $t('handover.briefPane.nearInTheLibrary') }}</p>
      <div v-for="(passage, i) in brief.sayNext" :key="i" class="panel">
        <p class="text" :title="passage.text">{{ passage.text }}</p>
        <p class="small quiet">
          {{ [passage.title, ...passage.path].join(' › ')
          }}<template v-if="mayInsert">
            ·
            <button type="button" class="bare small" @click="$emit('insert', passage.text)">
              {{ $t('handover.briefPane.putIntoTheReply') }}
            </button>
            <kbd>{{ $t('handover.briefPane.alt', { i: i + 1 }) }}</kbd></template
          >
        </p>
        <p v-if="brief.unsettled.length" class="small">
          <button
            type="button"
            class="bare small"
            data-test="propose"
            @click="$emit('propose', passage.item, brief.unsettled.at(-1)!)"
          >
            {{ $t('handover.briefPane.theAssistantShouldHave') }}
          </button>
        </p>
      </div>
    </section>
  </aside>
</template>

<style scoped>
.brief {
  padding: 18px;
  background: var(--surface);
  border-left: 1px solid var(--line);
  gap: 16px;
  overflow: auto;
}
.words {
  font-weight: 600;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 16px;
  font-size: var(--text-small);
}
dt,
dd {
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
dt {
  color: var(--muted);
}
.values {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 8px;
  align-items: center;
}
.values span {
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  padding: 2px 8px;
  font-size: var(--text-small);
  background: var(--paper);
}
.hint {
  border-left: 3px solid var(--brass);
  padding: 6px 10px;
  background: var(--paper);
  font-weight: 600;
}
.panel {
  padding: 10px 12px;
  background: var(--paper);
}
.text {
  white-space: pre-line;
  font-size: var(--text-small);
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 6;
  line-clamp: 6;
  overflow: hidden;
}
</style>
