<script setup lang="ts">
import type { StartStep } from '@janua/contracts'
import { Check } from '@lucide/vue'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { useSession } from '../shell/session.ts'
import ContentStep from './ContentStep.vue'
import LiveStep from './LiveStep.vue'
import PeopleStep from './PeopleStep.vue'
import TeamStep from './TeamStep.vue'
import TryStep from './TryStep.vue'
import { STEP_NAMES, useStart } from './useStart.ts'

/** The first day, from an empty install to an answer on a page of the team's own. */
const { step } = defineProps<{ step: StartStep | null }>()
const STEPS = {
  team: TeamStep,
  content: ContentStep,
  try: TryStep,
  people: PeopleStep,
  live: LiveStep,
}
const session = useSession()
const { state, view, done, shown, next, busy, reload, goOn, skip } = useStart(() => step)
</script>

<template>
  <div class="page columns side-first">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <nav v-if="view" class="panel stack" :aria-label="$t('start.page.steps')" data-test="start">
      <h2>{{ $t('start.page.getStarted') }}</h2>
      <p class="small quiet" data-test="start-done">
        {{ $t('start.page.done', { done, all: view.steps.length }) }}
      </p>
      <ol class="places">
        <li v-for="(each, i) in view.steps" :key="each.name" :class="each.state">
          <RouterLink
            :to="`/start/${each.name}`"
            :aria-current="each.name === shown ? 'step' : undefined"
            ><span class="sign" aria-hidden="true"
              ><Check v-if="each.state === 'done'" :size="15" /><template v-else>{{
                i + 1
              }}</template></span
            ><span class="grow">{{ STEP_NAMES[each.name] }}</span
            ><span v-if="each.state !== 'open'" class="small quiet">{{
              each.state === 'done' ? $t('start.page.isDone') : $t('start.page.isSkipped')
            }}</span></RouterLink
          >
        </li>
      </ol>
      <p class="small quiet">{{ $t('start.page.anyOrder') }}</p>
    </nav>
    <section v-if="view" :key="shown" class="stack step">
      <Message v-if="session.role !== 'lead'" severity="info">{{
        $t('start.page.forLeads')
      }}</Message>
      <component :is="STEPS[shown]" :view="view" @changed="reload" @done="goOn" />
      <div v-if="session.role === 'lead'" class="row end">
        <Button
          v-if="view.steps.find(({ name }) => name === shown)?.state !== 'done'"
          text
          :label="$t('start.page.skip')"
          :loading="busy"
          data-test="skip"
          @click="skip"
        />
        <Button
          v-if="shown !== 'team' || view.team"
          :outlined="view.steps.find(({ name }) => name === shown)?.state !== 'done'"
          :label="
            next ? $t('start.page.next', { step: STEP_NAMES[next] }) : $t('start.page.toToday')
          "
          data-test="next"
          @click="goOn"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.sign {
  display: grid;
  place-items: center;
  width: 28px;
  height: 30px;
  flex: none;
  border: 1.5px solid var(--line);
  border-radius: 14px 14px var(--round-small) var(--round-small);
  font-size: var(--text-small);
}
.done .sign {
  border-color: var(--moss);
  background: var(--moss-soft);
  color: var(--moss);
}
nav {
  align-self: start;
}
.step {
  max-width: 760px;
}
</style>
