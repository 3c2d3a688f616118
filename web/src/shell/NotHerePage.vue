<template>
  <div class="page">
    <div class="empty">
      <h1>There is no such page</h1>
      <p>It may have moved. <RouterLink to="/">Go to your first page</RouterLink></p>
    </div>
  </div>
</template>
