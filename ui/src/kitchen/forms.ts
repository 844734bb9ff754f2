import type { Schema } from '../api/client'

/** The forms of a dish as a camera meets it, in words. */
export const formWords: Record<string, string> = {
  plate: 'On a plate',
  flat: 'Flat',
  tall: 'Tall, layered',
  stack: 'Stacked',
  soup: 'Soup, in a bowl',
  bowl: 'Loose, in a bowl or pot',
  drink: 'A drink',
  frozen: 'Frozen',
  'many-alike': 'Many alike',
  bite: 'One bite',
  spread: 'A table of dishes',
  whole: 'Whole, carved at the table',
} satisfies Record<Exclude<Schema['DishDoc']['form'], ''>, string>
