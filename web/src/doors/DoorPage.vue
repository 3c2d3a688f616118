<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import {
  type Door,
  DOOR_LANGUAGES,
  type DoorContent,
  type DoorLanguage,
  TEXT_KEYS,
  type TextKey,
} from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import Slider from 'primevue/slider'
import Textarea from 'primevue/textarea'
import { computed, onMounted, ref } from 'vue'
import StateChip from '../library/StateChip.vue'
import ProposedTexts from '../models/ProposedTexts.vue'
import { get, put } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import ConflictNote from '../shell/ConflictNote.vue'
import KeptBack from '../shell/KeptBack.vue'
import { useDraftEditor } from '../shell/useDraftEditor.ts'
import { useDraftSaving } from '../shell/useDraftSaving.ts'
import AnswerRules from './AnswerRules.vue'
import HandoverRulesPanel from './HandoverRulesPanel.vue'
import { embedTag } from './embedTag.ts'
import HoursTable from './HoursTable.vue'
import LineList from './LineList.vue'

const { id } = defineProps<{ id: number }>()
const session = useSession()
const content = ref<DoorContent>()
const language = ref<DoorLanguage>('en')
const mayWrite = computed(() => session.role === 'lead')
const LANGUAGE_NAMES: Record<DoorLanguage, string> = {
  en: t('doors.door.english'),
  de: t('doors.door.german'),
}
const TEXT_NAMES: Record<TextKey, string> = {
  greeting: t('doors.door.greeting'),
  unknown: t('doors.door.whenNothingIsKnown'),
  near: t('doors.door.whenOnlySomethingNear'),
  which: t('doors.door.whenItMayMean'),
  offerPerson: t('doors.door.offerOfAPerson'),
  waiting: t('doors.door.handedOverPeopleAre'),
  closedHours: t('doors.door.nobodyIsAvailable'),
  longWait: t('doors.door.theWaitWouldBe'),
  nobodyCame: t('doors.door.nobodyCameInTime'),
  nudge: t('doors.door.whenNobodyWritesAny'),
  goodbye: t('doors.door.ended'),
}
const zones = Intl.supportedValuesOf('timeZone')
const snippet = computed(() => content.value && embedTag(location.origin, content.value))

const editor = useDraftEditor<Door, DoorContent>({
  name: `door ${id}`,
  load: () => get(`/doors/${id}`),
  store: (edited, base, ready) => put(`/doors/${id}`, { ...edited, base, ready }),
  contentOf,
  edited: () => content.value!,
  show: (shown, stored) => (content.value = { ...contentOf(stored), ...shown }),
  fits: () => mayWrite.value,
  ontoNewest: true,
})
const { stored: door, changed, restored, meanwhile, conflict, failure } = editor
const { busy, said, store, overwrite } = useDraftSaving(editor)
onMounted(editor.load)
function contentOf(fresh: Door): DoorContent {
  const {
    id: _id,
    revision: _revision,
    state: _state,
    published: _published,
    ...rest
  } = structuredClone(fresh)
  return rest
}
</script>

