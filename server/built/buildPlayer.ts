import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import vue from '@vitejs/plugin-vue'
import { build } from 'vite'
import { POLICY_PLACE, SHEET_PLACE } from '../documents/homePage'

/**
 * The page that plays a practice at home, whole in itself: its script, its styles and its letters stand in it, and it
 * loads nothing.
 *
 * @param root the folder of the project
 * @returns HTML with the places that `homePage` fills
 * @throws where its sources cannot be bundled
 */
export async function buildPlayer(root = process.cwd()): Promise<string> {
  const built = await build({
    configFile: false,
    root,
    logLevel: 'warn',
    plugins: [vue()],
    resolve: { alias: { '~~': root, '~': join(root, 'app'), zod: join(root, 'app/player/noSchemas.ts') } },
    define: { __VUE_OPTIONS_API__: 'false', __VUE_PROD_DEVTOOLS__: 'false' },
    build: {
      write: false,
      target: 'es2022',
      cssCodeSplit: false,
      modulePreload: false,
      rolldownOptions: {
        input: join(root, 'app/player/main.ts'),
        output: { format: 'iife' },
      },
    },
  })
  const output = 'output' in built ? built.output : []
  const script = output.find((file) => file.type === 'chunk')
  const style = output.find((file) => file.type === 'asset' && file.fileName.endsWith('.css'))
  if (script?.type !== 'chunk' || style?.type !== 'asset') throw new Error('The page for home was not built whole.')
  return pageOf(root, script.code, String(style.source))
}

function pageOf(root: string, script: string, style: string): string {
  const letters = readFileSync(
    join(
      root,
      'node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
    ),
  ).toString('base64')
  const face =
    `@font-face{font-family:'Atkinson Hyperlegible Next Variable';font-weight:200 ` +
    `800;src:url(data:font/woff2;base64,${letters}) format('woff2')}`
  const dark = readFileSync(join(root, 'app/assets/dark.css'), 'utf8')
  // A script that holds the end of a script would end the page's.
  const safe = script.replaceAll('</script', '<\\/script')
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<meta name="robots" content="noindex">
<meta http-equiv="Content-Security-Policy" content="${POLICY_PLACE}">
<title>At home</title>
<style>${face}${style}</style>
<style id="dark" media="(prefers-color-scheme: dark)">${dark}</style>
</head>
<body>
<div id="player"></div>
<noscript>This page plays a practice: open it in a browser that runs scripts, or use the sheet on paper.</noscript>
<script type="application/json" id="sheet">${SHEET_PLACE}</script>
<script>${safe}</script>
</body>
</html>
`
}
