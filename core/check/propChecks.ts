import type { Catalogue } from '../catalogue/catalogue'
import type { RiderToday } from '../plan/riders'
import { blocksOf, found, type Check, type Checked } from './check'

/** How a block's props come out: what is short after all replacements. */
export interface PropShare {
  /** Prop → how many are used for whom it was first meant, and as a replacement. */
  used: Map<string, number>
  /** Replacements that were needed: wanted → taken → how often. */
  replaced: { wanted: string; taken: string; count: number }[]
  short: { prop: string; people: string[] }[]
}

/**
 * Shares the cupboard out for one block: first whoever needs a prop that nothing replaces, then the others by their
 * replacements in order. Props that belong to a station are not counted.
 *
 * @param index of the block among the riders' offers
 */
export function shareProps(riders: readonly Pick<RiderToday, 'id' | 'offers'>[], index: number, cupboard: Readonly<Record<string, number>>, catalogue: Catalogue): PropShare {
  const needs = riders.flatMap((rider) => {
    const variations = new Set((rider.offers[index] ?? []).flatMap((offer) => offer.variation ?? []))
    return [...variations].flatMap((variation) => variation.props.filter((need) => !catalogue.props.get(need.prop)?.station).map((need) => ({ rider: rider.id, need })))
  })
  const left = new Map(Object.entries(cupboard))
  const share: PropShare = { used: new Map(), replaced: [], short: [] }
  for (const { rider, need } of needs.sort((a, b) => a.need.instead.length - b.need.instead.length)) {
    const taken = [need.prop, ...need.instead].find((prop) => catalogue.props.get(prop)?.station || (left.get(prop) ?? 0) >= need.count)
    if (taken === undefined) {
      const short = share.short.find((other) => other.prop === need.prop)
      if (short) short.people.push(rider)
      else share.short.push({ prop: need.prop, people: [rider] })
      continue
    }
    left.set(taken, (left.get(taken) ?? 0) - need.count)
    share.used.set(taken, (share.used.get(taken) ?? 0) + need.count)
    if (taken === need.prop) continue
    const known = share.replaced.find((other) => other.wanted === need.prop && other.taken === taken)
    if (known) known.count += need.count
    else share.replaced.push({ wanted: need.prop, taken, count: need.count })
  }
  return share
}

/** Props that are short, and what replaces them. */
export function propChecks(checked: Checked): Check[] {
  const { riders, venue, catalogue, people } = checked
  if (riders.length === 0) return []
  const named = (prop: string, count: number) => (count === 1 ? catalogue.props.get(prop)?.name : catalogue.props.get(prop)?.plural) ?? prop
  const nameOf = (id: string) => people.find((person) => person.id === id)?.name ?? 'somebody'
  return blocksOf(checked).flatMap(({ block, index, movement }) => {
    const share = shareProps(riders, index, venue.cupboard, catalogue)
    return [
      ...share.short.map(({ prop, people: ids }) => found({ id: `short ${prop} ${block.id}`, weight: 'fix', what: `${ids.length} ${named(prop, ids.length)} short`, why: `For ${ids.map(nameOf).join(', ')} in ${movement.name.toLowerCase()}; nothing in the cupboard replaces it.`, blockId: block.id, people: ids })),
      ...share.replaced.map(({ wanted, taken, count }) => found({ id: `instead ${wanted} ${taken} ${block.id}`, weight: 'consider', what: `${count} ${named(taken, count)} for ${named(wanted, count)}`, why: `The cupboard has too few in ${movement.name.toLowerCase()}.`, blockId: block.id })),
    ]
  })
}