<template>
  <div class="page">
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <template v-if="door && content">
      <div class="head">
        <div>
          <p class="small">
            <RouterLink to="/doors">{{ $t('common.doors') }}</RouterLink>
          </p>
          <h1>{{ content.title }}</h1>
          <StateChip :state="door.state" :published="door.published" />
        </div>
        <template v-if="mayWrite"
          ><span v-if="changed" class="quiet small" data-test="unsaved">{{
            $t('doors.door.notSavedYet')
          }}</span
          ><strong v-else-if="said" class="small" role="status" data-test="saved">{{ said }}</strong
          ><Button
            outlined
            :label="$t('common.saveInWork')"
            :loading="busy"
            @click="store(false)" /><Button
            :label="$t('common.saveAsReady')"
            :loading="busy"
            data-test="save-ready"
            @click="store(true)"
        /></template>
      </div>
      <KeptBack v-if="restored" :meanwhile="meanwhile" @drop="editor.discard" />
      <ConflictNote
        v-if="conflict"
        :message="conflict.message"
        @theirs="editor.takeTheirs"
        @mine="overwrite"
      />
      <fieldset class="columns" :disabled="!mayWrite">
        <div class="stack">
          <section class="panel stack">
            <h2>{{ $t('doors.door.whatVisitorsSee') }}</h2>
            <div class="row">
              <label class="field grow"
                ><span>{{ $t('doors.door.nameInTheHead') }}</span
                ><InputText v-model.trim="content.title" maxlength="60"
              /></label>
              <label class="field"
                ><span>{{ $t('doors.door.colour') }}</span
                ><input v-model="content.colour" type="color" class="colour"
              /></label>
              <label class="field"
                ><span>{{ $t('doors.door.key') }}</span
                ><InputText v-model.trim="content.key"
              /></label>
            </div>
            <div class="row">
              <h3 class="grow">{{ $t('doors.door.texts') }}</h3>
              <SelectButton
                v-model="language"
                :options="[...DOOR_LANGUAGES]"
                :option-label="(each: DoorLanguage) => LANGUAGE_NAMES[each]"
                :allow-empty="false"
                size="small"
                :aria-label="$t('doors.door.languageOfTheTexts')"
              />
            </div>
            <label v-for="name in TEXT_KEYS" :key="`${language}-${name}`" class="field"
              ><span>{{ TEXT_NAMES[name] }}</span
              ><Textarea
                v-model="content.texts[language][name]"
                auto-resize
                rows="1"
                maxlength="600"
                :data-test="`text-${name}`"
            /></label>
            <ProposedTexts
              :door="id"
              :language="language"
              :texts="content.texts[language]"
              @take="(name, text) => (content!.texts[language][name] = text)"
            />
          </section>
          <AnswerRules v-model="content.rules" :language="language" />
        </div>
        <div class="stack">
          <section class="panel stack">
            <h2>{{ $t('doors.door.whenItAnswers') }}</h2>
            <label class="field"
              ><span>{{
                $t('doors.door.fromSureOnBelow', { threshold: Math.round(content.threshold * 100) })
              }}</span
              ><Slider
                v-model="content.threshold"
                :min="0.05"
                :max="0.99"
                :step="0.01"
                :aria-label="$t('doors.door.threshold')"
            /></label>
            <LineList
              v-model="content.firstQuestions[language]"
              :label="
                $t('doors.door.firstQuestionsOfferedIn', { language: LANGUAGE_NAMES[language] })
              "
              :placeholder="$t('doors.door.canIBringMy')"
              :most="6"
            />
          </section>
          <section class="panel stack">
            <h2>{{ $t('doors.door.whenPeopleAreThere') }}</h2>
            <label class="field"
              ><span>{{ $t('doors.door.timeZone') }}</span
              ><InputText v-model.trim="content.timeZone" list="zones" size="small" /><datalist
                id="zones"
              >
                <option v-for="zone in zones" :key="zone" :value="zone" /></datalist
            ></label>
            <HoursTable v-model="content!.hours" />
          </section>
          <HandoverRulesPanel v-model="content.rules" :language="language" />
          <section class="panel stack">
            <h2>{{ $t('doors.door.whereItMayStand') }}</h2>
            <LineList
              v-model="content!.allowedSites"
              :label="$t('doors.door.sitesThatMayShow')"
              :placeholder="$t('doors.door.httpsWwwExampleCom')"
              :most="20"
            />
            <p class="small quiet">{{ $t('doors.door.putThisIntoThe') }}</p>
            <code class="snippet">{{ snippet }}</code>
            <p v-if="door!.published" class="small">
              <i18n-t keypath="doors.door.orAsAPage" scope="global"
                ><template #a
                  ><a :href="`/door/${door!.key}`" target="_blank" rel="noopener">{{
                    $t('doors.door.door', { key: door!.key })
                  }}</a></template
                ></i18n-t
              >
            </p>
          </section>
        </div>
      </fieldset>
    </template>
  </div>
</template>

<style scoped>
.columns {
  border: 0;
  padding: 0;
  min-width: 0;
}
.colour {
  width: 54px;
  height: 36px;
  padding: 2px;
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  background: var(--surface);
}
.snippet {
  display: block;
  padding: 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  font-size: var(--text-tiny);
  overflow-wrap: anywhere;
}
</style>
