import { valueIn } from '~~/core/entries'
import { drawFigure, frameAround, svgOf } from '~~/core/body/draw'
import { bodyOf, solveFigure } from '~~/core/body/figure'
import { sceneOf } from '~~/core/body/scene'
import type { PostureFigure, VariationFigure } from '~~/core/catalogue/figure'

export interface FigureTask {
  id: number
  posture: PostureFigure
  figure: VariationFigure
}
export interface FigureDone {
  id: number
  svg: string
}

/** Solves and draws one pose at a time: up to half a second each, too long for the screen's own thread. */
self.onmessage = ({ data }: MessageEvent<FigureTask>) => {
  const { pose } = valueIn(solveFigure(data.posture, data.figure), 'start')
  const drawing = drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera)
  self.postMessage({ id: data.id, svg: svgOf(drawing, frameAround([drawing])) } satisfies FigureDone)
}
