<script setup lang="ts">
import type { Proof } from '@janua/contracts'
import Button from 'primevue/button'
import { computed } from 'vue'
import { count, percent } from '../shell/format.ts'
import { points } from './replayWords.ts'

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
    <h2>Proved of {{ all ? 'these changes' : 'this choice' }}</h2>
    <p v-if="!proof" class="quiet small">Looking…</p>
    <template v-else>
      <p v-if="!proof.checks" class="row">
        <span class="grow">○ No checks yet.</span> <RouterLink to="/checks">Add some</RouterLink>
      </p>
      <p v-else-if="failed.length === 0" class="good">
        ✓
        {{
          proof.checks.passed === 1
            ? 'The one check passes'
            : `All ${count(proof.checks.passed, 'check')} pass`
        }}.
      </p>
      <div v-else>
        <p class="bad">
          ✕ {{ count(failed.length, 'check') }} of {{ proof.checks.passed + failed.length }}
          {{ failed.length === 1 ? 'fails' : 'fail' }}:
        </p>
        <ul class="small">
          <li v-for="each in failed.slice(0, 4)" :key="each.question">
            “{{ each.question }}” {{ each.problems.join('; ')
            }}<template v-if="each.before"> (for visitors too)</template
            ><template v-else-if="each.brokenBy.length"
              >, broken by {{ each.brokenBy.map((title) => `“${title}”`).join(', ') }}</template
            >
          </li>
          <li v-if="failed.length > 4">
            <RouterLink to="/checks">and {{ failed.length - 4 }} more</RouterLink>
          </li>
        </ul>
      </div>
      <p
        v-if="proof.routing"
        :class="proof.routing.caused > proof.routing.saved ? 'bad' : 'good'"
        data-test="proof-routing"
      >
        {{ proof.routing.caused > proof.routing.saved ? '✕' : '✓' }} Routing: right first time
        {{ percent(shareOf(proof.routing.before)) }} →
        {{ percent(shareOf(proof.routing.after)) }} on
        {{ count(proof.routing.after.n, 'past hand-over') }};
        {{ count(proof.routing.saved, 'move') }} saved, {{ proof.routing.caused }} caused.
        <RouterLink to="/routing">See the rules</RouterLink>
      </p>
      <div v-if="!proof.replay" class="row">
        <span class="grow"
          >○ What was really asked has not been asked again of {{ all ? 'them' : 'it' }} yet.</span
        ><Button
          size="small"
          outlined
          label="Replay four weeks"
          data-test="prove-replay"
          @click="$emit('replay')"
        />
      </div>
      <p v-else-if="proof.replay.state === 'running'">
        ◌ A replay is under way:
        <RouterLink :to="`/replay/${proof.replay.id}`">look at it</RouterLink>.
      </p>
      <p v-else :class="proof.replay.lost > 0 ? 'bad' : 'good'">
        {{
          proof.replay.lost > 0
            ? `✕ ${count(proof.replay.lost, 'good answer')} lost`
            : '✓ No good answer is lost'
        }}<template v-if="proof.replay.gained">, {{ proof.replay.gained }} gained</template> of
        {{ count(proof.replay.asked, 'question')
        }}<template v-if="proof.replay.coverage"
          >; coverage {{ percent(proof.replay.coverage.after) }} ({{
            points(proof.replay.coverage.after - proof.replay.coverage.before)
          }}
          points)</template
        >. <RouterLink :to="`/replay/${proof.replay.id}`">See the replay</RouterLink>
      </p>
      <p v-if="items.length === 0" class="quiet small">Nothing is chosen.</p>
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
