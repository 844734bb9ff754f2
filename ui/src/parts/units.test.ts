import { afterEach, describe, expect, it } from 'vitest'
import { readClock } from './clock'
import { degrees, hour, hourOf, inUnit, length, sides, thinkIn, units } from './units'

const usual = { ...units }
afterEach(() => thinkIn(usual))
const inches = () =>
  thinkIn({ ...usual, length: 'in', lengthMm: 25.4, lengthStep: 0.25, temperature: 'F', clock: '12' })

describe('units', () => {
  it('writes what is kept in millimetres as the studio thinks', () => {
    expect([length(125), length(894, true), sides(1000, 800), inUnit(7)]).toEqual([
      '12.5 cm',
      '89 cm',
      '100 × 80 cm',
      0.7,
    ])
    inches()
    expect([length(127), length(894, true), sides(1000, 800), inUnit(12.7)]).toEqual([
      '5 in',
      '35 in',
      '39.4 × 31.5 in',
      0.5,
    ])
  })
  it('tells heat and hours', () => {
    expect([degrees(180), hour('14:05'), hourOf(845)]).toEqual(['180 °C', '14:05', '14:05'])
    inches()
    expect([degrees(180), hour('14:05'), hour('00:10'), hour('12:00'), hourOf(1439), hour('soon')]).toEqual([
      '356 °F',
      '2:05 pm',
      '12:10 am',
      '12:00 pm',
      '11:59 pm',
      'soon',
    ])
  })
})

describe('readClock', () => {
  const table: [string, string | undefined][] = [
    ['14:05', '14:05'],
    ['14.05', '14:05'],
    ['1405', '14:05'],
    ['9', '09:00'],
    ['9:30', '09:30'],
    ['2:05 pm', '14:05'],
    ['2pm', '14:00'],
    ['12 am', '00:00'],
    ['12:30 p.m.', '12:30'],
    ['noon', '12:00'],
    ['25:00', undefined],
    ['14:60', undefined],
    ['14 pm', undefined],
    ['0 am', undefined],
    ['half past two', undefined],
    ['', undefined],
    ['1:5', undefined],
  ]
  it.each(table)('%s', (text, want) => expect(readClock(text)).toBe(want))
})
