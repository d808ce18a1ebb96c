import { REGIONS, TIERS } from '../catalogue/words'
import { coverageOf, wantedSeconds } from '../plan/coverage'
import { blocksOf, checkOf, type Check, type Checked, type CheckedBlock } from './check'
import { regionWords } from './orderChecks'

/** A region is asked in every block only where so many blocks work at all. */
const FEWEST_WORKED = 4

/**
 * Regions of the aim that stay uncovered, a region on every block, doses outside the school.
 *
 * @example
 * aimChecks(checked) // []
 */
export function aimChecks(checked: Checked): Check[] {
  const blocks = blocksOf(checked)
  if (blocks.length === 0) return []
  return [
    ...uncovered(checked),
    ...inEveryBlock(blocks, checked),
    ...blocks.flatMap((one) => dosedOutside(one, checked)),
  ]
}

function uncovered({ plan, timeline, aim, catalogue }: Checked): Check[] {
  if (!aim) return []
  const cover = coverageOf(plan, catalogue)
  const { coveredShare } = catalogue.clock.coverage
  return TIERS.filter((tier) => timeline.blocks.some((time) => time.lanes[tier])).flatMap((tier) => {
    const missing = REGIONS.filter((region) => {
      if (aim.regions[region] === undefined) return false
      const seconds = cover[tier].get(region)?.seconds ?? 0
      return seconds < coveredShare * wantedSeconds(aim, region, { school: plan.school, catalogue })
    })
    if (missing.length === 0) return []
    return [
      checkOf({
        kind: 'uncovered',
        about: tier,
        weight: 'consider',
        what: `Little for ${regionWords(missing)}`,
        why: `The aim “${aim.name}” wants more of it in the ${tier} lane.`,
        tier,
      }),
    ]
  })
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
