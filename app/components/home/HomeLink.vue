<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { toDataURL } from 'qrcode'

/** Their own link: their practice opens by it, and what was done comes back by itself. */
const { home } = defineProps<{ home: ReturnType<typeof useHome> }>()
const { known, linkAddress } = home
const link = computed(() => known.value?.link ?? null)
const picture = ref('')
watch(
  linkAddress,
  async (address) => (picture.value = address ? await toDataURL(address, { margin: 1, width: 180 }) : ''),
)
/** This machine's own name for itself opens nothing elsewhere. */
const isOnlyHere = computed(() => /^https?:\/\/(localhost|127\.|\[::1\])/.test(linkAddress.value))
const dayWords = (moment: string) => format(parseISO(moment), 'd MMMM')
</script>

<template>
  <section aria-label="Their link" class="space-y-2" data-test="home-link">
    <h3 class="font-semibold">Their link</h3>
    <p class="text-faint text-[0.94rem]">
      Where this server can be reached from their home: their practice opens by it, as it stands then, and what they did
      comes back by itself. Whoever has it opens this practice and nothing else. Ended, it is closed at once.
    </p>
    <div v-if="linkAddress" class="flex flex-wrap gap-4 items-center">
      <img v-if="picture" :src="picture" alt="The link as a picture for a telephone’s camera" class="size-36 rounded" />
      <p class="min-w-0 flex-1">
        <span class="break-all" data-test="home-link-address">{{ linkAddress }}</span>
        <span class="block text-faint text-[0.94rem]"
          >Shown this once.<template v-if="isOnlyHere">
            This address opens on this machine only: for their home, open this page by the server’s own name.</template
          ></span
        >
      </p>
    </div>
    <p v-if="link">
      Made on {{ dayWords(link.madeAt) }}, {{ link.usedAt ? `last used on ${dayWords(link.usedAt)}` : 'not used yet' }}.
    </p>
    <div class="flex gap-3">
      <button class="button" @click="home.makeLink()">{{ link ? 'Make a new link' : 'Make a link' }}</button>
      <button v-if="linkAddress" class="button" @click="home.printLink()">Handout with the link</button>
      <button v-if="link" class="button" @click="home.endLink()">End the link</button>
    </div>
  </section>
</template>
