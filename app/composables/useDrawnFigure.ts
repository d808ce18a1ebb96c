import { entryOf } from '~~/core/entries'
import { refDebounced } from '@vueuse/core'
import { VariationFigure, type PostureFigure } from '~~/core/catalogue/figure'
import type { FigureDone, FigureTask } from '~/workers/figure.worker'

const { ask } = useWorker<FigureTask, FigureDone>(
  () => new Worker(new URL('../workers/figure.worker.ts', import.meta.url), { type: 'module' }),
)
/** What the interface watches cannot cross to a worker as it is. */
const draw = async (posture: PostureFigure, figure: VariationFigure) =>
  (await ask(JSON.parse(JSON.stringify({ posture, figure })))).svg

/**
 * A figure that is solved and drawn anew as its pose changes: the picture of a fit.
 *
 * @param posture id of a posture
 * @param start what departs from it: angles, contacts and scene
 * @returns an SVG as a data address; empty until the first one is drawn
 */
export function useDrawnFigure(posture: string, start: () => object) {
  const { catalogue } = useCatalogue()
  const wanted = refDebounced(computed(start), 120)
  const address = ref('')
  let newest = 0
  watch(
    wanted,
    async (layer) => {
      const mine = (newest += 1)
      const svg = await draw(entryOf(catalogue.figures, posture), VariationFigure.parse({ start: layer })).catch(
        () => null,
      )
      if (svg === null) return
      if (mine === newest) address.value = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
    },
    { immediate: true },
  )
  return address
}
