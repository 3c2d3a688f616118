<script setup lang="ts">
import { t } from './i18n.ts'
import type { Presence } from '@janua/contracts'
import { CircleQuestionMark } from '@lucide/vue'
import Menu from 'primevue/menu'
import Select from 'primevue/select'
import { useDark } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import AlertsDialog from '../handover/AlertsDialog.vue'
import { useAlerts } from '../handover/useAlerts.ts'
import FindAnything from './FindAnything.vue'
import { counted, percent } from './format.ts'
import JanuaMark from './JanuaMark.vue'
import { ACCOUNT_PAGES, pageOf, pagesFor } from './pages.ts'
import PersonArch from './PersonArch.vue'
import { useSession } from './session.ts'
import { useAction } from './useAction.ts'

const emit = defineEmits<{ help: [] }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const dark = useDark({ valueDark: 'dark' })
const { run } = useAction()
const menu = useTemplateRef('menu')

const PRESENCE_NAMES: { value: Presence; label: string }[] = [
  { value: 'here', label: t('shell.appHeader.online') },
  { value: 'away', label: t('shell.appHeader.away2') },
  { value: 'off', label: t('shell.appHeader.offDuty') },
]
const alerts = useAlerts()
const alerting = ref(false)
const groups = computed(() => pagesFor(session.user!.role))
const here = computed(() => pageOf(route.path)?.path)
const group = computed(() =>
  groups.value.find(({ pages }) => pages.some(({ path }) => path === here.value)),
)
const account = computed(() => [
  ...ACCOUNT_PAGES.filter(({ roles }) => roles.includes(session.user!.role)).map(
    ({ name, path }) => ({ label: name, command: () => router.push(path) }),
  ),
  ...(session.role === 'editor'
    ? []
    : [{ label: t('shell.appHeader.alerts'), command: () => (alerting.value = true) }]),
  {
    label: dark.value ? t('shell.appHeader.lightScheme') : t('shell.appHeader.darkScheme'),
    command: () => (dark.value = !dark.value),
  },
  { label: t('shell.appHeader.help'), command: () => emit('help') },
  {
    label: t('shell.appHeader.signOut'),
    command: () => run(() => session.signOut().then(() => router.push('/sign-in'))),
  },
])
const draft = computed(() => {
  const waiting = (session.release?.ready ?? 0) + (session.release?.inWork ?? 0)
  return waiting === 0
    ? t('shell.appHeader.nothingInDraft')
    : t('shell.appHeader.inTheDraft', { change: counted('units.change', waiting) })
})
/** Of fewer questions a share says nothing. */
const FEW = 30
const covered = computed(() => {
  const coverage = session.release?.live?.coverage
  return coverage && coverage.n >= FEW ? coverage : undefined
})
</script>

