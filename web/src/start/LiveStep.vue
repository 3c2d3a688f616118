<script setup lang="ts">
import type { StartView } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed } from 'vue'
import { ago, counted } from '../shell/format.ts'
import FormField from '../shell/FormField.vue'
import { useGoLive } from './useGoLive.ts'

/** From the first site to the first sighting: allow it, publish, put the tag in, see it there. */
const { view } = defineProps<{ view: StartView }>()
const emit = defineEmits<{ changed: [] }>()
const { site, faults, adding, allow, publishing, publish, tag, copied, copy, secondsSince } =
  useGoLive(
    () => view,
    () => emit('changed'),
  )
const allowed = computed(() => view.door?.allowedSites ?? [])
const seen = computed(() => view.seen.filter((each) => allowed.value.includes(each.site)))
</script>

<template>
  <section v-if="view.door" class="panel stack">
    <h1>{{ $t('start.live.title') }}</h1>
    <p class="quiet">{{ $t('start.live.why') }}</p>
    <ol class="stack">
      <li class="stack">
        <h2>{{ $t('start.live.allow') }}</h2>
        <form class="row" @submit.prevent="allow">
          <FormField
            class="grow"
            :label="$t('start.live.site')"
            :hint="$t('start.live.siteHint')"
            :fault="Object.values(faults)[0]"
            ><InputText
              v-model.trim="site.site"
              required
              :placeholder="$t('doors.door.httpsWwwExampleCom')"
              data-test="site" /></FormField
          ><Button
            type="submit"
            outlined
            :label="$t('start.live.allowIt')"
            :loading="adding"
            data-test="allow"
          />
        </form>
        <p v-if="allowed.length" class="small" data-test="allowed">
          {{ $t('start.live.allowed', { sites: allowed.join(', ') }) }}
        </p>
      </li>
      <li class="stack">
        <h2>{{ $t('start.live.publish') }}</h2>
        <div class="row">
          <span class="small quiet grow">{{
            view.ready
              ? $t('start.live.ready', { change: counted('units.change', view.ready) })
              : $t('start.live.allPublished')
          }}</span><Button
            :label="$t('start.live.publishIt')"
            :disabled="view.ready === 0"
            :loading="publishing"
            data-test="start-publish"
            @click="publish"
          />
        </div>
      </li>
      <li class="stack">
        <h2>{{ $t('start.live.tag') }}</h2>
        <p class="small quiet">{{ $t('start.live.tagWhere') }}</p>
        <div class="row">
          <code class="grow" data-test="tag">{{ tag }}</code><Button
            outlined
            :label="copied ? $t('start.live.copied') : $t('start.live.copy')"
            data-test="copy-tag"
            @click="copy"
          />
        </div>
      </li>
      <li class="stack">
        <h2>{{ $t('start.live.see') }}</h2>
        <Message v-if="seen[0]" severity="success" data-test="seen">{{
          $t('start.live.seen', { site: seen[0].site, ago: ago(secondsSince(seen[0].at)) })
        }}</Message>
        <p v-else class="small waiting" role="status" data-test="not-seen">
          {{ $t('start.live.waiting') }}
        </p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  gap: 22px;
  counter-reset: step;
}
h2 {
  font-size: var(--text-body);
}
h2::before {
  counter-increment: step;
  content: counter(step) '. ';
}
li {
  gap: 8px;
}
code {
  padding: 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  font-size: var(--text-tiny);
  overflow-wrap: anywhere;
}
form.row {
  align-items: start;
}
form.row button {
  margin-top: 24px;
}
.waiting {
  color: var(--muted);
}
</style>
