<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { PREPARE_KEYS as KEYS } from '~/keys'
import { TIER_NAMES } from '~/words/tiers'

/** What can be done with the plan as a whole: paper, shelf, versions, files. */
const { meetingId } = defineProps<{ meetingId: string; canChange: boolean; isLead: boolean; zoom: number }>()
const emit = defineEmits<{
  shelf: []
  /** For everybody, or what one lane hears. */
  cues: [lane: Tier | null]
  panel: [which: 'versions' | 'coverage' | 'settings']
  zoom: [factor: number]
  file: [file: File]
}>()
const ZOOM_STEP = 1.4
const meeting = useMeeting()
const lanes = computed(() => TIERS.filter((tier) => meeting.timeline.contours[tier] !== null))
const picker = useTemplateRef<HTMLInputElement>('picker')
const fileUrl = computed(() => `/api/meetings/${meetingId}/plan`)
function read(event: Event): void {
  const file = fileIn(event)
  if (file) emit('file', file)
}
const itemClass = (active: boolean) =>
  `flex w-full text-left px-4 min-h-11 items-center ${active ? 'bg-action-soft' : ''}`
const laneClass = (active: boolean) => `px-2 min-h-11 text-faint ${active ? 'bg-action-soft' : ''}`
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="button button-quiet">More</MenuButton>
    <MenuItems
      class="absolute right-0 z-30 mt-2 w-72 bg-raised border border-line rounded-2xl shadow-xl py-2 overflow-hidden"
    >
      <MenuItem v-slot="{ active }"
        ><button :class="itemClass(active)" @click="emit('panel', 'coverage')">
          What it covers <kbd class="key ml-auto">{{ KEYS.coverage.shown }}</kbd>
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button :class="itemClass(active)" data-test="settings-item" @click="emit('panel', 'settings')">
          How it runs
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }" :disabled="zoom >= 4"
        ><button :class="itemClass(active)" @click="emit('zoom', ZOOM_STEP)">
          Wider columns <kbd class="key ml-auto">{{ KEYS.wider.shown }}</kbd>
        </button></MenuItem
      >
      <MenuItem v-if="zoom > 1" v-slot="{ active }"
        ><button :class="itemClass(active)" @click="emit('zoom', 1 / ZOOM_STEP)">
          Narrower columns <kbd class="key ml-auto">{{ KEYS.narrower.shown }}</kbd>
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><NuxtLink :to="`/meetings/${meetingId}/paper`" :class="itemClass(active)">On paper</NuxtLink></MenuItem
      >
      <MenuItem v-if="isLead" v-slot="{ active }"
        ><button :class="itemClass(active)" @click="emit('shelf')">To the shelf</button></MenuItem
      >
      <MenuItem v-if="isLead" v-slot="{ active }"
        ><button :class="itemClass(active)" @click="emit('panel', 'versions')">Versions</button></MenuItem
      >
      <MenuItem v-slot="{ active }"><a :href="fileUrl" :class="itemClass(active)">As a file</a></MenuItem>
      <MenuItem v-slot="{ active }"
        ><button :class="itemClass(active)" @click="emit('cues', null)">The cue script, WebVTT</button></MenuItem
      >
      <div v-if="lanes.length > 1" class="flex pl-2">
        <MenuItem v-for="tier in lanes" :key="tier" v-slot="{ active }"
          ><button :class="laneClass(active)" @click="emit('cues', tier)">
            <span class="sr-only">The cue script for: </span>{{ TIER_NAMES[tier] }}
          </button></MenuItem
        >
      </div>
      <MenuItem v-if="canChange" v-slot="{ active }"
        ><button :class="itemClass(active)" @click="picker?.click()">Read in a file</button></MenuItem
      >
    </MenuItems>
    <input
      ref="picker"
      type="file"
      accept=".json,application/json"
      class="sr-only"
      tabindex="-1"
      aria-label="A plan’s file"
      data-test="plan-file"
      @change="read"
    />
  </Menu>
</template>