<template>
  <header class="app-header">
    <RouterLink to="/" class="mark" :aria-label="$t('shell.appHeader.januaFirstPage')"
      ><JanuaMark /><span>{{ $t('shell.appHeader.janua') }}</span></RouterLink
    >
    <nav :aria-label="$t('shell.appHeader.groups')">
      <RouterLink
        v-for="each in groups"
        :key="each.name"
        :to="each.pages[0]!.path"
        :class="{ here: each === group }"
        :aria-current="each === group ? 'true' : undefined"
        >{{ each.name
        }}<span
          v-if="alerts.count && each.pages.some(({ path }) => path === '/desk')"
          class="needs figures"
          data-test="needs"
          :aria-label="$t('shell.appHeader.needYou', { alerts: alerts.count })"
          >{{ alerts.count }}</span
        ></RouterLink
      >
    </nav>
    <FindAnything class="find" />
    <RouterLink
      v-if="session.release && session.role !== 'agent'"
      to="/releases"
      class="release"
      data-test="live-release"
    >
      <template v-if="session.release.live"
        ><i18n-t keypath="shell.appHeader.live" scope="global"
          ><template #strong
            ><strong>{{
              $t('shell.appHeader.release', { number: session.release.live.number })
            }}</strong></template
          ></i18n-t
        ><span
          v-if="covered"
          class="covered"
          :title="
            $t('shell.appHeader.toOfAskedOf', {
              low: percent(covered.low),
              high: percent(covered.high),
              question: counted('units.question', covered.n),
            })
          "
          data-test="live-covered"
          >{{ ' ' }}{{ $t('shell.appHeader.covered', { share: percent(covered.share) }) }}</span
        ></template
      ><template v-else>{{ $t('shell.appHeader.nothingLiveYet') }}</template
      ><span class="draft"> · {{ draft }}</span>
    </RouterLink>
    <Select
      v-if="session.role !== 'editor'"
      class="presence"
      :class="session.user!.presence"
      :model-value="session.user!.presence"
      :options="PRESENCE_NAMES"
      option-label="label"
      option-value="value"
      size="small"
      :aria-label="$t('shell.appHeader.presence')"
      :disabled="!session.connected"
      data-test="presence"
      @update:model-value="(presence: Presence) => run(() => session.setPresence(presence))"
    />
    <button
      type="button"
      class="help"
      :aria-label="$t('shell.appHeader.help')"
      :title="$t('shell.appHeader.help')"
      aria-keyshortcuts="?"
      aria-haspopup="dialog"
      data-test="help"
      @click="emit('help')"
    >
      <CircleQuestionMark :size="19" aria-hidden="true" />
    </button>
    <button
      type="button"
      class="account"
      aria-haspopup="true"
      :aria-label="$t('shell.appHeader.accountOf', { user: session.user!.name })"
      data-test="account"
      @click="menu!.toggle($event)"
    >
      <PersonArch :name="session.user!.name" />
    </button>
    <Menu ref="menu" :model="account" popup />
    <AlertsDialog v-model="alerting" />
  </header>
  <nav
    v-if="group"
    class="pages"
    :aria-label="$t('shell.appHeader.pagesOf', { group: group.name })"
  >
    <RouterLink
      v-for="page in group.pages"
      :key="page.path"
      :to="page.path"
      :class="{ here: page.path === here }"
      :aria-current="page.path === here ? 'page' : undefined"
      >{{ page.name }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.app-header {
  height: 48px;
  display: flex;
  align-items: stretch;
  gap: 22px;
  padding: 0 20px;
  background: var(--header);
  color: var(--on-header);
}
.app-header > * {
  align-self: center;
}
.mark {
  display: flex;
  gap: 9px;
  align-items: center;
  font: 650 var(--text-heading) / 1 var(--display);
  color: inherit;
  text-decoration: none;
}
.app-header nav {
  display: flex;
  align-self: stretch;
  gap: 4px;
  flex: 1;
}
.app-header nav a {
  display: grid;
  place-items: center;
  padding: 0 15px;
  color: #c9d1d1;
  text-decoration: none;
  border-block: 3px solid transparent;
}
.app-header nav a.here {
  color: #fff;
  border-bottom-color: var(--brass-bright);
  font-weight: 600;
}
.app-header nav a .needs {
  position: absolute;
  transform: translate(26px, -9px);
  background: var(--brass-bright);
  color: #1c2a2e;
  border-radius: var(--round-large) var(--round-large) var(--round-small) var(--round-small);
  min-width: 18px;
  padding: 0 4px;
  font: 650 var(--text-tiny) / 1.48 var(--body);
  text-align: center;
}
.find {
  flex: 0 0 200px;
}
.release {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  color: inherit;
  text-decoration: none;
  font-size: var(--text-small);
  white-space: nowrap;
}
.release .draft,
.release .covered {
  color: #c9d1d1;
}
.app-header .presence {
  background: transparent;
  border-color: #41565b;
  --p-select-color: #fff;
  --p-select-dropdown-color: #c9d1d1;
}
.app-header .presence.here {
  border-color: #7fae6f;
}
.app-header .presence.away {
  border-color: var(--brass-bright);
}
.app-header .presence :deep(.p-select-label) {
  color: #fff;
  font-size: var(--text-small);
  padding: 4px 0 4px 10px;
}
.help {
  display: grid;
  place-items: center;
  padding: 4px;
  margin-inline: -10px;
  background: none;
  border: 0;
  color: #c9d1d1;
  cursor: pointer;
}
.help:hover {
  color: #fff;
}
.account {
  background: none;
  border: 0;
  padding: 2px;
  cursor: pointer;
}
.app-header :focus-visible {
  outline-color: var(--brass-bright);
}
.pages {
  display: flex;
  gap: 22px;
  padding: 0 20px;
  height: 40px;
  border-bottom: 1px solid var(--line);
}
.pages a {
  display: grid;
  place-items: center;
  color: var(--muted);
  text-decoration: none;
  font-size: var(--text-small);
  border-block: 2px solid transparent;
}
.pages a.here {
  color: var(--ink);
  font-weight: 600;
  border-bottom-color: var(--ink);
}
@media (width <= 1240px) {
  .release .draft {
    display: none;
  }
}
@media (width <= 960px) {
  .find {
    display: none;
  }
}
@media (width <= 700px) {
  .app-header {
    gap: 10px;
    padding: 0 10px;
  }
  .mark span,
  .release {
    display: none;
  }
  .app-header .presence :deep(.p-select-label) {
    max-width: 62px;
  }
  .app-header nav a {
    padding: 0 9px;
  }
  .app-header nav a .needs {
    transform: translate(20px, -9px);
  }
  .pages {
    padding: 0 10px;
    overflow: auto hidden;
    scrollbar-width: none;
  }
}
@media (width <= 480px) {
  .app-header .help {
    display: none;
  }
  .app-header {
    gap: 6px;
  }
  .app-header nav {
    gap: 0;
    min-width: 0;
    overflow: auto hidden;
    scrollbar-width: none;
  }
  .app-header nav a {
    padding: 0 6px;
  }
}
</style>
