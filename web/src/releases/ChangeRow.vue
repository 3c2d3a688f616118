<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ChangeText, DraftChange } from '@janua/contracts'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { computed, ref, shallowRef } from 'vue'
import { itemPath, KIND_WORDS } from '../library/itemPaths.ts'
import { get } from '../shell/api.ts'
import { moment } from '../shell/format.ts'
import DiffParts from '../shell/DiffParts.vue'
import { useAction } from '../shell/useAction.ts'

const { change, taken, isLead } = defineProps<{
  change: DraftChange
  taken: boolean
  isLead: boolean
}>()
defineEmits<{ take: [take: boolean]; ready: [ready: boolean]; discard: [] }>()
const { run } = useAction()
const open = ref(false)
const text = shallowRef<ChangeText>()
const link = computed(() => (change.type === 'removed' ? null : itemPath(change.kind, change.item)))

async function toggle(): Promise<void> {
  open.value = !open.value
  if (open.value) text.value = await run(() => get(`/draft/${change.item}/text`))
}
const TYPE_WORDS = {
  added: t('releases.changeRow.added'),
  edited: t('releases.changeRow.edited'),
  removed: t('releases.changeRow.takenOut'),
}
</script>

<template>
  <li data-test="change" :data-ready="change.ready">
    <div class="line">
      <Checkbox
        v-if="isLead"
        :model-value="taken"
        binary
        :disabled="!change.ready"
        :input-id="`take-${change.item}`"
        :aria-label="$t('releases.changeRow.publish', { change: change.title })"
        @update:model-value="(take: boolean) => $emit('take', take)"
      />
      <div class="grow">
        <strong
          ><RouterLink v-if="link" :to="link">{{ change.title }}</RouterLink
          ><template v-else>{{ change.title }}</template></strong
        >
        <p class="quiet small">
          <i18n-t keypath="releases.changeRow.by" scope="global"
            ><template #button
              ><button
                type="button"
                class="bare small"
                :aria-expanded="open"
                data-test="differences"
                @click="toggle"
              >
                {{ $t('releases.changeRow.whatChanged') }}
              </button></template
            ><template #kind>{{ KIND_WORDS[change.kind] }}</template
            ><template #type>{{ TYPE_WORDS[change.type] }}</template
            ><template #by>{{ change.by }}</template
            ><template #at>{{ moment(change.at) }}</template></i18n-t
          >
        </p>
      </div>
      <span class="small state" :class="{ ready: change.ready }">{{
        change.ready ? $t('releases.changeRow.ready') : $t('releases.changeRow.inWork')
      }}</span>
      <Button
        size="small"
        text
        class="toggle"
        :label="
          change.ready ? $t('releases.changeRow.backToWork') : $t('releases.changeRow.markReady')
        "
        @click="$emit('ready', !change.ready)"
      />
      <Button
        size="small"
        text
        severity="danger"
        :label="$t('releases.changeRow.putBack')"
        @click="$emit('discard')"
      />
    </div>
    <p v-if="open && text" class="text small"><DiffParts :parts="text.parts" /></p>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
  padding: 10px 4px;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
}
.state {
  color: var(--brass);
  width: 58px;
}
.state.ready {
  color: var(--harbour);
}
.toggle {
  width: 112px;
}
.text {
  white-space: pre-line;
  overflow-wrap: anywhere;
  margin: 8px 0 4px 34px;
  padding: 8px 12px;
  background: var(--surface);
  border-left: 3px solid var(--line);
  max-height: 300px;
  overflow: auto;
}
</style>
