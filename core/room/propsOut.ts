import { entryOf } from '../entries'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Offer } from '../offer/offer'

/** Somebody with what they are offered in each block. */
export interface PropUser {
  id: string
  offers: readonly (readonly Offer[])[]
  /** What lies where they are, for somebody who joins by video; left out: the venue's cupboard. */
  own?: Readonly<Record<string, number>>
}

export interface PropsOut {
  /** What lies beside each station before the start, by person. */
  laidOut: Map<string, Map<string, number>>
  /** What has to be brought in a block, from the cupboard or from somebody who does not need it then. */
  fetches: { index: number; person: string; prop: string; count: number }[]
  replaced: { index: number; person: string; wanted: string; taken: string; count: number }[]
  short: { index: number; person: string; prop: string; count: number }[]
}

/** What lies beside whom, among those who share one cupboard. */
type Laid = ReadonlyMap<string, Map<string, number>>

interface Need {
  index: number
  person: string
  prop: string
  count: number
  instead: readonly string[]
}

/**
 * Shares the cupboard out for a whole session with few fetches: who needs a prop in most blocks has it beside them from
 * the start; others get it in their block from whoever does not need it then; then come the replacements in their
 * order.
 *
 * @param cupboard how many of each prop the venue has; props that belong to a station are not counted
 * @example
 * propsOut([], { strap: 1 }, catalogue).fetches // []
 */
export function propsOut(
  users: readonly PropUser[],
  cupboard: Readonly<Record<string, number>>,
  catalogue: Catalogue,
): PropsOut {
  const out: PropsOut = {
    laidOut: new Map(users.map((user) => [user.id, new Map()])),
    fetches: [],
    replaced: [],
    short: [],
  }
  shareAmong(
    users.filter((user) => !user.own),
    cupboard,
    out,
    catalogue,
  )
  for (const user of users) if (user.own) shareAmong([user], user.own, out, catalogue)
  return out
}

function shareAmong(
  users: readonly PropUser[],
  cupboard: Readonly<Record<string, number>>,
  out: PropsOut,
  catalogue: Catalogue,
): void {
  const needs = users.flatMap((user) => needsOf(user, catalogue))
  const stock = new Map(Object.entries(cupboard))
  const here = new Map(users.map((user) => [user.id, entryOf(out.laidOut, user.id)]))
  layOut(needs, stock, here)
  const indices = [...new Set(needs.map((need) => need.index))].sort((a, b) => a - b)
  for (const index of indices)
    shareBlock(
      needs.filter((need) => need.index === index),
      { stock, here, out, catalogue },
    )
}

/** First choices that last through the session, for those who use them most. */
function layOut(needs: readonly Need[], stock: Map<string, number>, here: Laid): void {
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
    entryOf(here, use.person).set(use.prop, use.count)
  }
}

function shareBlock(
  needs: readonly Need[],
  {
    stock,
    here,
    out,
    catalogue,
  }: { stock: ReadonlyMap<string, number>; here: Laid; out: PropsOut; catalogue: Catalogue },
): void {
  const usedBy = new Map<string, number>()
  const has = (person: string, prop: string) => here.get(person)?.get(prop) ?? 0
  const open = needs.filter((need) => {
    if (has(need.person, need.prop) < need.count) return true
    usedBy.set(need.prop, (usedBy.get(need.prop) ?? 0) + need.count)
    return false
  })
  const free = (prop: string) => {
    const everywhere = (stock.get(prop) ?? 0) + [...here.values()].reduce((sum, own) => sum + (own.get(prop) ?? 0), 0)
    return everywhere - (usedBy.get(prop) ?? 0)
  }
  // Whoever has no replacement chooses first.
  for (const need of open.sort((a, b) => a.instead.length - b.instead.length)) {
    const taken = [need.prop, ...need.instead].find(
      (prop) => catalogue.props.get(prop)?.station || free(prop) >= need.count,
    )
    if (taken === undefined) {
      out.short.push({ index: need.index, person: need.person, prop: need.prop, count: need.count })
      continue
    }
    usedBy.set(taken, (usedBy.get(taken) ?? 0) + need.count)
    if (taken !== need.prop)
      out.replaced.push({ index: need.index, person: need.person, wanted: need.prop, taken, count: need.count })
    const already = out.fetches.some(
      (fetch) => fetch.person === need.person && fetch.prop === taken && fetch.index === need.index,
    )
    if (!catalogue.props.get(taken)?.station && has(need.person, taken) < need.count && !already)
      out.fetches.push({ index: need.index, person: need.person, prop: taken, count: need.count })
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
        if (!known || known.count < need.count)
          most.set(need.prop, { index, person: user.id, prop: need.prop, count: need.count, instead: need.instead })
      }
    }
    return [...most.values()]
  })
}
