<script setup lang="ts">
const look = useLook();
useHead({ htmlAttrs: { 'data-look': look } });
</script>

<template>
  <NuxtPage />
  <NoticeBar />
</template>
