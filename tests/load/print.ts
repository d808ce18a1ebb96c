import { measuredCosts } from './costs'
import { measure } from './measure'
import { sizesTable, stepsTable } from './tables'

/**
 * `npm run load`: what 1, 10, 1,000 and 100,000 practices need on Monday at ten, on paper and by simulation, from what
 * each step of a meeting costs. `npm run load -- measure` measures that anew on this machine, which takes a minute.
 */
const costs = process.argv[2] === 'measure' ? await measure() : measuredCosts()
console.log(`${stepsTable(costs)}\n${sizesTable(costs)}`)
