<script setup lang="ts">
/** The two kinds of models that a team can attach. */
</script>

<template>
  <nav class="row small kinds" :aria-label="$t('models.modelKinds.kindsOfModels')">
    <RouterLink to="/models">{{ $t('models.modelKinds.languageModel') }}</RouterLink>
    <RouterLink to="/models/encoder">{{ $t('models.modelKinds.encoder') }}</RouterLink>
  </nav>
</template>

<style scoped>
.kinds {
  gap: 18px;
  margin-bottom: 12px;
}
.kinds a {
  padding: 4px 0;
  color: var(--muted);
  text-decoration: none;
  border-bottom: 2px solid transparent;
}
.kinds a.router-link-exact-active {
  color: var(--ink);
  border-color: var(--ink);
  font-weight: 600;
}
</style>
