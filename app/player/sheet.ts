import { unpackWay } from '~~/core/body/shippedWay'
import type { ClassSheet } from '~~/core/home/classSheet'
import type { HomeSheet, SheetMovement } from '~~/core/home/homeSheet'
import type { SeenWay } from '~/composables/useWays'

/** Where the page holds what it plays. */
const PLACE = 'sheet'

/** What this file plays, a practice or a class: written into it by the server, which has parsed it. */
export function readSheet(): HomeSheet | ClassSheet {
  return JSON.parse(document.getElementById(PLACE)?.textContent ?? '')
}

/** How a movement goes, for the figure; null: there is none of it. */
export function wayIn({ figure }: Pick<SheetMovement, 'figure'>): SeenWay | null {
  if (!figure) return null
  const { way, presses } = figure
  const unpacked = unpackWay(way)
  return {
    way: way.thingsAt === undefined ? unpacked : { ...unpacked, thingsAt: way.thingsAt },
    camera: way.camera,
    presses,
  }
}
