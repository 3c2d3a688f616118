<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Desk, DeskRow } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { span } from '../shell/format.ts'
import { ringOf, secondsLeft, timeLeft } from './deskWords.ts'

const { desk, open, now, found } = defineProps<{
  desk: Desk
  open: number | null
  now: number
  found: DeskRow[] | undefined
}>()
const emit = defineEmits<{ take: [id: number]; pass: [id: number]; search: [words: string] }>()
const words = ref('')

const offered = computed(() => desk.waiting.filter((row) => secondsLeft(row.offeredUntil, now) > 0))
const waiting = computed(() => desk.waiting.filter((row) => !offered.value.includes(row)))
const lastWord = (row: DeskRow) =>
  ({
    visitor: 'wrote',
    agent: 'answered',
    assistant: t('handover.deskList.lastLine'),
    event: t('handover.deskList.lastLine'),
    team: t('handover.deskList.aNote'),
  })[row.lastBy]
const since = (row: DeskRow) => span(Math.max(0, (now - Date.parse(row.lastAt)) / 1000))
const shelves = computed(
  (): { name: string; test: string; rows: DeskRow[]; none: string; shut?: true }[] => [
    {
      name: t('handover.deskList.mine'),
      test: 'mine',
      rows: desk.mine,
      none: t('handover.deskList.youHaveNoneOpen'),
    },
    ...(desk.askedIn.length > 0
      ? [{ name: t('handover.deskList.askedIn'), test: 'asked-in', rows: desk.askedIn, none: '' }]
      : []),
    {
      name: t('handover.deskList.cases'),
      test: 'case',
      rows: desk.cases,
      none: t('handover.deskList.noOpenCases'),
    },
    ...(desk.withAgents.length > 0
      ? [
          {
            name: t('handover.deskList.withAgents'),
            test: 'with-agents',
            rows: desk.withAgents,
            none: '',
          },
        ]
      : []),
    {
      name: t('handover.deskList.withTheAssistantNow'),
      test: 'with-assistant',
      rows: desk.withAssistant,
      none: t('handover.deskList.nobodyWritesJustNow'),
      shut: true,
    },
    {
      name: t('handover.deskList.closedLately'),
      test: 'closed',
      rows: desk.closed,
      none: t('handover.deskList.noneYet'),
      shut: true,
    },
  ],
)
</script>

