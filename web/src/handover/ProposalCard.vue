<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Proposal } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { ref } from 'vue'
import { moment } from '../shell/format.ts'

const { proposal, mayDecide } = defineProps<{
  proposal: Proposal
  mayDecide: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  accept: [body: { question: string; words: string; title: string; collection: string }]
  decline: []
}>()
const KINDS = {
  fixed: t('handover.proposalCard.fixedAnswer'),
  phrasing: t('handover.proposalCard.wayToAsk'),
  article: t('handover.proposalCard.articleToBeWritten'),
}
const form = ref({
  question: proposal.question,
  words: proposal.words,
  title: proposal.question.slice(0, 80),
  collection: '',
})
</script>

<template>
  <section class="panel stack card" data-test="proposal">
    <p class="row small quiet">
      <strong>{{ KINDS[proposal.kind] }}</strong>
      <span class="grow"
        ><i18n-t keypath="handover.proposalCard.byFrom" scope="global"
          ><template #link
            ><RouterLink :to="`/desk/${proposal.conversation}`">{{
              $t('handover.proposalCard.theConversation')
            }}</RouterLink></template
          ><template #by>{{ proposal.by }}</template
          ><template #at>{{ moment(proposal.at) }}</template></i18n-t
        ></span
      ><RouterLink
        v-if="proposal.madeItem"
        :to="
          proposal.kind === 'fixed'
            ? `/fixed/${proposal.madeItem}`
            : `/library/${proposal.madeItem}`
        "
        >{{ $t('handover.proposalCard.inTheLibrary') }}</RouterLink
      >
    </p>
    <template v-if="mayDecide">
      <label class="field"
        ><span>{{ $t('common.question') }}</span
        ><InputText v-model.trim="form.question" size="small" maxlength="300"
      /></label>
      <p v-if="proposal.kind === 'phrasing'">
        <i18n-t keypath="handover.proposalCard.isAnsweredBy" scope="global"
          ><template #itemTitle
            ><RouterLink :to="`/library/${proposal.item}`">{{
              proposal.itemTitle
            }}</RouterLink></template
          ></i18n-t
        >
      </p>
      <template v-else>
        <div class="row">
          <label class="field grow"
            ><span>{{ $t('common.title') }}</span
            ><InputText v-model.trim="form.title" size="small" maxlength="200" /></label
          ><label class="field"
            ><span>{{ $t('common.collection') }}</span
            ><InputText v-model.trim="form.collection" size="small" maxlength="80"
          /></label>
        </div>
        <label class="field"
          ><span>{{ $t('handover.proposalCard.whatItSays') }}</span
          ><Textarea v-model="form.words" auto-resize rows="2" maxlength="4000"
        /></label>
      </template>
      <div class="row">
        <Button
          size="small"
          :label="$t('handover.proposalCard.takeItIntoThe')"
          :loading="busy"
          data-test="accept-proposal"
          @click="emit('accept', form)"
        /><Button
          size="small"
          text
          severity="danger"
          :label="$t('handover.proposalCard.decline')"
          data-test="decline-proposal"
          @click="emit('decline')"
        />
      </div>
    </template>
    <template v-else>
      <p>
        <strong>{{ proposal.question }}</strong>
      </p>
      <p v-if="proposal.words" class="words">{{ proposal.words }}</p>
      <p v-if="proposal.reason" class="small">
        {{ $t('handover.proposalCard.declined', { reason: proposal.reason }) }}
      </p>
    </template>
    <slot />
  </section>
</template>

<style scoped>
.card {
  margin-bottom: 12px;
  padding: 14px 16px;
  gap: 10px;
}
.words {
  white-space: pre-line;
  color: var(--muted);
}
</style>
