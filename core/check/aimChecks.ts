import type { Region } from '../catalogue/words'
import { coverageOf, wantedSeconds } from '../plan/coverage'
import { TIERS } from '../catalogue/words'
import { blocksOf, found, type Check, type Checked } from './check'
import { wordsOf } from './orderChecks'

/** Less than this share of what is wanted counts as not covered; ours. */
const COVERED_SHARE = 0.4

/** Regions of the aim that stay uncovered, a region on every block, doses outside the school, sides unequal. */
export function aimChecks(checked: Checked): Check[] {
  const { plan, timeline, aim, catalogue } = checked
  const blocks = blocksOf(checked)
  if (blocks.length === 0) return []
  const checks: Check[] = []
  if (aim) {
    const cover = coverageOf(plan, catalogue)
    for (const tier of TIERS.filter((other) => timeline.blocks.some((time) => time.lanes[other]))) {
      const missing = (Object.keys(aim.regions) as Region[]).filter(
        (region) =>
          (cover[tier].get(region)?.seconds ?? 0) < COVERED_SHARE * wantedSeconds(aim, region, plan.school, catalogue),
      )
      if (missing.length > 0)
        checks.push(
          found({
            id: `uncovered ${tier}`,
            weight: 'consider',
            what: `Little for ${wordsOf(missing)}`,
            why: `The aim “${aim.name}” wants more of it in the ${tier} lane.`,
            tier,
          }),
        )
    }
  }
  const worked = blocks.filter(({ movement }) => movement.phase === 'main' || movement.phase === 'long-holds')
  const always =
    worked.length < 4
      ? []
      : (Object.keys(worked[0]!.movement.regions) as Region[]).filter((region) =>
          worked.every(({ movement }) => (movement.regions[region] ?? 0) >= 0.5),
        )
  if (always.length > 0)
    checks.push(
      found({
        id: 'always',
        weight: 'consider',
        what: `${wordsOf(always)} in every block`,
        why: 'Tissue that is asked in every block has no pause.',
      }),
    )
  for (const { block, movement } of blocks) {
    const school = block.school ?? plan.school
    const usual = movement.doses[school].dose
    if (block.dose.kind !== usual.kind) {
      checks.push(
        found({
          id: `school ${block.id}`,
          weight: 'consider',
          what: `${movement.name} is dosed outside the school`,
          why: `${catalogue.schools.get(school)?.name} gives it another kind of dose. A block may depart from it.`,
          blockId: block.id,
          fix: {
            words: 'Take the school’s dose',
            edits: [
              { edit: 'setDose', id: block.id, dose: usual },
              { edit: 'setRounds', id: block.id, rounds: movement.doses[school].rounds },
            ],
          },
        }),
      )
    }
  }
  return checks
}
