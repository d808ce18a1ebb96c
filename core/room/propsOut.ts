import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Offer } from '../offer/offerFor'

/** Somebody with what they are offered in each block. */
export interface PropUser {
  id: string
  offers: readonly (readonly Offer[])[]
}

export interface PropsOut {
  /** What lies beside each station before the start, by person. */
  laidOut: Map<string, Map<string, number>>
  /** What has to be brought in a block, from the cupboard or from somebody who does not need it then. */
  fetches: { index: number; person: string; prop: string; count: number }[]
  replaced: { index: number; person: string; wanted: string; taken: string; count: number }[]
  short: { index: number; person: string; prop: string; count: number }[]
}

interface Need {
  index: number
  person: string
  prop: string
  count: number
  instead: readonly string[]
}

/**
 * Shares the cupboard out for a whole session with few fetches: who needs a prop in most blocks has it beside them from
 * the start; others get it in their block from whoever does not need it then; then come the replacements in their order.
 *
 * @param cupboard how many of each prop there are; props that belong to a station are not counted
 * @example
 * propsOut([two people with one strap each], { strap: 1 }, catalogue).fetches // one, in the other's block
 */
export function propsOut(users: readonly PropUser[], cupboard: Readonly<Record<string, number>>, catalogue: Catalogue): PropsOut {
  const needs = users.flatMap((user) => needsOf(user, catalogue))
  const out: PropsOut = { laidOut: new Map(users.map((user) => [user.id, new Map()])), fetches: [], replaced: [], short: [] }
  const stock = new Map(Object.entries(cupboard))
  layOut(needs, stock, out)
  const indices = [...new Set(needs.map((need) => need.index))].sort((a, b) => a - b)
  for (const index of indices) shareBlock(needs.filter((need) => need.index === index), stock, out, catalogue)
  return out
}

/** First choices that last through the session, for those who use them most. */
function layOut(needs: readonly Need[], stock: Map<string, number>, out: PropsOut): void {
  const uses = new Map<string, { person: string; prop: string; count: number; blocks: number }>()
  for (const need of needs) {
    const key = `${need.person} ${need.prop}`
    const known = uses.get(key) ?? { person: need.person, prop: need.prop, count: 0, blocks: 0 }
    uses.set(key, { ...known, count: Math.max(known.count, need.count), blocks: known.blocks + 1 })
  }
  for (const use of [...uses.values()].sort((a, b) => b.blocks - a.blocks || a.count - b.count)) {
    const left = stock.get(use.prop) ?? 0
    if (left < use.count) continue
    stock.set(use.prop, left - use.count)
    out.laidOut.get(use.person)!.set(use.prop, use.count)
  }
}

function shareBlock(needs: readonly Need[], stock: ReadonlyMap<string, number>, out: PropsOut, catalogue: Catalogue): void {
  const usedBy = new Map<string, number>()
  const has = (person: string, prop: string) => out.laidOut.get(person)?.get(prop) ?? 0
  const open = needs.filter((need) => {
    if (has(need.person, need.prop) < need.count) return true
    usedBy.set(need.prop, (usedBy.get(need.prop) ?? 0) + need.count)
    return false
  })
  const free = (prop: string) => {
    const everywhere = (stock.get(prop) ?? 0) + [...out.laidOut.values()].reduce((sum, own) => sum + (own.get(prop) ?? 0), 0)
    return everywhere - (usedBy.get(prop) ?? 0)
  }
  // Whoever has no replacement chooses first.
  for (const need of open.sort((a, b) => a.instead.length - b.instead.length)) {
    const taken = [need.prop, ...need.instead].find((prop) => catalogue.props.get(prop)?.station || free(prop) >= need.count)
    if (taken === undefined) {
      out.short.push({ index: need.index, person: need.person, prop: need.prop, count: need.count })
      continue
    }
    usedBy.set(taken, (usedBy.get(taken) ?? 0) + need.count)
    if (taken !== need.prop) out.replaced.push({ index: need.index, person: need.person, wanted: need.prop, taken, count: need.count })
    const already = out.fetches.some((fetch) => fetch.person === need.person && fetch.prop === taken && fetch.index === need.index)
    if (!catalogue.props.get(taken)?.station && has(need.person, taken) < need.count && !already) out.fetches.push({ index: need.index, person: need.person, prop: taken, count: need.count })
  }
}

function needsOf(user: PropUser, catalogue: Catalogue): Need[] {
  return user.offers.flatMap((offers, index) => {
    const variations = new Set(offers.flatMap((offer): Variation[] => (offer.variation ? [offer.variation] : [])))
    const most = new Map<string, Need>()
    for (const variation of variations) {
      for (const need of variation.props) {
        if (catalogue.props.get(need.prop)?.station) continue
        const known = most.get(need.prop)
        // What is used for one side is used for the other.
        if (!known || known.count < need.count) most.set(need.prop, { index, person: user.id, prop: need.prop, count: need.count, instead: need.instead })
      }
    }
    return [...most.values()]
  })
}
