<script setup lang="ts">
/** The class that goes on under a locked screen, as it is read across the room. */
const led = useClass()
</script>

<template>
  <LeadFar :led="led" :with-names="false" />
</template>
