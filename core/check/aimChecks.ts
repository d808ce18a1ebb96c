import type { Aim } from '../catalogue/aim'
import { lineOfDefence, STRAND_WORDS } from '../catalogue/strand'
import { REGIONS, STRANDS, TIERS, type Region, type Tier } from '../catalogue/words'
import { grouped } from '../grouped'
import { joined } from '../sentence'
import { coverageOf, shortOf, wantedSeconds } from '../plan/coverage'
import { blocksOf, checkOf, namesOf, type Check, type Checked, type CheckedBlock } from './check'
import { regionWords } from './orderChecks'

/** A region is asked in every block only where so many blocks work at all. */
const FEWEST_WORKED = 4

/**
 * Regions and lines of defence of the aim that stay uncovered, a region on every block, doses outside the school.
 *
 * @example
 * aimChecks(checked) // []
 */
export function aimChecks(checked: Checked): Check[] {
  const blocks = blocksOf(checked)
  if (blocks.length === 0) return []
  return [
    ...uncovered(checked),
    ...withoutLine(blocks, checked),
    ...inEveryBlock(blocks, checked),
    ...blocks.flatMap((one) => dosedOutside(one, checked)),
  ]
}

function uncovered({ plan, timeline, riders, people, aim, catalogue }: Checked): Check[] {
  if (!aim) return []
  const cover = coverageOf(plan, riders, catalogue)
  const enoughOf = (region: Region) =>
    catalogue.clock.coverage.coveredShare * wantedSeconds(aim, region, { school: plan.school, catalogue })
  return TIERS.filter((tier) => timeline.blocks.some((time) => time.lanes[tier])).flatMap((tier) => {
    const wanted = REGIONS.filter((region) => aim.regions[region] !== undefined)
    const missing = wanted.filter((region) => (cover[tier].get(region)?.usual ?? 0) < enoughOf(region))
    const short = grouped(
      wanted
        .filter((region) => !missing.includes(region))
        .flatMap((region) => {
          const own = cover[tier].get(region)
          return own ? shortOf(own, enoughOf(region)).map((id) => ({ id, region })) : []
        }),
      ({ id }) => id,
    )
    return [...littleForLane(tier, missing, aim), ...littleForPeople(tier, short, people)]
  })
}

/** A line of defence that the aim names and nothing trains. */
function withoutLine(blocks: readonly CheckedBlock[], { aim }: Checked): Check[] {
  const trained = new Set(blocks.map(({ movement }) => lineOfDefence(movement)))
  return (aim?.strands ?? [])
    .filter((strand) => !trained.has(STRANDS.indexOf(strand) + 1))
    .map((strand) =>
      checkOf({
        kind: 'uncovered',
        about: strand,
        weight: 'consider',
        what: `Nothing for balance: ${STRAND_WORDS[strand]}`,
        why: `The aim “${aim?.name}” trains ${joined(aim?.strands?.map((one) => STRAND_WORDS[one]) ?? [])}.`,
      }),
    )
}

function littleForLane(tier: Tier, regions: readonly Region[], { name }: Aim): Check[] {
  if (regions.length === 0) return []
  return [
    checkOf({
      kind: 'uncovered',
      about: tier,
      weight: 'consider',
      what: `Little for ${regionWords(regions)}`,
      why: `The aim “${name}” wants more of it in the ${tier} lane.`,
      tier,
    }),
  ]
}

/** Somebody whose own doses, stand-ins or breath leave them less than their lane. */
function littleForPeople(
  tier: Tier,
  short: ReadonlyMap<string, { region: Region }[]>,
  people: Checked['people'],
): Check[] {
  return [...short].map(([id, regions]) =>
    checkOf({
      kind: 'served-less',
      about: `${tier} ${id}`,
      weight: 'consider',
      what: `Little for ${namesOf([id], people)}: ${regionWords(regions.map(({ region }) => region))}`,
      why: 'The lane gets enough; with their own doses and stand-ins they do not.',
      tier,
      people: [id],
    }),
  )
}

function inEveryBlock(blocks: readonly CheckedBlock[], { catalogue }: Checked): Check[] {
  const { alwaysWeight } = catalogue.clock.coverage
  const worked = blocks.filter(({ movement }) => movement.phase === 'main' || movement.phase === 'long-holds')
  if (worked.length < FEWEST_WORKED) return []
  const always = REGIONS.filter((region) =>
    worked.every(({ movement }) => (movement.regions[region] ?? 0) >= alwaysWeight),
  )
  if (always.length === 0) return []
  return [
    checkOf({
      kind: 'always',
      weight: 'consider',
      what: `${regionWords(always)} in every block`,
      why: 'Tissue that is asked in every block has no pause.',
    }),
  ]
}

function dosedOutside({ block, movement }: CheckedBlock, { plan, catalogue }: Checked): Check[] {
  const school = block.school ?? plan.school
  const { dose, rounds } = movement.doses[school]
  if (block.dose.kind === dose.kind) return []
  return [
    checkOf({
      kind: 'school',
      about: block.id,
      weight: 'consider',
      what: `${movement.name} is dosed outside the school`,
      why: `${catalogue.schools.get(school)?.name} gives it another kind of dose. A block may depart from it.`,
      blockId: block.id,
      fix: {
        words: 'Take the school’s dose',
        edits: [
          { edit: 'setDose', id: block.id, dose },
          { edit: 'setRounds', id: block.id, rounds },
        ],
      },
    }),
  ]
}
