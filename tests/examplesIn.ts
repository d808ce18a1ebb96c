import ts from 'typescript'

/** One example of a docblock: what is called, and what comes of it. */
export interface Example {
  /** The function that it stands at. */
  at: string
  code: string
  expected: string
}

/** Exported functions of a file, and the examples that stand at them. */
export function examplesIn(path: string, text: string): { functions: string[]; examples: Example[] } {
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true)
  const functions = file.statements
    .filter(ts.isFunctionDeclaration)
    .filter((node) => node.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword))
  const examples = functions.flatMap((node) =>
    ts
      .getJSDocTags(node)
      .filter((tag) => tag.tagName.text === 'example')
      .flatMap((tag) => readExample(node.name?.text ?? '', ts.getTextOfJSDocComment(tag.comment) ?? '')),
  )
  return { functions: functions.map((node) => node.name?.text ?? ''), examples }
}

/** `code // expected` a line; what is expected may stand on the next line, what is called over several. */
function readExample(at: string, text: string): Example[] {
  const examples: Example[] = []
  let code = ''
  for (const line of text.split('\n')) {
    const [call = '', ...rest] = line.split(/(?:^|\s)\/\/ /)
    code += `${call}\n`
    if (rest.length === 0) continue
    examples.push({ at, code: code.trim(), expected: rest.join(' // ').trim() })
    code = ''
  }
  if (code.trim() !== '') examples.push({ at, code: code.trim(), expected: '' })
  return examples
}

/** What an expression gives, with the names of `scope` in sight. TypeScript's marks may stand in it. */
export function evaluated(code: string, scope: object): unknown {
  const { outputText } = ts.transpileModule(`(${code.replace(/;$/, '')})`, {
    compilerOptions: { target: ts.ScriptTarget.ES2022 },
  })
  return new Function('scope', `with (scope) { return ${outputText} }`)(scope)
}
