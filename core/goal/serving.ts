import type { Catalogue } from '../catalogue/catalogue'
import type { Task } from '../catalogue/task'
import type { PersonTask } from '../offer/person'
import { entriesOf } from '../entries'
import { REGIONS, type Region } from '../catalogue/words'
import type { Aim } from '../catalogue/aim'
import { capital } from '../sentence'
import type { Goal } from './goal'

/** Importance goes from 1 to this. */
const MOST_IMPORTANT = 3

/**
 * The everyday tasks of somebody's open goals, each once, as important as its most important goal.
 *
 * @example
 * comesFor([stairsGoal]) // [{ task: 'stairs-up', importance: 3 }]
 */
export function comesFor(goals: readonly Pick<Goal, 'task' | 'state' | 'importance'>[]): PersonTask[] {
  const most = new Map<string, number>()
  for (const { task, state, importance } of goals)
    if (task !== null && state === 'open') most.set(task, Math.max(importance, most.get(task) ?? 0))
  return [...most].map(([task, importance]) => ({ task, importance }))
}

/** A task that a movement serves for somebody. */
export interface Served {
  task: Task
  /** How much of what it asks the movement trains, by how much it matters to them: 0 to 1. */
  weight: number
}

/**
 * Which of somebody's tasks a movement serves, the most first.
 *
 * @example
 * servedBy('sit-to-stand', [{ task: 'stairs-up', importance: 3 }], catalogue)[0].weight // 1
 */
export function servedBy(
  movement: string,
  tasks: readonly PersonTask[] | undefined,
  catalogue: Pick<Catalogue, 'tasks'>,
): Served[] {
  return (tasks ?? [])
    .flatMap(({ task: id, importance }) => {
      const task = catalogue.tasks.get(id)
      const weight = task?.movements[movement]
      return task && weight !== undefined ? [{ task, weight: (weight * importance) / MOST_IMPORTANT }] : []
    })
    .sort((a, b) => b.weight - a.weight)
}

/**
 * How much a movement serves somebody: its best task counts.
 *
 * @returns 0 to 1
 * @example
 * serves('neck-turns', [{ task: 'stairs-up', importance: 3 }], catalogue) // 0
 */
export function serves(
  movement: string,
  tasks: readonly PersonTask[] | undefined,
  catalogue: Pick<Catalogue, 'tasks'>,
): number {
  return servedBy(movement, tasks, catalogue)[0]?.weight ?? 0
}

/** More than two are not listened to. */
const SAID_AT_MOST = 2

/**
 * Says what a movement is for, for somebody.
 *
 * @returns '' where it serves none of their goals
 * @example
 * neededFor(servedBy('sit-to-stand', [{ task: 'stairs-up', importance: 3 }], catalogue))
 * // 'This is what the stairs need.'
 */
export function neededFor(served: readonly Served[]): string {
  const said = served.slice(0, SAID_AT_MOST).map(({ task }) => task)
  if (said.length === 0) return ''
  const need = said.length > 1 || said[0]?.plural ? 'need' : 'needs'
  return `This is what ${said.map((task) => task.said).join(' and ')} ${need}.`
}

/**
 * The same as a heading: what it is for.
 *
 * @example
 * servedWords(servedBy('sit-to-stand', [{ task: 'stairs-up', importance: 3 }], catalogue)) // 'For the stairs'
 */
export function servedWords(served: readonly Served[]): string {
  const said = served.slice(0, SAID_AT_MOST).map(({ task }) => task.said)
  return said.length === 0 ? '' : capital(`for ${said.join(' and ')}`)
}

/** Regions that count for less than this of the most wanted one are left out of an aim; ours. */
const LEAST_SHARE = 0.3

/**
 * What a circle comes for as an aim to compose for: the regions of the movements that serve everybody's tasks, each
 * task as important as it is to them.
 *
 * @returns null where nobody has a goal that is tied to a task
 * @example
 * aimOfGoals([{ comesFor: [{ task: 'over-the-shoulder', importance: 3 }] }], catalogue).regions.neck // 0.56
 */
export function aimOfGoals(
  people: readonly { comesFor?: readonly PersonTask[] | undefined }[],
  { tasks, movements }: Pick<Catalogue, 'tasks' | 'movements'>,
): Aim | null {
  const [regions, qualities] = [new Map<Region, number>(), new Map<Aim['quality'], number>()]
  for (const { task: id, importance } of people.flatMap((person) => person.comesFor ?? [])) {
    for (const [movement, weight] of entriesOf(tasks.get(id)?.movements ?? {})) {
      const known = movements.get(movement)
      if (!known) continue
      const counts = weight * importance
      qualities.set(known.quality, (qualities.get(known.quality) ?? 0) + counts)
      for (const [region, share] of entriesOf(known.regions))
        regions.set(region, (regions.get(region) ?? 0) + counts * share)
    }
  }
  const most = Math.max(...regions.values())
  const [quality] = [...qualities].sort((a, b) => b[1] - a[1])[0] ?? []
  if (quality === undefined || regions.size === 0) return null
  const wanted = REGIONS.flatMap((region) => {
    const share = (regions.get(region) ?? 0) / most
    return share >= LEAST_SHARE ? [[region, Math.round(share * 100) / 100] as const] : []
  })
  return {
    id: AIM_OF_GOALS,
    name: 'What they come for',
    words: 'The everyday tasks of everybody who is expected, as important as they are to them.',
    quality,
    regions: Object.fromEntries(wanted),
  }
}

/** The id of the aim that follows from goals. */
export const AIM_OF_GOALS = 'what-they-come-for'
