import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const root = fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, '')

/** How long a thing takes is no test's matter: what is ended for taking too long may take ten times as long here. */
const SLOW = { CIRCLE_PATIENCE: '10' }

export default defineConfig({
  resolve: { alias: { '~~': root, '~': `${root}/app` } },
  test: {
    // Each file has a database of its own; two also on two cores, as one of them mostly waits for a browser.
    maxWorkers: Math.min(4, Math.max(2, availableParallelism() - 1)),
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          // Nothing of the core is kept between calls, so its files share one copy of the catalogue.
          isolate: false,
          testTimeout: 300_000,
          include: [
            'core/**/*.test.ts',
            'demo/**/*.test.ts',
            'app/**/*.test.ts',
            'server/**/*.test.ts',
            'tests/population/**/*.test.ts',
            'tests/answers/**/*.test.ts',
            'tests/cluster/**/*.test.ts',
            'tests/load/**/*.test.ts',
            'tests/*.test.ts',
          ],
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          globalSetup: ['tests/prepareDatabase.ts'],
          include: ['tests/server/**/*.test.ts'],
          env: SLOW,
          testTimeout: 300_000,
          hookTimeout: 300_000,
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        test: {
          name: 'browser',
          globalSetup: ['tests/prepareDatabase.ts'],
          include: ['tests/browser/**/*.test.ts'],
          env: SLOW,
          testTimeout: 300_000,
          hookTimeout: 300_000,
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        test: {
          name: 'drill',
          globalSetup: ['tests/prepareDatabase.ts'],
          include: ['tests/drills/**/*.drill.ts'],
          testTimeout: 1_800_000,
          hookTimeout: 300_000,
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        test: {
          name: 'bench',
          globalSetup: ['tests/prepareDatabase.ts'],
          include: [],
          benchmark: { include: ['tests/bench/**/*.bench.ts'] },
        },
      },
    ],
  },
})
