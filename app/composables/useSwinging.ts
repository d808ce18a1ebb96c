import { useNow } from '@vueuse/core'
import type { Variation } from '~~/core/catalogue/catalogue'
import { swingMotion, type LaneSwing, type PairMoment } from '~~/core/lead/pairAt'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { LaneMove } from '~~/core/lead/moveAt'

const LOOKED_EVERY_MS = 100

/** What a lane is drawn in. */
interface Drawn {
  variation: Variation | null
  moves: readonly LaneMove[]
  onTheWay: () => number | null
  motionAt: () => MotionMoment
}

/**
 * What a lane is drawn in at this moment: where it does a pair, its swing in the swing's time, and the ways there and
 * back.
 *
 * @param held what is drawn of it otherwise
 * @param pairNow where the pair is; null: there is none, or it is not worked at
 */
export function useSwinging(
  held: () => Drawn,
  swing: () => LaneSwing<Variation> | null,
  pairNow: () => PairMoment | null,
): { drawn: ComputedRef<Drawn>; part: ComputedRef<PairMoment['part']> } {
  const ticking = useNow({ interval: LOOKED_EVERY_MS })
  const part = computed(() => (swing() && (void ticking.value, pairNow()?.part)) ?? 'hold')
  const drawn = computed((): Drawn => {
    const [own, partner] = [held(), swing()]
    if (partner === null || part.value === 'hold') return own
    const { variation, there, back } = partner
    const swung = { ...own, variation, motionAt: () => swingMotion(pairNow() ?? NOT_YET, variation.sides) }
    if (part.value === 'swing') return swung
    const onTheWay = () => pairNow()?.intoSeconds ?? null
    if (part.value === 'back') return { ...own, moves: back, onTheWay }
    // Where the swing is done on the spot, what was held is let go of.
    return there.length === 0 ? own : { ...swung, moves: there, onTheWay }
  })
  return { drawn, part }
}

const NOT_YET: PairMoment = { part: 'hold', intoSeconds: 0, swings: 1, perSwing: 1 }
