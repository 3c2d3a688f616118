<script setup lang="ts">
import { useSession } from './session.ts'

/** Shown while the live connection is away: until it is back, the page may show what is no longer so. */
const session = useSession()
</script>

<template>
  <p v-if="!session.connected" class="connection" role="status" data-test="reconnecting">
    <i18n-t keypath="shell.connectionNote.connectionLostReconnecting" scope="global"
      ><template #span
        ><span>{{ $t('shell.connectionNote.listsAndPresenceMay') }}</span></template
      ></i18n-t
    >
  </p>
</template>

<style scoped>
.connection {
  background: var(--brass-soft);
  color: var(--ink);
  padding: 8px 20px;
  font-weight: 600;
}
.connection span {
  font-weight: 400;
}
:root.dark .connection {
  background: #4a3a16;
}
</style>
