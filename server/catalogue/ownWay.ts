import { valueIn } from '../../core/entries'
import { quickWay } from '../../core/body/quickWay'
import { roundWay } from '../../core/body/roundWay'
import { packWay } from '../../core/body/shippedWay'
import { asMoment } from '../../core/body/way'
import { circles, wayTasks } from '../../core/body/wayTasks'
import { rungsOf } from '../../core/catalogue/summary'
import type { readWay } from '../../core/contract/movements'
import type { AnswerOf } from '../../core/contract/route'
import { ownMovementsOf } from '../database/ownMovements'
import { NotFound, type Scope } from '../database/rows'
import { catalogueData } from './catalogueData'

/**
 * How a variation moves that a practice has drawn itself.
 *
 * @throws {NotFound} where the practice has drawn no such variation
 */
export async function ownWay(scope: Scope, variation: string): Promise<AnswerOf<typeof readWay>> {
  const own = (await ownMovementsOf(scope)).find(({ figures }) => Object.hasOwn(figures, variation))
  const rung = own && rungsOf(own.entry).find(({ id }) => id === variation)
  const posture = rung && catalogueData().figures.find((figure) => figure.posture === rung.postureId)
  if (!own || !rung || !posture) throw new NotFound('There is no such figure.')
  const poses = valueIn(own.figures, variation)
  const { start } = poses
  if (!start) throw new NotFound('There is no such figure.')
  const tasks = wayTasks(posture, rung.rung.figure, poses)
  const [first] = tasks
  const moments = [asMoment(start), ...tasks.flatMap((task) => quickWay(task).moments.slice(1))]
  const way = first && circles(own.entry) ? roundWay(first) : { base: start.base, moments }
  return { ...packWay(way, start), presses: rung.rung.presses }
}
