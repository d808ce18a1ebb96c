import { STEPS, type Costs } from './costs'
import { fares, firstWall, onPaper } from './simulate'

const SIZES = [1, 10, 1_000, 100_000]

/** What each step costs, as the page says it. */
export function stepsTable({ machine, loopSeconds, steps, listening }: Costs): string {
  const row = (name: string, cost: Costs['listening']['base']) =>
    `| ${name} | ${cost.serverMs.toFixed(2)} | ${cost.databaseMs.toFixed(2)} | ` +
    `${cost.queries.toFixed(1)} | ${Math.round(cost.bytes)} |`
  return [
    `Measured on ${machine}, of which a plain loop takes ${loopSeconds} s.`,
    '',
    '| step | server, ms of a core | database, ms of a core | statements | bytes |',
    '| --- | --- | --- | --- | --- |',
    ...STEPS.map((step) => row(step, steps[step])),
    row('listening to others, a second', listening.base),
    row('and for each meeting followed', listening.eachMeeting),
    '',
  ].join('\n')
}

/** What each size needs, as the page says it. */
export function sizesTable(own: Costs): string {
  const rows = SIZES.map((practices) => {
    const [one, paper] = [fares(practices, own), onPaper(practices, own)]
    return [
      ...[practices.toLocaleString('en'), one.classes.toLocaleString('en'), one.requestsASecond.toFixed(1)],
      ...[one.megabitsASecond.toFixed(1), paper.serverCores.toFixed(2), paper.databaseCores.toFixed(2)],
      ...[one.shards, one.servers, percent(one.serverBusy), percent(one.databaseBusy)],
      ...[Math.round(one.noteP50Ms), Math.round(one.noteP99Ms)],
    ]
  })
  const head = [
    ...['practices', 'classes', 'requests a second', 'Mbit/s', 'server cores on paper', 'database cores on paper'],
    ...['shards', 'servers', 'busy', 'database busy', 'note p50, ms', 'p99'],
  ]
  return [
    `| ${head.join(' | ')} |`,
    `| ${head.map(() => '---').join(' | ')} |`,
    ...rows.map((row) => `| ${row.join(' | ')} |`),
    '',
    `The first wall on paper: the database of one shard, at ${firstWall(own).toLocaleString('en')} practices.`,
  ].join('\n')
}

function percent(share: number): string {
  return `${Math.round(100 * share)} %`
}
