<template>
  <svg viewBox="0 0 24 28" width="22" height="26" aria-hidden="true">
    <path
      d="M2 27V12a10 10 0 0 1 20 0v15"
      fill="none"
      stroke="currentColor"
      stroke-width="2.6"
      stroke-linecap="round"
    />
    <path d="M7.5 27V13a4.5 4.5 0 0 1 4.5-4.5L16.500 11v16z" fill="#D9A441" />
  </svg>
</template>
