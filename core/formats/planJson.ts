import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { Plan } from '../plan/plan'

/** Where the schema is published, beside the application that writes the file. */
const SCHEMA_PATH = '/api/plan-schema'

/**
 * A title as the name of a file, without its ending.
 *
 * @example
 * fileNameOf('Easy hips, 45 min') // 'easy-hips-45-min'
 */
export function fileNameOf(title: string): string {
  const name = title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  return name === '' ? 'plan' : name
}

/**
 * A plan as a file: JSON with the place of its schema.
 *
 * @example
 * readPlan(writePlan(plan), catalogue).plan.blocks.length // 3
 */
export function writePlan(plan: Plan): string {
  return `${JSON.stringify({ $schema: SCHEMA_PATH, ...plan }, null, 2)}\n`
}

/**
 * Reads a plan from a file.
 *
 * @returns the plan, or every problem with its place
 * @example
 * readPlan('{}', catalogue).problems.length > 0 // true
 */
export function readPlan(text: string, catalogue: Catalogue): { plan: Plan } | { problems: string[] } {
  let data: unknown
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    return { problems: ['This is not readable JSON.'] }
  }
  const parsed = Plan.safeParse(data)
  if (!parsed.success)
    return { problems: parsed.error.issues.map((issue) => `${issue.path.join('.') || 'the file'}: ${issue.message}`) }
  const unknown = parsed.data.blocks.filter((block) => !catalogue.movements.has(block.movement))
  if (unknown.length > 0) return { problems: unknown.map((block) => `“${block.movement}” is not in this catalogue.`) }
  const ids = parsed.data.blocks.map((block) => block.id)
  return new Set(ids).size === ids.length ? { plan: parsed.data } : { problems: ['Two blocks have the same id.'] }
}

/**
 * The published schema of a plan's file, JSON Schema 2020-12.
 *
 * @example
 * planSchema().type // 'object'
 */
export function planSchema(): object {
  return { title: 'A session plan of Unhurried Circle', ...z.toJSONSchema(Plan, { io: 'input' }) }
}
