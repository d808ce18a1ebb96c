import { entryAt, entryOf, valueIn } from '../../core/entries'
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { demandsOfPoses, disagreementsIn } from '../../core/body/demands'
import { bodyOf } from '../../core/body/figure'
import { drawFigure, frameAround, svgOf } from '../../core/body/draw'
import { JOINTS } from '../../core/body/joints'
import { REFERENCE_HEIGHT_CM, sceneOf } from '../../core/body/scene'
import { LIMB_ANGLES, TRUNK_ANGLES } from '../../core/catalogue/figure'
import { TIERS } from '../../core/catalogue/words'
import { linkCatalogue } from '../../core/catalogue/catalogue'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { indexOf, rungsOf } from '../../core/catalogue/summary'
import { changingFigures } from './changingFigures'
import { readCatalogueFiles } from './readCatalogueFiles'
import { writeMotionSheets } from './motionSheet'
import { movingFigures } from './movingFigures'
import { solvedFigures, strayFiles } from './solvedFigures'

/**
 * Solves what has changed, draws every pose into `public/figures`, and with `--sheet` writes contact sheets of all
 * variations by tier to `.data/figures-<tier>.html`, and of all that move, eight pictures each, to
 * `.data/motion-<tier>-<number>.html`. Ends with an error when a pose misses its contacts or sinks in.
 */
const CONTACT_AT_MOST_CM = 0.5
const SINKING_AT_MOST_CM = 1
const MOVED_ALARM_DEG = 35
const ANGLE_NAMES = [
  ...TRUNK_ANGLES,
  ...LIMB_ANGLES.map((name) => `left ${name}`),
  ...LIMB_ANGLES.map((name) => `right ${name}`),
]

const root = process.cwd()
// What is written, without what an earlier build read off the poses.
const data = parseCatalogue({ ...readCatalogueFiles(), 'derived.yaml': '{}' })
const catalogue = linkCatalogue(indexOf(data))
const began = performance.now()
const { figures, solvedNow } = solvedFigures(data, root)
for (const stray of strayFiles(data, root)) rmSync(join(root, 'catalogue/solved', stray))
const solveSeconds = (performance.now() - began) / 1000

const onTheirWay = performance.now()
const { ways, workedOut } = movingFigures(data, figures, root)
const changing = changingFigures(data.figures, root)
const waySeconds = (performance.now() - onTheirWay) / 1000

const folder = join(root, 'public/figures')
mkdirSync(folder, { recursive: true })
rmSync(join(folder, 'of'), { recursive: true, force: true })
mkdirSync(join(folder, 'of'), { recursive: true })
const written = new Set<string>()
/** By movement, all its drawings by their addresses: what a device lays in for a class is fetched by movement. */
const ofMovement = new Map<string, Record<string, string>>()
const problems: string[] = []
const alarms: string[] = []
const drawing = performance.now()
for (const [id, poses] of figures) {
  const drawings = Object.fromEntries(
    Object.entries(poses).map(([name, { pose }]) => [name, drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera)]),
  )
  const frame = frameAround(Object.values(drawings))
  for (const [name, { pose, report }] of Object.entries(poses)) {
    const file = `${id}.${name}.svg`
    written.add(file)
    const svg = svgOf(valueIn(drawings, name), frame)
    writeFileSync(join(folder, file), svg)
    const { movement } = entryOf(catalogue.variations, id)
    ofMovement.set(movement, { ...ofMovement.get(movement), [`/figures/${file}`]: svg })
    const [missedCm, sunkCm] = [report.missed * REFERENCE_HEIGHT_CM, report.sunk * REFERENCE_HEIGHT_CM]
    if (missedCm > CONTACT_AT_MOST_CM) problems.push(`${id} ${name}: a contact is missed by ${missedCm.toFixed(1)} cm`)
    if (sunkCm > SINKING_AT_MOST_CM) problems.push(`${id} ${name}: sinks in by ${sunkCm.toFixed(1)} cm`)
    pose.angles.forEach((angle, at) => {
      if (angle < entryAt(JOINTS, at).from - 1.5 || angle > entryAt(JOINTS, at).to + 1.5)
        problems.push(`${id} ${name}: ${ANGLE_NAMES[at]} is ${angle.toFixed(0)}°, beyond its limit`)
    })
    if (report.moved > MOVED_ALARM_DEG)
      alarms.push(`${id} ${name}: ${ANGLE_NAMES[report.movedAngle]} was moved by ${report.moved.toFixed(0)}°`)
  }
}
writeDerived()
const drawMs = (performance.now() - drawing) / Math.max(1, written.size)
for (const file of readdirSync(folder)) if (file.endsWith('.svg') && !written.has(file)) rmSync(join(folder, file))
for (const [movement, drawings] of ofMovement)
  writeFileSync(join(folder, 'of', `${movement}.json`), JSON.stringify(drawings))
