<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'

/** All places behind one word, where a row of them would take the screen. */
defineProps<{ places: { to: string; name: string }[] }>()
const { account } = useAccount()
const itemClass = (active: boolean) => `flex px-4 min-h-11 items-center ${active ? 'bg-action-soft' : ''}`
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="button button-quiet">Menu</MenuButton>
    <MenuItems
      class="absolute right-0 z-40 mt-1 w-64 bg-raised border border-line rounded-2xl shadow-xl py-2 overflow-hidden"
    >
      <MenuItem v-for="{ to, name } in places" :key="to" v-slot="{ active }"
        ><NuxtLink :to="to" :class="itemClass(active)">{{ name }}</NuxtLink></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><NuxtLink to="/account" :class="itemClass(active)">{{ account?.name }}</NuxtLink></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
