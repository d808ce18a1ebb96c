import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { buildWhenChanged, installModules, root } from './programs.mjs'
import { run, WayOut } from './say.mjs'

const FOLDER = join(root, 'tests', 'drills')

/** Runs one long drill, `npm run drill -- NAME`; `npm test` runs them all at a short length. */
await run(async () => {
  const [name = ''] = process.argv.slice(2)
  if (name === '' || !existsSync(join(FOLDER, `${name}.drill.ts`))) {
    const names = readdirSync(FOLDER).flatMap((file) => /^(.*)\.drill\.ts$/.exec(file)?.[1] ?? [])
    throw new WayOut(`Say which drill: npm run drill -- NAME. There are ${names.join(', ')}.`)
  }
  await installModules()
  await buildWhenChanged()
  const { status } = spawnSync(
    join(root, 'node_modules', '.bin', 'vitest'),
    ['run', '--project', 'drill', '--reporter=verbose', `tests/drills/${name}.drill.ts`],
    { cwd: root, stdio: 'inherit', env: { ...process.env, CIRCLE_DRILL: 'long' } },
  )
  process.exitCode = status ?? 1
})
