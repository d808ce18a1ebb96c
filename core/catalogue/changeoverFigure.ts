import { z } from 'zod'
import { Camera, FarLayer, SceneEntry } from './figure'

/**
 * A body on its way from one posture to another: where it comes by. Each is laid over the one before; one that names a
 * posture, over that posture's own figure.
 */
const Stop = FarLayer.omit({ scene: true, weight: true }).extend({
  posture: z.string().optional(),
  /** Where the middle of the hips is, cm from the middle of the room; left out: wherever it comes to. */
  at: z.object({ forward: z.number(), right: z.number().default(0) }).optional(),
})
type Stop = z.infer<typeof Stop>

/**
 * How a move of the posture graph looks: all of it upright in one room, so that the body turns and the room does not.
 */
export const ChangeoverFigure = z.object({
  between: z.tuple([z.string(), z.string()]),
  scene: SceneEntry.partial().default({}),
  camera: Camera,
  /** At which of the stops a mat, a cushion and a pillow are put where the body is. */
  thingsAt: z.enum(['first', 'last']).default('first'),
  stops: z.array(Stop).min(2),
})
export type ChangeoverFigure = z.infer<typeof ChangeoverFigure>
