<script setup lang="ts">
import { QUESTIONS_TO_TRY, type StartView } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { ref, shallowRef } from 'vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import ShouldHaveBeen from '../releases/ShouldHaveBeen.vue'
import { percent } from '../shell/format.ts'
import { type Tried, useTrying } from './useTrying.ts'

/** Three questions as a visitor would ask them: what comes, why, and how to put right what is wrong. */
const { view } = defineProps<{ view: StartView }>()
const emit = defineEmits<{ changed: [] }>()
const { tried, failure, busy, ask, again } = useTrying(
  () => view.door!.id,
  () => emit('changed'),
)
const text = ref('')
const fixing = shallowRef<Tried>()

async function send(): Promise<void> {
  const words = text.value.trim()
  if (words && (await ask(words))) text.value = ''
}
async function fixed(): Promise<void> {
  const { text: question } = fixing.value!
  fixing.value = undefined
  await again(question)
}
const nearestOf = ({ question }: Tried) => question?.answer.trace.candidates[0]
</script>

<template>
  <section class="panel stack">
    <h1>{{ $t('start.try.title') }}</h1>
    <p class="quiet">{{ $t('start.try.why') }}</p>
    <Message v-if="view.items === 0" severity="warn">{{ $t('start.try.nothingYet') }}</Message>
    <form class="row" @submit.prevent="send">
      <InputText
        v-model="text"
        class="grow"
        maxlength="500"
        :placeholder="$t('start.try.placeholder')"
        :aria-label="$t('start.try.question')"
        data-test="try-question"
      />
      <Button
        type="submit"
        :label="$t('start.try.ask')"
        :loading="busy"
        :disabled="!text.trim()"
        data-test="try-ask"
      />
    </form>
    <p class="small quiet" data-test="tried">
      {{
        $t('start.try.asked', {
          asked: Math.min(view.asked, QUESTIONS_TO_TRY),
          all: QUESTIONS_TO_TRY,
        })
      }}
    </p>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <article v-for="each in tried" :key="each.text" class="tried stack" data-test="try-answer">
      <div class="row">
        <strong class="grow">{{ each.text }}</strong><OutcomeChip
          v-if="each.question"
          :outcome="each.question.answer.outcome"
        />
      </div>
      <p class="said">{{ each.said || $t('start.try.smallTalk') }}</p>
      <template v-if="each.question">
        <p class="small quiet">
          <template v-if="each.question.answer.sources[0]">{{
            $t('start.try.from', {
              source: [
                each.question.answer.sources[0].title,
                ...each.question.answer.sources[0].path,
              ].join(' › '),
              sure: percent(each.question.answer.confidence),
            })
          }}</template><template v-else-if="nearestOf(each)">{{
            $t('start.try.nearest', {
              title: nearestOf(each)!.title,
              sure: percent(nearestOf(each)!.confidence),
            })
          }}</template
          ><template v-else>{{ $t('start.try.nothingNear') }}</template>
        </p>
        <div class="row end">
          <Button
            text
            size="small"
            :label="$t('start.try.fix')"
            data-test="try-fix"
            @click="fixing = each"
          />
        </div>
      </template>
    </article>
    <p v-if="tried.length" class="small">
      <i18n-t keypath="start.try.more" scope="global"
        ><template #rehearsal
          ><RouterLink to="/rehearsal">{{ $t('shell.pages.rehearsal') }}</RouterLink></template
        ></i18n-t
      >
    </p>
    <ShouldHaveBeen
      v-if="fixing?.question"
      :question="fixing.question"
      :door="view.door!.id"
      :messages="[fixing.text]"
      @close="fixing = undefined"
      @done="fixed"
    />
  </section>
</template>

<style scoped>
.tried {
  border-left: 3px solid var(--line);
  padding-left: 14px;
  gap: 6px;
}
.said {
  white-space: pre-line;
  max-height: 130px;
  overflow: auto;
}
</style>
