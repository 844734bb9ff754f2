import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { unread } from './unread'
import NumberField from './NumberField.vue'
import { boundsWords, readNumber } from './number'

describe('a number as people type it', () => {
  it.each([
    ['27,5', 27.5],
    ['27.5', 27.5],
    [' 12 ', 12],
    ['1 250', 1250],
    ['1,234,567', 1234567],
    ['1.234.567,5', 1234567.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['0,125', 0.125],
    ['1.125', 1.125],
    ['−3', -3],
    [',5', 0.5],
    ['5,', 5],
  ])('%s is %d', (text, value) => expect(readNumber(text)).toEqual({ value }))
  it.each(['sixty', '1.2.3', '12 cm', '--1', '1e99', '0x10', '1,,2'])('%s is none', (text) => {
    const got = readNumber(text)
    expect(got.value).toBeUndefined()
    expect(got.words).toContain('is not a number')
  })
  it('asks rather than guesses where a comma may be either', () => {
    expect(readNumber('1,250').words).toContain('1250')
    expect(readNumber('').words).toBeUndefined()
  })
  it('is bounded in words', () => {
    expect(boundsWords(1, 500, 'cm')).toBe('1 to 500 cm')
    expect(boundsWords(0, Infinity)).toBe('0 or more')
  })
})

describe('a number field', () => {
  const show = (props: Record<string, unknown>) => mount(NumberField, { props: { modelValue: 5, ...props } })
  const type = async (w: ReturnType<typeof show>, text: string) => {
    const input = w.find('input')
    await input.setValue(text) // with its change
    return input
  }
  it('takes comma and point, and says what it took', async () => {
    const w = show({})
    const input = await type(w, '27,5')
    expect(w.emitted('update:modelValue')).toEqual([[27.5]])
    await w.setProps({ modelValue: 27.5 })
    expect((input.element as HTMLInputElement).value).toBe('27.5')
  })
  it('is told of while it cannot be read, and no longer when it can or is gone', async () => {
    const [one, other] = [show({}), show({})]
    await type(one, 'many')
    await type(other, 'few')
    expect(unread.value).toBe(2)
    const e = new Event('beforeunload', { cancelable: true })
    window.dispatchEvent(e)
    expect(e.defaultPrevented).toBe(true)
    await type(one, '7')
    expect(unread.value).toBe(1)
    other.unmount()
    expect(unread.value).toBe(0)
    const after = new Event('beforeunload', { cancelable: true })
    window.dispatchEvent(after)
    expect(after.defaultPrevented).toBe(false)
  })
  it('keeps what was typed when it cannot be, and says why in its own unit', async () => {
    const w = show({ min: 1, max: 500, unit: 'cm' })
    const input = await type(w, '900')
    expect(w.emitted('update:modelValue')).toBeUndefined()
    expect((input.element as HTMLInputElement).value).toBe('900')
    expect(input.attributes('aria-invalid')).toBe('true')
    expect(w.text()).toContain('1 to 500 cm')
    await type(w, '9o')
    expect(w.text()).toContain('is not a number')
    await type(w, '90')
    expect(w.emitted('update:modelValue')).toEqual([[90]])
    expect(w.text()).not.toContain('is not')
  })
  it('takes whole numbers only where it is told so, and an empty field for none', async () => {
    const w = show({ whole: true, min: 0 })
    await type(w, '2,5')
    expect(w.emitted('update:modelValue')).toBeUndefined()
    expect(w.text()).toContain('whole')
    await type(w, '')
    expect(w.emitted('update:modelValue')).toEqual([[0]])
  })
  it('steps by its buttons within its bounds', async () => {
    const w = show({ min: 0, max: 6, controls: true })
    const [less, more] = w.findAll('button')
    await more!.trigger('click')
    expect(w.emitted('change')).toEqual([[6]])
    await w.setProps({ modelValue: 6 })
    expect(more!.attributes('disabled')).toBeDefined()
    expect(less!.attributes('disabled')).toBeUndefined()
  })
})