writeMoving()
writeChanging()
if (process.argv.includes('--sheet')) {
  writeSheets()
  writeMotionSheets(new Map([...ways, ...[...changing.ways].map(([tier, own]) => [`changing ${tier}`, own] as const)]))
}
if (process.argv.includes('--alarms')) console.log(alarms.join('\n'))
console.log(
  `· ${written.size} figures drawn, ${solvedNow.length} variations solved anew in ` +
    `${solveSeconds.toFixed(1)} s, ${drawMs.toFixed(2)} ms a drawing; ` +
    `${workedOut.length + changing.workedOut.length} ways worked out anew in ${waySeconds.toFixed(1)} ` +
    `s.${alarms.length > 0 ? ` ${alarms.length} poses were moved far from what is written (--alarms lists them).` : ''}`,
)
if (problems.length > 0) {
  console.error(problems.join('\n'))
  process.exitCode = 1
}

/** By movement, how its variations move: what a device that shows them fetches. */
function writeMoving(): void {
  rmSync(join(folder, 'moving'), { recursive: true, force: true })
  mkdirSync(join(folder, 'moving'), { recursive: true })
  const presses = new Map(data.movements.flatMap(rungsOf).map(({ id, rung }) => [id, rung.presses]))
  for (const [movement, own] of ways) {
    const sent = Object.entries(own).map(([id, way]) => {
      const pressed = presses.get(id) ?? []
      return [id, pressed.length > 0 ? { ...way, presses: pressed } : way] as const
    })
    writeFileSync(join(folder, 'moving', `${movement}.json`), JSON.stringify(Object.fromEntries(sent)))
  }
}

/** By tier, how one gets from posture to posture. */
function writeChanging(): void {
  mkdirSync(join(folder, 'changing'), { recursive: true })
  for (const [tier, own] of changing.ways) writeFileSync(join(folder, 'changing', `${tier}.json`), JSON.stringify(own))
}

/** What the poses ask, a variation a line, for everything that reads the catalogue without solving it. */
function writeDerived(): void {
  const lines = data.movements.flatMap(rungsOf).map(({ id, postureId, rung, way }) => {
    const posture = entryOf(catalogue.figures, postureId)
    const poses = Object.fromEntries(Object.entries(figures.get(id) ?? {}).map(([name, { pose }]) => [name, pose]))
    problems.push(...disagreementsIn(rung, posture, rung, poses).map((message) => `${id}: ${message}`))
    // A way asks what is written of its rung, and what its own poses show.
    const written = way ? way.demands : []
    const demands = [...written, ...demandsOfPoses(posture, rung, poses)].map((demand) =>
      demand.of === 'worked' ? demand.tag : `{ tag: ${demand.tag}, of: ${demand.of} }`,
    )
    return `${id}: [${demands.join(', ')}]`
  })
  const head = '# Read off the solved poses by the build (npm run figures); not written by hand.'
  writeFileSync(join(root, 'catalogue/derived.yaml'), `${[head, ...lines].join('\n')}\n`)
}

function writeSheets(): void {
  mkdirSync(join(root, '.data'), { recursive: true })
  for (const tier of TIERS) {
    const cells = [...catalogue.variations.values()]
      .filter((variation) => variation.tier === tier)
      .flatMap((variation) =>
        Object.keys(figures.get(variation.id) ?? {}).map(
          (name) =>
            `<figure>${readFileSync(join(folder, `${variation.id}.${name}.svg`), 'utf8')}` +
            `<figcaption>${variation.id} ${name}</figcaption></figure>`,
        ),
      )
    writeFileSync(
      join(root, '.data', `figures-${tier}.html`),
      `<meta charset="utf-8"><style>body{margin:8px;display:grid;grid-template-columns:repeat(7,1fr);gap:6px;` +
        `font:10px sans-serif}figure{margin:0;text-align:center}svg{width:100%}</style>` +
        `${cells.join('')}`,
    )
  }
}
