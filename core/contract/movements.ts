import { z } from 'zod'
import { CatalogueIndex } from '../catalogue/catalogue'
import { Camera, SceneEntry } from '../catalogue/figure'
import { MovementTexts, Press } from '../catalogue/movement'
import { PersonLevel } from '../offer/person'
import { Id, route } from './route'

export const readCatalogue = route({
  method: 'GET',
  path: '/api/catalogue',
  may: 'account',
  alsoScreens: true,
  reply: CatalogueIndex,
})
/** Ids of the movements that a practice has made or changed. */
export const readOwnMovements = route({
  method: 'GET',
  path: '/api/movements',
  may: 'account',
  reply: z.array(z.string()),
})
/** One movement as the YAML that ships and that can be read in again. */
export const readMovement = route({
  method: 'GET',
  path: '/api/movements/:movement',
  may: 'account',
  file: 'application/yaml',
})
/** Keeps a practice's version of a movement: from a form, or as YAML. */
export const saveMovement = route({
  method: 'PUT',
  path: '/api/movements/:movement',
  may: 'lead',
  body: z.union(
    [
      z.object({ entry: z.unknown() }).strict(),
      z.object({ yaml: z.string().max(200_000, 'A movement has 200,000 characters at most.') }).strict(),
    ],
    'A movement is sent as an entry or as YAML.',
  ),
  reply: z.object({ saved: z.literal(true), id: z.string() }),
})
/** Takes the practice's version away; a shipped movement is restored by it. */
export const removeMovement = route({
  method: 'DELETE',
  path: '/api/movements/:movement',
  may: 'lead',
  reply: z.object({ removed: z.literal(true) }),
})
/**
 * All words about some movements: their cautions and muscles, and what is said of each of their variations. A class has
 * fifty of them, so they are asked for together.
 */
export const readTexts = route({
  method: 'GET',
  path: '/api/texts',
  may: 'account',
  alsoScreens: true,
  query: z.object({
    movements: z
      .string('Of which movements, by commas?')
      .transform((ids) => ids.split(','))
      .pipe(z.array(z.string().max(100)).max(500, '500 movements at most.')),
  }),
  reply: z.array(MovementTexts),
})
/** Who stands on which rung of one movement. */
export const readMovementLevels = route({
  method: 'GET',
  path: '/api/movements/:movement/levels',
  may: 'lead',
  notes: { did: 'looked at levels', of: 'practice' },
  reply: z.array(PersonLevel.extend({ participant: Id })),
})
/** The figure of a practice's own variation; shipped ones are files. */
export const readFigure = route({
  method: 'GET',
  path: '/api/figures/:variation/:pose',
  may: 'account',
  alsoScreens: true,
  file: 'image/svg+xml',
})
/** How a practice's own variation moves, worked out when it is asked for; of shipped ones there are files. */
export const readWay = route({
  method: 'GET',
  path: '/api/ways/:variation',
  may: 'account',
  alsoScreens: true,
  reply: z.object({
    base: z.enum(['upright', 'supine', 'prone', 'side']),
    scene: SceneEntry,
    camera: Camera,
    moments: z.array(z.array(z.number())),
    isRound: z.boolean().optional(),
    presses: z.array(Press),
  }),
})
/** The JSON Schema of a plan's file. */
export const readPlanSchema = route({
  method: 'GET',
  path: '/api/plan-schema',
  may: 'account',
  reply: z.record(z.string(), z.unknown()),
})
