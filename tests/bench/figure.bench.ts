import { bench, describe } from 'vitest'
import { drawFigure, frameAround, svgOf } from '../../core/body/draw'
import { bodyOf, solveFigure } from '../../core/body/figure'
import { sceneOf } from '../../core/body/scene'
import { rungsOf } from '../../core/catalogue/summary'
import { shippedCatalogue, shippedData } from '../shippedCatalogue'

const catalogue = shippedCatalogue()
const { postureId, rung } = shippedData()
  .movements.flatMap(rungsOf)
  .find(({ id }) => id === 'front-of-hip-opening.floor.3')!
const posture = catalogue.figures.get(postureId)!
const { pose } = solveFigure(posture, rung.figure).start!

// Wanted: a drawing under 2 ms, all poses of the catalogue solved within 5 minutes.
describe('one figure', () => {
  bench('drawing', () => {
    const drawing = drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera)
    svgOf(drawing, frameAround([drawing]))
  })
  bench('solving start and end', () => {
    solveFigure(posture, rung.figure)
  })
})
