import { entryAt, entryOf } from '../entries'
import { dequal } from 'dequal/lite'
import type { Catalogue } from '../catalogue/catalogue'
import { givenWords } from './doseWords'
import { ORDER_WORDS } from './order'
import type { Block, Plan } from './plan'

/**
 * What changed from one version of a plan to the next, in words.
 *
 * @returns empty where nothing that counts has changed
 * @example
 * changesBetween(plan, { ...plan, minutes: 60 }, catalogue) // ['45 → 60 min']
 */
export function changesBetween(before: Plan, after: Plan, catalogue: Catalogue): string[] {
  const nameOf = ({ movement }: Block) => catalogue.movements.get(movement)?.name ?? movement
  const [was, is] = [
    new Map(before.blocks.map((block) => [block.id, block])),
    new Map(after.blocks.map((block) => [block.id, block])),
  ]
  const kept = after.blocks.filter((block) => was.has(block.id))
  const order = before.blocks.filter((block) => is.has(block.id))
  const moved = kept.some((block, at) => entryAt(order, at).id !== block.id)
  return [
    before.title === after.title ? '' : `Title: ${before.title || 'none'} → ${after.title || 'none'}`,
    before.minutes === after.minutes ? '' : `${before.minutes} → ${after.minutes} min`,
    before.school === after.school
      ? ''
      : `School: ${catalogue.schools.get(before.school)?.name} → ${catalogue.schools.get(after.school)?.name}`,
    before.order === after.order
      ? ''
      : `Order: ${before.order ? ORDER_WORDS[before.order].name : 'none'} → ` +
        `${after.order ? ORDER_WORDS[after.order].name : 'none'}`,
    ...before.blocks.filter((block) => !is.has(block.id)).map((block) => `${nameOf(block)} taken out`),
    ...after.blocks.filter((block) => !was.has(block.id)).map((block) => `${nameOf(block)} added`),
    ...kept.flatMap((block) => {
      const earlier = entryOf(was, block.id)
      if (earlier.movement !== block.movement) return [`${nameOf(block)} for ${nameOf(earlier).toLowerCase()}`]
      const change = doseChange(earlier, block)
      return change === '' ? [] : [`${nameOf(block)}: ${change}`]
    }),
    moved ? 'Order changed' : '',
  ].filter((words) => words !== '')
}

function doseChange(before: Block, after: Block): string {
  const said = (block: Block) => `${givenWords(block)}${block.restSeconds > 0 ? `, rest ${block.restSeconds} s` : ''}`
  if (said(before) !== said(after)) return `${said(before)} → ${said(after)}`
  if (!dequal(before.dose, after.dose)) return 'dose in detail'
  if ((before.untilTalk ?? false) !== (after.untilTalk ?? false))
    return after.untilTalk ? 'rest until everybody can talk' : 'rest by the clock'
  if (before.sideOrder !== after.sideOrder)
    return after.sideOrder === 'taking-turns' ? 'taking turns' : 'one side first'
  if ((before.catchUp ?? false) !== (after.catchUp ?? false))
    return after.catchUp ? 'the weaker side once more' : 'both sides alike'
  if (!dequal(before.lanes ?? {}, after.lanes ?? {})) return 'a lane does it otherwise'
  return chainChange(before, after)
}

function chainChange({ chain: before, onSide }: Block, { chain: after, onSide: now }: Block): string {
  if (after && after.name !== before?.name) return `a part of “${after.name}”`
  if (before && !after) return `no part of “${before.name}” any more`
  if (onSide === now) return ''
  return now ? 'one side, and the other later' : 'both sides before what comes next'
}
