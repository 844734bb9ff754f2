import { words } from '../api/words'

/** What a colour field begins with, before anybody has said one; colour inputs take no variables. */
export const startColour = { house: '#5b6f8a', food: '#b98a54', unset: '#8d8d8d' }

/** How the faces of cards are drawn on the bench. */
export const cardFaces: Record<(typeof words.Card.kind)[number], string> = {
  white: '#ffffff',
  black: '#17131a',
  'dull foil': '#b9bcc0',
  silver: '#dfe3e8',
  'shiny foil': '#f4f8fb',
  gold: '#d9b45b',
  diffuser: '#fdf6e3',
}
