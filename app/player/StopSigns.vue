<script setup lang="ts">
import type { HomeSheet } from '~~/core/home/homeSheet'

/** When to stop, and whom to call: before anything else. */
defineProps<{ sheet: Pick<HomeSheet, 'redFlags' | 'call'> }>()
const dialled = (telephone: string) => `tel:${telephone.replaceAll(/[^\d+*#]/g, '')}`
</script>

<template>
  <section class="stop-signs" aria-label="When to stop">
    <p>
      <strong>Stop at once if it is sharp or stabbing.</strong> A pinch: change the position. A deep pull that eases
      with the breath is fine.
    </p>
    <p>
      <strong>{{ sheet.redFlags }}</strong>
    </p>
    <p>
      Something hurts or is new? Ask {{ sheet.call.name
      }}<template v-if="sheet.call.telephone"
        >, <a :href="dialled(sheet.call.telephone)">{{ sheet.call.telephone }}</a></template
      >.
    </p>
  </section>
</template>
