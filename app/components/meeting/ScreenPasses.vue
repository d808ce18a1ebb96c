<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { format } from 'date-fns'
import { toDataURL } from 'qrcode'
import { counted } from '~~/core/sentence'
import { endScreenPass, makeScreenPass, readScreenPasses, type ScreenPass } from '~~/core/contract/watch'
import { refusalOf } from '~/composables/useRefusal'

/** Codes for screens that only watch this meeting: a television in the room, or somebody who joins by video. */
const meeting = useMeeting()
const passes = ref<ScreenPass[]>([])
const withNames = ref(true)
const made = ref<{ code: string; picture: string; link: string; forName: string | null } | null>(null)
const wrong = ref('')
const params = computed(() => ({ id: meeting.opened.meeting.id }))

async function trying(work: () => Promise<void>): Promise<void> {
  wrong.value = ''
  try {
    await work()
    passes.value = await call(readScreenPasses, { params: params.value })
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
}
const look = () => trying(async () => undefined)
/** A code for the room, or for one person's own lane. */
const make = (participant: string | null) =>
  trying(async () => {
    const body = { withNames: withNames.value, participant }
    const { code, pass } = await call(makeScreenPass, { params: params.value, body })
    const link = `${location.origin}/watch#${code}`
    made.value = { code, link, forName: pass.forName, picture: await toDataURL(link, { margin: 1, width: 180 }) }
  })
const end = (pass: string) =>
  trying(async () => {
    await call(endScreenPass, { params: { ...params.value, pass } })
    made.value = null
  })
const countWords = ({ screens }: ScreenPass) =>
  screens === 0 ? 'no screen yet' : counted(screens, 'screen', 'screens')
function whatWords({ forName, withNames: named }: ScreenPass): string {
  if (forName !== null) return `, ${forName}’s own lane`
  return named ? '' : ', without names'
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="button button-quiet" @click="look">Screens</PopoverButton>
    <PopoverPanel
      class="absolute right-0 z-30 mt-2 w-[25rem] max-w-[90vw] max-h-[calc(100dvh-6rem)] overflow-y-auto bg-raised border border-line rounded-2xl shadow-xl p-4 space-y-3"
      data-test="screen-passes"
    >
      <p class="text-[0.94rem]">
        A television in the room, or somebody by video, watches by a code: movements, room and clock, nothing of health.
        It ends with the class.
      </p>
      <div v-if="made" class="flex gap-4 items-center">
        <img :src="made.picture" alt="The link as a picture for a phone’s camera" class="size-36 rounded" />
        <div class="min-w-0">
          <p class="numerals text-[1.5rem] font-bold" data-test="screen-pass-code">{{ made.code }}</p>
          <p class="text-[0.88rem] text-faint">
            <template v-if="made.forName">{{ made.forName }}’s own lane alone. </template>Shown this once. Typed at<br /><span
              class="break-all"
              >{{ made.link.split('#')[0] }}</span
            >
          </p>
        </div>
      </div>
      <label class="flex items-center gap-3 min-h-11"
        ><input v-model="withNames" type="checkbox" class="size-5 accent-action" />With first names</label
      >
      <button class="button" :class="made ? '' : 'button-main'" @click="make(null)">
        {{ made ? 'Make another' : 'Make a code' }}
      </button>
      <ul v-if="passes.length > 0" class="divide-y divide-line">
        <li v-for="pass in passes" :key="pass.id" class="flex items-center gap-3 py-1 text-[0.94rem]">
          <span class="flex-1"
            >{{ format(pass.madeAt, 'HH:mm') }}, {{ pass.madeBy }}: {{ countWords(pass) }}{{ whatWords(pass) }}</span
          ><button class="button" @click="end(pass.id)">End</button>
        </li>
      </ul>
      <VideoJoiners @link="make" />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </PopoverPanel>
  </Popover>
</template>
