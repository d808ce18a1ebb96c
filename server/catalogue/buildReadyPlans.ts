import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Aim } from '../../core/catalogue/aim'
import { linkCatalogue } from '../../core/catalogue/catalogue'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { indexOf } from '../../core/catalogue/summary'
import { composed } from '../../core/compose/compose'
import { mostBlocks } from '../../core/compose/howMany'
import { usualPeople } from '../../core/compose/problem'
import { checksOf } from '../../core/check/checksOf'
import type { Plan } from '../../core/plan/plan'
import { riderOf } from '../../core/plan/riders'
import { timelineOf } from '../../core/plan/timeline'
import { readCatalogueFiles } from './readCatalogueFiles'

/**
 * Composes the plans that ship, for one usual person a tier with what every house has, and writes
 * `catalogue/readyPlans.yaml`: one for each aim, and shorter ones of the three with which a circle may begin.
 */
/** What every house has: pillows, cushions, towels flat and rolled, thick books, a scarf or belt. Ours. */
const HOUSEHOLD = { pillow: 6, cushion: 4, towel: 4, 'towel-roll': 4, book: 4, strap: 4 }
const SHORT = ['back-after-a-break', 'head-to-foot', 'gentle-evening']
const [LONG_MINUTES, SHORT_MINUTES] = [45, 30]
const catalogue = linkCatalogue(indexOf(parseCatalogue(readCatalogueFiles())))

/** So many searches, each from another start, until a plan has nothing that would have to be said of it. */
const SEARCHES = 8

/** The best plan of a search of which nothing has to be said; undefined: of all of them something has. */
function planFor(aim: Aim, minutes: number, search: number): Plan | undefined {
  const { plans } = composed({
    ...{
      aim,
      minutes,
      school: 'dwell',
      people: usualPeople(),
      cupboard: HOUSEHOLD,
      met: new Set(),
      pinned: [],
      banned: [],
    },
    ...{
      floor: true,
      breathShare: 0,
      most: mostBlocks('some', minutes),
      recent: [],
      carryOver: [],
      chains: false,
      order: null,
      catalogue,
    },
    seed: `${aim.id} ${minutes}${search === 0 ? '' : ` ${search}`}`,
  })
  return plans.find(({ plan }) => isClean(plan))?.plan
}

function isClean(plan: Plan): boolean {
  const people = usualPeople()
  const riders = people.map((one) => riderOf(one, plan, catalogue))
  const found = checksOf({
    ...{ plan, timeline: timelineOf(plan, riders, new Set(), catalogue), riders, catalogue, aim: plan.aim },
    ...{ people: people.map(({ person }) => person), venue: { cupboard: HOUSEHOLD }, helpers: 1, climbAtMost: 4 },
  })
  return found.every(({ weight }) => weight === 'consider')
}

function rowFor(aim: Aim, minutes: number): string {
  let best: Plan | undefined
  for (let search = 0; search < SEARCHES && !best; search += 1) best = planFor(aim, minutes, search)
  if (!best) throw new Error(`There is no ready plan for ${aim.name} that nothing has to be said of.`)
  const blocks = best.blocks.map(({ movement, rounds }) => `    - [${movement}, ${rounds}]`)
  return [`- aim: ${aim.id}`, `  minutes: ${minutes}`, '  school: dwell', '  blocks:', ...blocks].join('\n')
}

const rows = [
  ...catalogue.aims.map((aim) => rowFor(aim, LONG_MINUTES)),
  ...catalogue.aims.filter(({ id }) => SHORT.includes(id)).map((aim) => rowFor(aim, SHORT_MINUTES)),
]
const head = '# Composed by this program (npm run ready-plans), with what every house has; not written by hand.'
writeFileSync(join(process.cwd(), 'catalogue/readyPlans.yaml'), `${head}\n${rows.join('\n')}\n`)
console.log(`${rows.length} ready plans`)
