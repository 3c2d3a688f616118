<script setup lang="ts">
import Button from 'primevue/button'
import { put } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { STEP_NAMES, useStart } from './useStart.ts'

/** On Today, until every step is done or the lead puts it away. */
const session = useSession()
const { view, done, shown, reload } = useStart(() => null)
const { run } = useAction()
async function hide(): Promise<void> {
  await run(() => put('/start', { hidden: true }), t('start.panel.gone'))
  await reload()
}
</script>

<template>
  <section
    v-if="view && !view.hidden && done < view.steps.length && session.role === 'lead'"
    class="panel row wraps"
    data-test="start-panel"
  >
    <div class="grow">
      <h2>{{ $t('start.panel.title') }}</h2>
      <p class="small quiet">
        {{ $t('start.panel.done', { done, all: view.steps.length, step: STEP_NAMES[shown] }) }}
      </p>
    </div>
    <Button text size="small" :label="$t('start.panel.putAway')" @click="hide" />
    <RouterLink to="/start" class="button" data-test="start-go">{{
      $t('start.panel.goOn')
    }}</RouterLink>
  </section>
</template>
