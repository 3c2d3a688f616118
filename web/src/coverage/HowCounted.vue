<script setup lang="ts"></script>

<template>
  <details class="how small">
    <summary>{{ $t('coverage.howCounted.howThisIsCounted') }}</summary>
    <p class="quiet"><slot /></p>
  </details>
</template>

<style scoped>
summary {
  color: var(--muted);
  cursor: pointer;
  width: fit-content;
}
p {
  margin-top: 4px;
  max-width: 76ch;
}
</style>
