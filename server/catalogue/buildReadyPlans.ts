import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Aim } from '../../core/catalogue/aim'
import { linkCatalogue } from '../../core/catalogue/catalogue'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { indexOf } from '../../core/catalogue/summary'
import { composed } from '../../core/compose/compose'
import { mostBlocks } from '../../core/compose/howMany'
import { usualPeople } from '../../core/compose/problem'
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

function rowFor(aim: Aim, minutes: number): string {
  const { plans, unmet } = composed({
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
    ...{ floor: true, breathShare: 0, most: mostBlocks('some', minutes), recent: [], carryOver: [], catalogue },
    seed: `${aim.id} ${minutes}`,
  })
  const [best] = plans
  if (!best) throw new Error(`There is no ready plan for ${aim.name}: ${unmet.join(' ')}`)
  const blocks = best.plan.blocks.map(({ movement, rounds }) => `    - [${movement}, ${rounds}]`)
  return [`- aim: ${aim.id}`, `  minutes: ${minutes}`, '  school: dwell', '  blocks:', ...blocks].join('\n')
}

const rows = [
  ...catalogue.aims.map((aim) => rowFor(aim, LONG_MINUTES)),
  ...catalogue.aims.filter(({ id }) => SHORT.includes(id)).map((aim) => rowFor(aim, SHORT_MINUTES)),
]
const head = '# Composed by this program (npm run ready-plans), with what every house has; not written by hand.'
writeFileSync(join(process.cwd(), 'catalogue/readyPlans.yaml'), `${head}\n${rows.join('\n')}\n`)
console.log(`${rows.length} ready plans`)
