// Writes src/api/words.ts from the API's description: the words of every field that has a
// list, and the bounds of every number that has its own, so that the page offers and bounds
// what the rules accept. Run by make, after openapi.json.
import { readFileSync, writeFileSync } from 'node:fs'

const unbound = 1e9 // what a number that says nothing of its own is held to (craft/bounds)
const doc = JSON.parse(readFileSync(new URL('../openapi.json', import.meta.url)))
const words = {}
const limits = {}
const making = Object.entries(doc.paths).flatMap(([path, item]) =>
  Object.entries(item)
    .filter(([, op]) => op['x-making'])
    .map(([method]) => `${method.toUpperCase()} ${path}`),
)
for (const [name, schema] of Object.entries(doc.components.schemas)) {
  for (const [field, of] of Object.entries(schema.properties ?? {})) {
    const list = (of.enum ?? of.items?.enum)?.filter((w) => w !== '' && w !== null)
    if (list?.length && of.type !== 'boolean') (words[name] ??= {})[field] = list
    if (
      (of.type === 'integer' || of.type === 'number') &&
      of.minimum !== undefined &&
      !(of.minimum === -unbound && of.maximum === unbound)
    )
      (limits[name] ??= {})[field] = { min: of.minimum, max: of.maximum }
  }
}
const written = (all) =>
  Object.entries(all)
    .map(
      ([name, fields]) =>
        `  ${name}: {\n` +
        Object.entries(fields)
          .map(
            ([f, v]) =>
              `    ${f}: ${JSON.stringify(v)
                .replaceAll('"', "'")
                .replaceAll(/'(min|max)':/g, '$1: ')
                .replaceAll(',', ', ')
                .replace('{', '{ ')
                .replace('}', ' }')},`,
          )
          .join('\n') +
        '\n  },',
    )
    .join('\n')
writeFileSync(
  new URL('../src/api/words.ts', import.meta.url),
  `// Written by scripts/words.mjs from the API's description. Do not edit.\n\n/** The words a field can hold, in the order they are offered; where none need be chosen, the empty one is left out. */\nexport const words = {\n${written(words)}\n} as const\n\n/** What a number is held to. */\nexport const limits = {\n${written(limits)}\n} as const\n\n/** The calls that make something: each wish goes out under a key of its own. */\nexport const making: readonly string[] = [\n${making.map((m) => `  '${m}',`).join('\n')}\n]\n`,
)
