import { execFile, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildWhenChanged, installModules, installPackages, root } from './programs.mjs'
import { run, say } from './say.mjs'

/** What is checked before the tests: each is one line in the count. */
const CHECKS = [
  ['Types fit', ['nuxt', 'typecheck']],
  ['Files read as agreed (lint)', ['eslint', '.', '--max-warnings=0']],
  ['Files are laid out (Prettier)', ['prettier', '--check', '--log-level=warn', '.']],
  ['Arrows run one way', ['depcruise', '--config', '.dependency-cruiser.cjs', 'core', 'app', 'server', 'demo']],
  ['Nothing lies unused', ['knip']],
]

/** `npm test -- --quick`: the checks and the core, without a database and without a browser. */
const isQuick = process.argv.includes('--quick')
/** `npm test -- --checks`: the checks alone, a few minutes: before a change is handed in. */
const isChecks = process.argv.includes('--checks')
const PROJECTS = isQuick ? ['core'] : ['core', 'server', 'browser', 'drill']

await run(async () => {
  await installPackages({
    mariadbd: 'mariadb-server',
    mariadb: 'mariadb-client',
    chromium: 'chromium',
    openssl: 'openssl',
    certutil: 'libnss3-tools',
    gpg: 'gnupg',
    pdftotext: 'poppler-utils',
    haproxy: 'haproxy',
    rsync: 'rsync',
  })
  await installModules()
  say('Preparing the types …')
  await program(['nuxt', 'prepare', '--logLevel=silent'])
  // Types and lint take as long as the build: side by side on two cores.
  const [checks] = await Promise.all([checkAll(), isQuick || isChecks ? null : buildWhenChanged()])
  const tests = isChecks ? { passed: 0, failed: 0, skipped: 0 } : testAll()
  const passed = checks.filter(Boolean).length + tests.passed
  const failed = checks.filter((fits) => !fits).length + tests.failed
  process.stdout.write(`\n${passed} passed, ${failed} failed${tests.skipped > 0 ? `, ${tests.skipped} skipped` : ''}\n`)
  process.exitCode = failed > 0 ? 1 : 0
})

/** Runs one of the project's programs to its end; what it said is shown only when it failed. */
function program([name, ...args]) {
  return new Promise((resolve) => {
    const options = { cwd: root, env: { ...process.env, NO_COLOR: '1' }, maxBuffer: 100_000_000 }
    execFile(join(root, 'node_modules', '.bin', name), args, options, (error, stdout, stderr) =>
      resolve({ fits: error === null, said: `${stdout}${stderr}` }),
    )
  })
}

async function checkAll() {
  const checks = []
  for (const [words, command] of CHECKS) {
    const { fits, said } = await program(command)
    process.stdout.write(`${fits ? '✓' : '✗'} ${words}\n${fits ? '' : `${said}\n`}`)
    checks.push(fits)
  }
  return checks
}

/** All tests that are wanted; a run that ends without a report counts as one failure. */
function testAll() {
  const folder = mkdtempSync(join(tmpdir(), 'circle-report-'))
  const report = join(folder, 'report.json')
  const filter = process.argv.slice(2).filter((word) => word !== '--quick')
  const projects = PROJECTS.flatMap((name) => ['--project', name])
  const { status } = spawnSync(
    join(root, 'node_modules', '.bin', 'vitest'),
    ['run', ...projects, '--reporter=verbose', '--reporter=json', `--outputFile.json=${report}`, ...filter],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  )
  try {
    if (!existsSync(report)) return { passed: 0, failed: 1, skipped: 0 }
    const { numPassedTests, numFailedTests, numPendingTests, numFailedTestSuites } = JSON.parse(
      readFileSync(report, 'utf8'),
    )
    // A file that could not be run at all has no failed test of its own.
    const failed = Math.max(numFailedTests, numFailedTests === 0 && (status !== 0 || numFailedTestSuites > 0) ? 1 : 0)
    return { passed: numPassedTests, failed, skipped: numPendingTests }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
