import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { delimiter, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { say, WayOut } from './say.mjs'

export const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '')

/** Full path of a program, also where a plain user's PATH leaves out the system folders. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(delimiter), '/usr/sbin', '/usr/local/sbin', '/sbin']
  return folders.map((folder) => join(folder, name)).find((path) => existsSync(path)) ?? null
}

/** The same of the database's own programs; says what to install where it is missing. */
export function requireProgram(name) {
  const found = findProgram(name)
  if (found === null) throw new WayOut(`${name} is missing. Install Debian's mariadb-server and start again.`)
  return found
}

/** Runs a program to its end with its output shown; throws a way out when it fails. */
export function runProgram(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options })
    child.on('error', (error) => reject(new WayOut(`${command} could not be run: ${error.message}`)))
    child.on('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new WayOut(`${command} ${args.join(' ')} ended with code ${code}; its own words are above.`)),
    )
  })
}

/** Installs Debian packages that bring missing programs; says what to ask for where that is not allowed. */
export async function installPackages(programs) {
  const missing = Object.entries(programs)
    .filter(([program]) => findProgram(program) === null)
    .map(([, name]) => name)
  if (missing.length === 0) return
  const names = [...new Set(missing)]
  const isRoot = process.getuid?.() === 0
  const maySudo = !isRoot && spawnSync('sudo', ['-n', 'true']).status === 0
  if (findProgram('apt-get') === null || (!isRoot && !maySudo)) {
    throw new WayOut(
      `Missing: ${names.join(', ')}. This account may not install packages.\n` +
        `Ask an administrator to run:  apt-get update && apt-get install ${names.join(' ')}\n` +
        'Then start again.',
    )
  }
  say(`Installing ${names.join(', ')} from Debian's packages …`)
  const apt = (...args) => {
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
    return isRoot
      ? runProgram('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] })
      : runProgram('sudo', ['-n', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args], {
          env,
          stdio: ['ignore', 'ignore', 'inherit'],
        })
  }
  await apt('update', '-qq')
  await apt('install', '-y', '-qq', '--no-install-recommends', ...names)
}

/** Installs npm packages when the lock file is not the one that was installed last. */
export async function installModules() {
  const stamp = join(root, 'node_modules', '.installed-from')
  const wanted = hashOf(['package-lock.json', 'package.json', '.npmrc'])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Installing npm packages …')
  // Not "npm ci": it refuses a lock file that leaves out other systems' optional packages, which some registries lack.
  await runProgram('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  writeFileSync(stamp, wanted)
}

/** Builds the application when its sources changed since the last build. */
export async function buildWhenChanged() {
  const stamp = join(root, '.output', '.built-from')
  const wanted = hashOf([
    'app',
    'core',
    'server',
    'catalogue',
    'demo',
    'public/icon.svg',
    'nuxt.config.ts',
    'package-lock.json',
  ])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Building the application, about a minute …')
  await runProgram(process.execPath, ['--import', 'tsx', 'server/catalogue/buildFigures.ts'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const log = join(root, '.data-build.log')
  const { openSync, rmSync } = await import('node:fs')
  const out = openSync(log, 'w')
  try {
    await runProgram(join(root, 'node_modules', '.bin', 'nuxt'), ['build', '--logLevel=silent'], {
      stdio: ['ignore', out, out],
    })
  } catch (error) {
    throw new WayOut(
      `${readFileSync(log, 'utf8').slice(-4000)}\n` +
        `${error.message.replace('are above', 'are above and in .data-build.log')}`,
    )
  }
  rmSync(log)
  writeFileSync(stamp, wanted)
}

/** One hash over files and folders, by name and content. */
function hashOf(paths) {
  const hash = createHash('sha256')
  const add = (path) => {
    const full = join(root, path)
    if (!existsSync(full)) return
    if (statSync(full).isDirectory())
      return readdirSync(full)
        .sort()
        .forEach((name) => add(join(path, name)))
    if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(full))
  }
  paths.forEach(add)
  return hash.digest('hex')
}
