import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DayField from './DayField.vue'
import { readDay } from './day'

describe('a day as people write it', () => {
  it.each([
    ['3 Dec 2026', '2026-12-03'],
    ['Thu, 3 Dec 2026', '2026-12-03'],
    ['3rd December 2026', '2026-12-03'],
    ['Dec 3, 2026', '2026-12-03'],
    ['3.12.2026', '2026-12-03'],
    ['3/12/26', '2026-12-03'],
    ['12/25/2026', '2026-12-25'],
    ['2026-12-03', '2026-12-03'],
    ['29 Feb 2028', '2028-02-29'],
    ['3 dec', '2026-12-03'],
    ['1 march', '2027-03-01'],
  ])('%s', (text, day) => expect(readDay(text, '2026-11-26')).toBe(day))
  it.each(['30 Feb 2026', 'tomorrow', '3', '3 Dec 2026 12', '13/13/2026', '0.1.2026', '3 Foo 2026', '2026-13-01'])(
    '%s is none',
    (text) => expect(readDay(text, '2026-11-26')).toBeUndefined(),
  )
})

describe('a day field', () => {
  it('shows a day in words, takes one as typed, and keeps what is none', async () => {
    const w = mount(DayField, { props: { modelValue: '2026-12-03' } })
    const input = w.find('input')
    expect(input.element.value).toBe('Thu, 3 Dec 2026')
    await input.setValue('4/12/2026')
    expect(w.emitted('update:modelValue')).toEqual([['2026-12-04']])
    await input.setValue('someday')
    expect(input.element.value).toBe('someday')
    expect(w.text()).toContain('is not a day')
    await input.setValue('')
    expect(w.emitted('update:modelValue')).toEqual([['2026-12-04'], ['']])
  })
  it('says when a day that should be ahead is over', () => {
    const of = (modelValue: string, ahead: boolean) => mount(DayField, { props: { modelValue, ahead } }).text()
    expect(of('2020-01-02', true)).toContain('over')
    expect(of('2020-01-02', false)).not.toContain('over')
    expect(of('2999-01-02', true)).not.toContain('over')
  })
})
