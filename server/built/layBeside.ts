import { cpSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build, type Plugin } from 'esbuild'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { readCatalogueFiles } from '../catalogue/readCatalogueFiles'
import { readReadyPlans } from '../catalogue/readReadyPlans'
import { buildPlayer } from './buildPlayer'

/** Programs that run beside the server: what is heavy, and what whoever runs an installation does. */
const PROGRAMS = ['server/threads/thread.ts', 'server/threads/keys.ts', 'server/operate/practice.ts', 'demo/setUp.ts']
/** A thread has to begin quickly: what is made of many small modules is taken into its one file. */
const TAKEN_IN = ['zod', 'date-fns', '@date-fns/tz', 'ical.js', 'dequal']

/** Everything else that is installed is loaded as it is. */
const installed: Plugin = {
  name: 'installed',
  setup: ({ onResolve }) =>
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || TAKEN_IN.some((name) => path === name || path.startsWith(`${name}/`))
        ? undefined
        : { path, external: true },
    ),
}

/**
 * Lays what the server reads at run time beside its program: the code of its threads as one file, the operator's
 * program and what sets a database up, the catalogue as it was read and checked, the plans that ship, the page that
 * plays at home, and the solved poses of its figures. Names stay as they are written, so that a trace needs no map.
 *
 * @param folder where the server's program was built
 * @throws where the catalogue has mistakes, or the code of the threads cannot be bundled
 */
export async function layBeside(folder: string): Promise<void> {
  writeFileSync(join(folder, 'catalogue.json'), JSON.stringify(parseCatalogue(readCatalogueFiles())))
  writeFileSync(join(folder, 'readyPlans.json'), JSON.stringify(readReadyPlans()))
  writeFileSync(join(folder, 'home.html'), await buildPlayer())
  cpSync(join(process.cwd(), 'catalogue/solved'), join(folder, 'solved'), { recursive: true })
  await build({
    entryPoints: PROGRAMS.map((program) => join(process.cwd(), program)),
    outdir: folder,
    entryNames: '[name]',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    plugins: [installed],
    logLevel: 'warning',
  })
}
