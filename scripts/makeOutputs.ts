import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createGenerator } from 'ts-json-schema-generator'
import ts from 'typescript'

const ROUTES = join(import.meta.dirname, '../contracts/src/routes')
export const OUTPUTS = join(ROUTES, 'outputs.json')

/** The `output` of every route of the table, as it is written there. */
function outputsIn(file: string): { name: string; type: string }[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: { name: string; type: string }[] = []
  const visit = (node: ts.Node): void => {
    if (
      ts.isPropertyAssignment(node) &&
      ts.isStringLiteral(node.name) &&
      ts.isCallExpression(node.initializer)
    ) {
      const shape = node.initializer.typeArguments?.[0]
      const members = shape && ts.isTypeLiteralNode(shape) ? shape.members : []
      for (const member of members)
        if (ts.isPropertySignature(member) && member.name.getText() === 'output')
          found.push({ name: node.name.text, type: member.type!.getText() })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

function importsOf(file: string): string {
  return readFileSync(file, 'utf8')
    .replaceAll(/^import (?!type)[^;]*?\n(?=\n|import)/gm, '')
    .split('\n\nexport')[0]!
}

/** JSON Schemas of what routes answer with, from their types: `definitions`, and by route which one, or one of its own. */
export function outputs(): string {
  const files = readdirSync(ROUTES)
    .filter(
      (name) => name.endsWith('.ts') && !/^(index|table|client|route|actions)\.ts$/.test(name),
    )
    .map((name) => join(ROUTES, name))
  const made: Record<string, unknown> = {}
  const routes: Record<string, unknown> = {}
  for (const file of files) {
    const found = outputsIn(file)
    if (found.length === 0) continue
    const asked = join(ROUTES, 'asked.tmp.ts')
    const fields = found.map(({ name, type }) => `  ${JSON.stringify(name)}: ${type}`)
    writeFileSync(asked, `${importsOf(file)}\nexport interface Asked {\n${fields.join('\n')}\n}\n`)
    try {
      const schema = createGenerator({
        path: asked,
        tsconfig: join(ROUTES, '../../tsconfig.json'),
        type: 'Asked',
        skipTypeCheck: true,
        additionalProperties: true,
        topRef: false,
      }).createSchema('Asked')
      Object.assign(made, schema.definitions)
      Object.assign(routes, schema.properties)
    } finally {
      rmSync(asked, { force: true })
    }
  }
  const sorted = (of: Record<string, unknown>) =>
    Object.fromEntries(Object.entries(of).sort(([a], [b]) => (a < b ? -1 : 1)))
  return `${JSON.stringify({ definitions: sorted(made), routes: sorted(routes) }, null, 1)}\n`
}

if (process.argv[1] === import.meta.filename) writeFileSync(OUTPUTS, outputs())
