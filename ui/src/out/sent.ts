import type { Schema } from '../api/client'

type Publication = Schema['Publication']

/** Where a picture stands, in a word. */
export function stateWord(p: Publication): string {
  if (p.state === 'waiting' && p.goesAt && new Date(p.goesAt) > new Date()) return '◷ waits for its hour'
  return {
    waiting: '… on its way',
    accepted: '✓ accepted',
    refused: '■ refused',
    'called off': '– called off',
    'asked down': '▽ asked down',
    'taken down': '– taken down',
  }[p.state]
}

/** How soon to look again: at once for what is on its way, now and then for what waits. */
export function lookAgain(all: Publication[] | undefined): number | false {
  if (!all) return false
  const due = (p: Publication) => p.state === 'waiting' && (!p.goesAt || new Date(p.goesAt) <= new Date())
  if (all.some(due)) return 400
  if (all.some((p) => p.state === 'asked down')) return 3000
  return all.some((p) => p.state === 'waiting') ? 15000 : false
}

/** What can still be done about a picture, with the words that ask for it first. */
export function wayBack(p: Publication) {
  const ways = {
    waiting: {
      does: 'Call it off',
      way: 'call-off',
      asks: 'It does not go out. If it was tried already, the outlet is asked to take it down.',
    },
    accepted: {
      does: 'Take it down',
      way: 'take-down',
      asks: 'The outlet is asked to take it down. Who has seen or kept it has it all the same.',
    },
    'asked down': { does: 'It is down', way: 'confirm-down', asks: 'Look there first: is it really gone?' },
  } as const
  return p.state in ways ? ways[p.state as keyof typeof ways] : undefined
}
