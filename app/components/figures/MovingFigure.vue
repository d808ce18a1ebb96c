<script setup lang="ts">
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useElementVisibility, usePreferredDark, useRafFn } from '@vueuse/core'
import { closeFrame } from '~~/core/body/closeFrame'
import { HALO_WIDTH, SHADOW_OPACITY, tonesOn } from '~~/core/body/draw'
import { drawMoving, type Layer, type MovingDrawing } from '~~/core/body/drawMoving'
import { keepPictures } from '~~/core/body/keptPictures'
import type { Camera } from '~~/core/catalogue/figure'
import { mirroredWay } from '~~/core/body/mirror'
import { placeOn, type MotionMoment } from '~~/core/lead/motionAt'
import type { SeenWay } from '~/composables/useWays'

/** A body on its way, drawn anew as it moves: paths are patched, what stands still is painted once. */
const {
  seen,
  camera = undefined,
  motionAt,
  shape = 4 / 3,
  isMirrored = false,
  isStill = false,
  isClose = false,
  heldAt = null,
  ground = 'device',
} = defineProps<{
  seen: SeenWay
  /** From where it is looked at; left out: from where it is seen best. */
  camera?: Camera
  /** Where on its way it is now: asked for every picture. */
  motionAt: () => MotionMoment
  /** Width ÷ height of where it stands. */
  shape?: number
  isMirrored?: boolean
  /** Whether it stands: then nothing is asked until something else changes. */
  isStill?: boolean
  /** Whether only what moves is looked at, from near by. */
  isClose?: boolean
  /** Where it is held while it stands; null: it is not. */
  heldAt?: number | null
  /** What it stands on: as the device likes it, or as somebody chose. */
  ground?: 'device' | 'bright' | 'dark'
}>()
const SVG = 'http://www.w3.org/2000/svg'
const svg = useTemplateRef<SVGSVGElement>('svg')
const prefersDark = usePreferredDark()
const isDark = computed(() => (ground === 'device' ? prefersDark.value : ground === 'dark'))
const isInSight = useElementVisibility(svg)
const from = computed(() => camera ?? seen.camera)
const drawing = computed(() => keepPictures(drawMoving(seen.way, from.value, shape, seen.presses)))
/** The other side's, where repetitions alternate: worked out when it is asked for first. */
const other = computed(() => {
  const way = mirroredWay(seen.way)
  return way && keepPictures(drawMoving(way, from.value, shape))
})
const tones = computed(() => tonesOn(isDark.value))
const box = computed(() => {
  const near = isClose ? closeFrame(seen.way, from.value, shape) : null
  const [left, top, width, height] = near ?? drawing.value.frame
  return `${left} ${top} ${width} ${height}`
})

/** What is painted of a layer, and how it is painted now. */
interface Painted {
  group: SVGGElement
  paths: SVGPathElement[]
  /** What lies beneath several shapes and shows around them; one alone has its rim itself. */
  rim: SVGPathElement | null
  said: string[]
  /** The tones of its shapes: the far side's are paler. */
  fills: string[]
}
let painted = new Map<string, Painted>()
let beneath: SVGGElement | undefined
let shadow: SVGPathElement | undefined
let body: SVGGElement | undefined
let order = ''
let shown: ReturnType<MovingDrawing['at']> | null = null

const made = <K extends 'g' | 'path'>(name: K): SVGElementTagNameMap[K] => document.createElementNS(SVG, name)
/** @param rim what shows around it, beneath its own shape; null: nothing */
function pathIn(group: SVGGElement, fill: string, rim: string | null = null): SVGPathElement {
  const path = made('path')
  path.setAttribute('fill', fill)
  if (rim !== null) {
    path.setAttribute('stroke', rim)
    path.setAttribute('stroke-width', String(HALO_WIDTH))
    path.setAttribute('stroke-linejoin', 'round')
    path.setAttribute('paint-order', 'stroke')
  }
  group.append(path)
  return path
}
function layerIn(layer: Layer): Painted {
  const group = made('g')
  const ground = tones.value.ground ?? ''
  const isOne = layer.paths.length === 1
  const paths = layer.paths.map(({ fill }) =>
    pathIn(group, tones.value[fill] ?? '', layer.halo && isOne ? ground : null),
  )
  const rim = layer.halo && !isOne ? pathIn(group, ground, ground) : null
  if (rim) group.prepend(rim)
  return { group, paths, rim, said: [], fills: layer.paths.map(({ fill }) => fill) }
}
function patch(own: Painted, layer: Layer): void {
  layer.paths.forEach(({ fill }, at) => {
    if (own.fills[at] === fill) return
    own.fills[at] = fill
    own.paths[at]?.setAttribute('fill', tones.value[fill] ?? '')
  })
  let isOther = false
  layer.paths.forEach(({ d }, at) => {
    if (own.said[at] === d) return
    isOther = true
    own.said[at] = d
    own.paths[at]?.setAttribute('d', d)
  })
  if (isOther) own.rim?.setAttribute('d', own.said.join(''))
}

/** Begins anew: another way, another side of it, or another ground. */
function begin(): void {
  if (!svg.value) return
  svg.value.replaceChildren()
  painted = new Map()
  order = ''
  shown = null
  beneath = made('g')
  for (const layer of drawing.value.beneath) {
    const own = layerIn(layer)
    patch(own, layer)
    beneath.append(own.group)
  }
  const ground = made('g')
  shadow = pathIn(ground, tones.value.shadow ?? '')
  shadow.setAttribute('fill-opacity', String(SHADOW_OPACITY))
  body = made('g')
  svg.value.append(beneath, ground, body)
  paint()
}
function paint(): void {
  if (!body || !shadow) return
  const moment = motionAt()
  const drawn = (moment.isOther && other.value) || drawing.value
  const picture = drawn.at(placeOn(seen.way, moment), moment.press, moment.breath)
  if (picture === shown) return
  shown = picture
  const { shadow: cast, layers } = picture
  shadow.setAttribute('d', cast)
  for (const layer of layers) {
    const own = painted.get(layer.key) ?? layerIn(layer)
    painted.set(layer.key, own)
    patch(own, layer)
  }
  const now = layers.map(({ key }) => key).join()
  if (now === order) return
  order = now
  body.append(...layers.flatMap(({ key }) => painted.get(key)?.group ?? []))
}
onMounted(begin)
watch([drawing, tones], begin)
const frames = useRafFn(() => isInSight.value && paint(), { immediate: false })
watch([() => isStill, () => heldAt], ([still]) => (still ? (frames.pause(), paint()) : frames.resume()), {
  immediate: true,
})
</script>

<template>
  <svg
    ref="svg"
    :viewBox="box"
    class="w-full h-full will-change-transform"
    :style="isMirrored ? { transform: 'scaleX(-1)' } : {}"
    aria-hidden="true"
    data-test="moving-figure"
  />
</template>
