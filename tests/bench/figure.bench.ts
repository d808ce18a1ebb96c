import { bench, describe } from 'vitest'
import { drawFigure, frameAround, svgOf } from '../../core/body/draw'
import { bodyOf, solveFigure } from '../../core/body/figure'
import { sceneOf } from '../../core/body/scene'
import { shippedCatalogue } from '../shippedCatalogue'

const catalogue = shippedCatalogue()
const variation = catalogue.variations.get('front-of-hip-opening.floor.3')!
const posture = catalogue.figures.get(variation.postureId)!
const { pose } = solveFigure(posture, variation.figure).start!

// Wanted: a drawing under 2 ms, all poses of the catalogue solved within 5 minutes.
describe('one figure', () => {
  bench('drawing', () => {
    const drawing = drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera)
    svgOf(drawing, frameAround([drawing]))
  })
  bench('solving start and end', () => {
    solveFigure(posture, variation.figure)
  })
})
