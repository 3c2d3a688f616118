<script setup lang="ts">
import type { Proof } from '@janua/contracts'
import Button from 'primevue/button'
import { computed } from 'vue'
import { counted, percent } from '../shell/format.ts'
import { points } from './replayWords.ts'
import TermHelp from '../help/TermHelp.vue'

/** What is proved of the chosen changes, and what is not. */
const { proof, items, all } = defineProps<{
  proof: Proof | undefined
  items: number[]
  all: boolean
}>()
defineEmits<{ replay: [] }>()
const shareOf = ({ n, right }: { n: number; right: number }) => (n === 0 ? 0 : right / n)
const failed = computed(() => proof?.checks?.failed ?? [])
</script>

<template>
  <section class="proof" data-test="proof">
    <h2>
      {{
        $t('releases.proofPanel.provedOf', {
          all: all ? $t('releases.proofPanel.theseChanges') : $t('releases.proofPanel.thisChoice'),
        })
      }}
    </h2>
    <p v-if="!proof" class="quiet small">{{ $t('releases.proofPanel.looking') }}</p>
    <template v-else>
      <p v-if="!proof.checks" class="row">
        <span class="grow">{{ $t('releases.proofPanel.noChecksYet') }}</span>
        <RouterLink to="/checks">{{ $t('releases.proofPanel.addSome') }}</RouterLink>
      </p>
      <p v-else-if="failed.length === 0" class="good">
        ✓
        {{
          proof.checks.passed === 1
            ? $t('releases.proofPanel.theOneCheckPasses')
            : $t('releases.proofPanel.allPass', {
                check: counted('units.check', proof.checks.passed),
              })
        }}.
      </p>
      <div v-else>
        <p class="bad">
          {{
            $t('releases.proofPanel.of', {
              check: counted('units.check', failed.length),
              failed: proof.checks.passed + failed.length,
              failed2:
                failed.length === 1
                  ? $t('releases.proofPanel.fails')
                  : $t('releases.proofPanel.fail'),
            })
          }}
        </p>
        <ul class="small">
          <li v-for="each in failed.slice(0, 4)" :key="each.question">
            “{{ each.question }}” {{ each.problems.join('; ')
            }}<template v-if="each.before"
              >{{ ' ' }}{{ $t('releases.proofPanel.forVisitorsToo') }}</template
            ><template v-else-if="each.brokenBy.length">{{
              $t('releases.proofPanel.brokenBy', {
                more: each.brokenBy.map((title) => `“${title}”`).join(', '),
              })
            }}</template>
          </li>
          <li v-if="failed.length > 4">
            <RouterLink to="/checks">{{
              $t('releases.proofPanel.andMore', { failed: failed.length - 4 })
            }}</RouterLink>
          </li>
        </ul>
      </div>
      <p
        v-if="proof.routing"
        :class="proof.routing.caused > proof.routing.saved ? 'bad' : 'good'"
        data-test="proof-routing"
      >
        <i18n-t keypath="releases.proofPanel.routingRightFirstTime" scope="global"
          ><template #link
            ><RouterLink to="/routing">{{
              $t('releases.proofPanel.seeTheRules')
            }}</RouterLink></template
          ><template #saved>{{ proof.routing.caused > proof.routing.saved ? '✕' : '✓' }}</template
          ><template #before>{{ percent(shareOf(proof.routing.before)) }}</template
          ><template #after>{{ percent(shareOf(proof.routing.after)) }}</template
          ><template #pastHandOver>{{
            counted('units.pastHandOver', proof.routing.after.n)
          }}</template
          ><template #move>{{ counted('units.move', proof.routing.saved) }}</template
          ><template #caused>{{ proof.routing.caused }}</template></i18n-t
        >
      </p>
      <div v-if="!proof.replay" class="row">
        <span class="grow">{{
          $t('releases.proofPanel.whatWasReallyAsked', {
            all: all ? $t('releases.proofPanel.them') : $t('releases.proofPanel.it'),
          })
        }}</span><Button
          size="small"
          outlined
          :label="$t('releases.proofPanel.replayFourWeeks')"
          data-test="prove-replay"
          @click="$emit('replay')"
        />
      </div>
      <p v-else-if="proof.replay.state === 'running'">
        <i18n-t keypath="releases.proofPanel.aReplayIsUnder" scope="global"
          ><template #link
            ><RouterLink :to="`/replay/${proof.replay.id}`">{{
              $t('releases.proofPanel.lookAtIt')
            }}</RouterLink></template
          ></i18n-t
        >
      </p>
      <p v-else :class="proof.replay.lost > 0 ? 'bad' : 'good'">
        {{
          proof.replay.lost > 0
            ? $t('releases.proofPanel.lost', {
                goodAnswer: counted('units.goodAnswer', proof.replay.lost),
              })
            : $t('releases.proofPanel.noGoodAnswerIs')
        }}<TermHelp
          term="proving.lostGoodAnswer"
          :about="$t('releases.proofPanel.lostGoodAnswer')"
        /><template v-if="proof.replay.gained">{{
          $t('releases.proofPanel.gained', { gained: proof.replay.gained })
        }}</template>
        {{
          $t('releases.proofPanel.of2', {
            question: counted('units.question', proof.replay.asked),
          })
        }}<template v-if="proof.replay.coverage">{{
          $t('releases.proofPanel.coveragePoints', {
            after: percent(proof.replay.coverage.after),
            before: points(proof.replay.coverage.after - proof.replay.coverage.before),
          })
        }}</template
        >.
        <RouterLink :to="`/replay/${proof.replay.id}`">{{
          $t('releases.proofPanel.seeTheReplay')
        }}</RouterLink>
      </p>
      <p v-if="items.length === 0" class="quiet small">
        {{ $t('releases.proofPanel.nothingIsChosen') }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.proof {
  display: grid;
  gap: 7px;
}
.good {
  color: var(--moss);
}
.bad {
  color: var(--brick);
  font-weight: 600;
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
