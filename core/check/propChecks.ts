import { entryAt, entryOf } from '../entries'
import { grouped } from '../grouped'
import { propsOut, type PropUser } from '../room/propsOut'
import { stationsShort } from '../room/stationsShort'
import { blocksOf, checkOf, namesOf, type Check, type Checked, type CheckedPerson } from './check'

/**
 * Props that are short, and what replaces them.
 *
 * @example
 * propChecks(checked).map((check) => check.kind) // ['short', 'short', 'short']
 */
export function propChecks(checked: Checked): Check[] {
  const { riders, venue, catalogue, people } = checked
  const byId = new Map(people.map((person) => [person.id, person]))
  const out = propsOut(
    riders.map((rider) => ({ ...rider, ...ownProps(byId.get(rider.id)) })),
    venue.cupboard,
    catalogue,
  )
  const named = (prop: string, count: number) =>
    (count === 1 ? catalogue.props.get(prop)?.name : catalogue.props.get(prop)?.plural) ?? prop
  return blocksOf(checked).flatMap(({ block, index, movement }) => {
    const short = grouped(
      out.short.filter((one) => one.index === index),
      ({ prop }) => prop,
    )
    const replaced = grouped(
      out.replaced.filter((one) => one.index === index),
      ({ wanted, taken }) => `${wanted} ${taken}`,
    )
    return [
      ...[...short.values()].map((all) => {
        const [{ prop }, ids] = [entryAt(all, 0), all.map((one) => one.person)]
        return checkOf({
          kind: 'short',
          about: `${prop} ${block.id}`,
          weight: 'fix',
          what: `${ids.length} ${named(prop, ids.length)} short`,
          why: `For ${namesOf(ids, people)} in ${movement.name.toLowerCase()}; nothing at hand replaces it.`,
          blockId: block.id,
          people: ids,
          first: ids.every((id) => byId.get(id)?.joins === 'video') ? 'home-props' : null,
        })
      }),
      ...[...replaced.values()].map((all) => {
        const [{ wanted, taken }, count] = [entryAt(all, 0), all.reduce((sum, one) => sum + one.count, 0)]
        return checkOf({
          kind: 'instead',
          about: `${wanted} ${taken} ${block.id}`,
          weight: 'consider',
          what: `${count} ${named(taken, count)} for ${named(wanted, count)}`,
          why: `There are too few in ${movement.name.toLowerCase()}.`,
          blockId: block.id,
        })
      }),
    ]
  })
}

/**
 * Beds, chairs, mats and places at the wall of which there are too few.
 *
 * @example
 * stationChecks({ ...checked, venue: { cupboard: {} } }) // []
 */
export function stationChecks(checked: Checked): Check[] {
  const { riders, venue, catalogue, people, plan } = checked
  const byId = new Map(people.map((person) => [person.id, person]))
  const short = stationsShort(riders, (id) => byId.get(id)?.joins, venue.cupboard, catalogue)
  return short.map(({ prop, needed, has, people: ids, index }) => {
    const { name, plural } = entryOf(catalogue.props, prop)
    const block = index === null ? undefined : plan.blocks[index]
    const movement = catalogue.movements.get(block?.movement ?? '')
    const when = movement ? `In ${movement.name.toLowerCase()} ` : ''
    return checkOf({
      kind: 'station-short',
      about: prop,
      weight: 'fix',
      what: `${needed - has} ${needed - has === 1 ? name : plural} short`,
      why:
        `${when}${namesOf(ids, people)} need ${needed}; the venue has ${has}. ` +
        'Let somebody work elsewhere today, or count them again.',
      blockId: block?.id ?? null,
      people: ids,
      first: 'venue',
    })
  })
}

/**
 * Those who join by video use what they have at home.
 *
 * @example
 * ownProps(undefined) // {  }
 */
export function ownProps(person: CheckedPerson | undefined): Pick<PropUser, 'own'> {
  return person?.joins === 'video' ? { own: person.homeProps ?? {} } : {}
}
