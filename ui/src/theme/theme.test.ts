import { describe, expect, it } from 'vitest'
import theme from './theme.css?raw'

const pages = Object.entries(import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true }))
const named = new Set([...theme.matchAll(/(--(?:fl|el)-[\w-]+):/g)].map((m) => m[1]))

describe('the theme', () => {
  it('is where every colour comes from', () => {
    expect(pages.length).toBeGreaterThan(40)
    const stray = pages.flatMap(([name, text]) =>
      [...text.matchAll(/['":( ](#[0-9a-f]{3,8}\b|rgba?\()/gi)]
        .map((m) => m[1]!)
        .filter(
          (c) => c.startsWith('rgb') || ([4, 5, 7, 9].includes(c.length) && !['#act', '#nav', '#head'].includes(c)),
        )
        .map((c) => name + ' ' + c),
    )
    expect(stray).toEqual([])
  })

  it('knows every name that is used', () => {
    const unknown = pages.flatMap(([, text]) =>
      [...text.matchAll(/var\((--fl-[\w-]+)/g)].map((m) => m[1]!).filter((n) => !named.has(n)),
    )
    expect(unknown).toEqual([])
  })
})
