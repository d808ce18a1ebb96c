<script setup lang="ts">
await navigateTo(`/meetings/${useRoute().params.id}/prepare`, { replace: true })
</script>

<template><div /></template>
