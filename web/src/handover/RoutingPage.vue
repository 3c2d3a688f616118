<script setup lang="ts">
import type { ArticlePage, Door, Queue, RoutingDraft } from '@janua/contracts'
import type { Rule } from '@janua/core'
import { ArrowDown, ArrowUp, GripVertical, X } from '@lucide/vue'
import Button from 'primevue/button'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import StateChip from '../library/StateChip.vue'
import { get, inPlainWords, put } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useDeed } from '../shell/useDeed.ts'
import RuleEditor from './RuleEditor.vue'

type Keyed = Rule & { key: number }
const session = useSession()
const { run, busy } = useDeed()
const routing = shallowRef<RoutingDraft>()
const rules = ref<Keyed[]>([])
const lastResort = ref(0)
const queues = shallowRef<Queue[]>([])
const doors = shallowRef<Door[]>([])
const collections = shallowRef<string[]>([])
const failure = ref('')
let keys = 0
const plain = (rule: Keyed): Rule => ({ name: rule.name, join: rule.join, conditions: rule.conditions, queue: rule.queue })
const changed = computed(() => routing.value !== undefined && JSON.stringify([rules.value.map(plain), lastResort.value]) !== JSON.stringify([routing.value.rules, routing.value.lastResort]))

onMounted(async () => {
  try {
    const [draft, allQueues, allDoors, articles] = await Promise.all([get<RoutingDraft>('/routing'), get<Queue[]>('/queues'), get<Door[]>('/doors'), get<ArticlePage>('/articles', { limit: 1 })])
    queues.value = allQueues
    doors.value = allDoors
    collections.value = articles.collections
    accept(draft)
  } catch (cause) {
    failure.value = inPlainWords(cause)
  }
})
function accept(draft: RoutingDraft): void {
  routing.value = draft
  rules.value = structuredClone(draft.rules).map((rule) => ({ ...rule, key: keys++ }))
  lastResort.value = draft.lastResort
}
async function save(ready: boolean): Promise<void> {
  const body = { rules: rules.value.map(plain), lastResort: lastResort.value, base: routing.value!.revision, ready }
  const saved = await run(() => put<RoutingDraft>('/routing', body), ready ? 'Saved, ready to publish' : 'Saved in the draft')
  if (saved) accept(saved)
  await session.refreshRelease()
}
const add = () => rules.value.push({ key: keys++, name: 'New rule', join: 'any', conditions: [{ on: 'words', any: [] }], queue: queues.value[0]!.id })
function swap(i: number): void {
  rules.value = rules.value.with(i, rules.value[i + 1]!).with(i + 1, rules.value[i]!)
}
</script>

<template>
  <div class="page">
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <template v-if="routing">
      <div class="head">
        <div><h1>Routing</h1><p class="quiet row">The first rule that fits chooses the queue. Part of a release, like an article. <StateChip :state="routing.state" /></p></div>
        <span v-if="changed" class="quiet small">not saved yet</span><Button outlined label="Save in work" :loading="busy" @click="save(false)" /><Button label="Save as ready" :loading="busy" data-test="save-ready" @click="save(true)" />
      </div>
      <VueDraggable v-model="rules" tag="ol" handle=".grip" :animation="120" class="rules">
        <li v-for="(rule, i) in rules" :key="rule.key" class="panel" data-test="rule">
          <span class="place figures">{{ i + 1 }}</span>
          <RuleEditor v-model="rules[i]!" :queues="queues" :doors="doors" :collections="collections" class="grow" />
          <span class="moves">
            <Button text size="small" :disabled="i === 0" :aria-label="`Move rule ${rule.name} up`" @click="swap(i - 1)"><ArrowUp :size="16" /></Button>
            <Button text size="small" :disabled="i === rules.length - 1" :aria-label="`Move rule ${rule.name} down`" @click="swap(i)"><ArrowDown :size="16" /></Button>
            <span class="grip" aria-hidden="true"><GripVertical :size="16" /></span>
            <Button text size="small" severity="danger" :aria-label="`Remove rule ${rule.name}`" @click="rules.splice(i, 1)"><X :size="16" /></Button>
          </span>
        </li>
      </VueDraggable>
      <div class="row last panel"><Button outlined label="Add a rule" @click="add" /><span class="grow" /><span>When no rule fits:</span><Select v-model="lastResort" :options="queues" option-label="name" option-value="id" aria-label="Last resort" /></div>
    </template>
  </div>
</template>

<style scoped>
.rules { list-style: none; padding: 0; display: grid; gap: 10px; }
.rules li { display: flex; gap: 16px; align-items: flex-start; padding: 12px 16px; }
.place { font: 650 20px/1.6 var(--display); color: var(--muted); width: 24px; }
.moves { display: flex; align-items: center; }
.grip { cursor: grab; color: var(--muted); padding: 4px; }
.last { margin-top: 12px; }
</style>
