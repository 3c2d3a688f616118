<template>
  <div class="page">
    <div class="empty">
      <h1>{{ $t('shell.notHere.thereIsNoSuch') }}</h1>
      <p>
        <i18n-t keypath="shell.notHere.itMayHaveMoved" scope="global"
          ><template #link
            ><RouterLink to="/">{{ $t('shell.notHere.goToYourFirst') }}</RouterLink></template
          ></i18n-t
        >
      </p>
    </div>
  </div>
</template>
