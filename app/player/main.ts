import { createApp, type Component } from 'vue'
import ClassPlayer from './ClassPlayer.vue'
import HomePlayer from './HomePlayer.vue'
import { readSheet } from './sheet'
import '../assets/bright.css'
import './player.css'

const sheet = readSheet()
const player: Component = sheet.format === 'unhurried-circle-class' ? ClassPlayer : HomePlayer
createApp(player, { sheet }).mount('#player')
