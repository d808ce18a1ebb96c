import { createApp } from 'vue'
import HomePlayer from './HomePlayer.vue'
import '../assets/bright.css'
import './player.css'

createApp(HomePlayer).mount('#player')
