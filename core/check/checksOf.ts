import { aimChecks } from './aimChecks'
import type { Check, Checked, CheckWeight } from './check'
import { orderChecks } from './orderChecks'
import { peopleChecks } from './peopleChecks'
import { propChecks, stationChecks } from './propChecks'
import { supportChecks } from './supportChecks'
import { swingChecks } from './swingChecks'
import { timeChecks } from './timeChecks'

const ORDER: Record<CheckWeight, number> = { stop: 0, fix: 1, consider: 2 }

/**
 * Everything that is wrong with a plan for these people in this room, the worst first.
 *
 * @example
 * checksOf(checked).some((check) => check.kind === 'settle') // true
 */
export function checksOf(checked: Checked): Check[] {
  return [
    ...peopleChecks(checked),
    ...orderChecks(checked),
    ...supportChecks(checked),
    ...swingChecks(checked),
    ...timeChecks(checked),
    ...propChecks(checked),
    ...stationChecks(checked),
    ...aimChecks(checked),
  ].sort((a, b) => ORDER[a.weight] - ORDER[b.weight])
}

/**
 * Whether a plan may be led at all.
 *
 * @example
 * mayBeLed([]) // true
 */
export function mayBeLed(checks: readonly Check[]): boolean {
  return checks.every((check) => check.weight !== 'stop')
}