<template>
  <nav class="lists" :aria-label="$t('handover.deskList.conversations')">
    <form class="find" role="search" @submit.prevent="emit('search', words)">
      <InputText
        v-model.trim="words"
        size="small"
        fluid
        :placeholder="$t('handover.deskList.wordsNameMailOr')"
        :aria-label="$t('handover.deskList.searchConversations')"
        data-test="desk-search"
        @update:model-value="!words && emit('search', '')"
      />
    </form>
    <section v-if="found" data-test="found">
      <h2>
        <span>{{ $t('handover.deskList.found') }}</span><button
          type="button"
          class="bare small"
          @click="((words = ''), emit('search', ''))"
        >
          {{ $t('handover.deskList.close') }}
        </button>
      </h2>
      <p v-if="found.length === 0" class="quiet small none">
        {{ $t('handover.deskList.nothingHasTheseWords') }}
      </p>
      <RouterLink
        v-for="row in found"
        :key="row.id"
        :to="`/desk/${row.id}`"
        class="item"
        :class="{ open: row.id === open }"
        data-test="found-row"
        ><span
          ><strong>{{ row.subject }}</strong
          ><small>{{
            $t('handover.deskList.ago', {
              visitor: row.visitor ?? $t('handover.deskList.aVisitor'),
              state: row.state,
              since: since(row),
            })
          }}</small></span
        ></RouterLink
      >
    </section>
    <section v-if="offered.length" class="offers" data-test="offers">
      <h2>
        <span>{{ $t('handover.deskList.offeredToYou') }}</span>
      </h2>
      <div v-for="row in offered" :key="row.id" class="offer">
        <RouterLink :to="`/desk/${row.id}`"
          ><strong>{{ row.subject }}</strong></RouterLink
        >
        <small
          ><i18n-t keypath="handover.deskList.goesOnIn" scope="global"
            ><template #now
              ><span class="figures">{{
                $t('handover.deskList.seconds', { n: secondsLeft(row.offeredUntil, now) })
              }}</span></template
            ><template #queue>{{ row.queue?.name }}</template></i18n-t
          ></small
        >
        <span class="row"
          ><Button
            size="small"
            :label="$t('handover.deskList.takeIt')"
            data-test="accept"
            @click="emit('take', row.id)" /><Button
            size="small"
            text
            :label="$t('handover.deskList.letItGo')"
            data-test="pass"
            @click="emit('pass', row.id)"
        /></span>
      </div>
    </section>
    <h2>
      <span>{{ $t('handover.deskList.waiting') }}</span><span class="quiet figures">{{
        waiting.length
      }}</span>
    </h2>
    <p v-if="waiting.length === 0" class="quiet small none">
      {{ $t('handover.deskList.nobodyWaits') }}
    </p>
    <RouterLink
      v-for="row in waiting"
      :key="row.id"
      :to="`/desk/${row.id}`"
      class="item"
      :class="{ open: row.id === open }"
      data-test="waiting"
    >
      <i class="ring" :style="{ background: ringOf(row, now) }" aria-hidden="true" />
      <span
        ><strong>{{ row.subject }}</strong
        ><small
          >{{ row.queue?.name }} ·
          <span class="figures" :class="{ late: secondsLeft(row.dueAt, now) === 0 }">{{
            timeLeft(row, now)
          }}</span><template v-if="row.priority === 'high'"
            >{{ ' ' }}{{ $t('handover.deskList.first') }}</template
          ></small
        ></span
      >
    </RouterLink>
    <component
      :is="shelf.shut ? 'details' : 'section'"
      v-for="shelf in shelves"
      :key="shelf.name"
      :data-test="`shelf-${shelf.test}`"
    >
      <component :is="shelf.shut ? 'summary' : 'h2'" class="shelf"
        ><span>{{ shelf.name }}</span
        ><span class="quiet figures">{{ shelf.rows.length }}</span></component
      >
      <p v-if="shelf.rows.length === 0" class="quiet small none">{{ shelf.none }}</p>
      <RouterLink
        v-for="row in shelf.rows"
        :key="row.id"
        :to="`/desk/${row.id}`"
        class="item"
        :class="{
          open: row.id === open,
          fresh: (shelf.test === 'mine' || shelf.test === 'case') && row.lastBy === 'visitor',
        }"
        :data-test="shelf.test"
      >
        <span
          ><strong>{{ row.subject }}</strong
          ><small
            ><template v-if="row.agent && (shelf.test === 'with-agents' || shelf.test === 'case')"
              >{{ row.agent.name }} · </template
            >{{ row.visitor ?? $t('handover.deskList.aVisitor')
            }}<template v-if="row.caseNumber"> · {{ row.caseNumber }}</template> ·
            <span
              v-if="row.dueAt"
              class="figures"
              :class="{ late: secondsLeft(row.dueAt, now) === 0 }"
              >{{ timeLeft(row, now) }}</span><template v-else
              ><i18n-t keypath="handover.deskList.ago2" scope="global"
                ><template #since
                  ><span class="figures">{{ since(row) }}</span></template
                ><template #lastWord>{{ lastWord(row) }}</template></i18n-t
              ></template
            ></small
          ></span
        >
      </RouterLink>
    </component>
  </nav>
</template>

<style scoped>
.find {
  padding: 12px 14px;
  border-bottom: 1px solid var(--line);
}
h2,
.shelf {
  display: flex;
  justify-content: space-between;
  padding: 12px 18px 9px;
  border-bottom: 1px solid var(--line);
  font: 650 var(--text-large) / 1.3 var(--display);
}
summary.shelf {
  cursor: pointer;
  font-size: var(--text-body);
}
section:not(:first-of-type) > h2,
details > .shelf,
section > .shelf {
  border-top: 2px solid var(--line);
  margin-top: 10px;
}
h2 .quiet,
.shelf .quiet {
  font: 400 var(--text-small) / 1.4 var(--body);
}
.none {
  padding: 10px 18px;
}
.item {
  display: flex;
  gap: 12px;
  padding: 10px 18px;
  color: inherit;
  text-decoration: none;
  border-bottom: 1px solid var(--line);
  border-left: 4px solid transparent;
}
.item.open {
  background: var(--surface);
  border-left-color: var(--brass);
}
.item.fresh strong::after {
  content: ' ●';
  color: var(--plum);
}
.item > span {
  display: grid;
  gap: 2px;
  min-width: 0;
}
.item strong {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
small {
  color: var(--muted);
  font-size: var(--text-small);
}
.late {
  color: var(--brick);
  font-weight: 600;
}
.ring {
  width: 30px;
  height: 30px;
  border-radius: 50%;
  flex: none;
  mask: radial-gradient(circle, transparent 10px, #000 10.5px);
}
.offers {
  border-left: 4px solid var(--plum);
  background: var(--surface);
}
.offer {
  display: grid;
  gap: 4px;
  padding: 10px 14px;
  border-bottom: 1px solid var(--line);
}
.offer a {
  color: inherit;
  text-decoration: none;
}
</style>
