import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { Problem } from '../api/client'
import { upload } from '../api/upload'
import ChipButton from './ChipButton.vue'
import { useAct } from './act'
import { copy } from './copy'
import { bytes, day, money, shortDay } from './shown'

describe('a chip', () => {
  it('is a button that sends nothing, keeps what is said of it, and is pressed once', async () => {
    const pressed = vi.fn()
    const chip = mount(ChipButton, { attrs: { 'aria-pressed': 'true', onClick: pressed }, slots: { default: 'crops' } })
    expect(chip.element.tagName).toBe('BUTTON')
    expect(chip.attributes('type')).toBe('button')
    expect(chip.attributes('aria-pressed')).toBe('true')
    await chip.trigger('click')
    expect(pressed).toHaveBeenCalledTimes(1)
  })
})

describe('act', () => {
  it('asks again after a deed and after most failures, but not when a field was refused', async () => {
    const refresh = vi.fn(() => Promise.resolve())
    const { act, error } = useAct(refresh)
    expect(await act(() => Promise.resolve())).toBe(true)
    expect(refresh).toHaveBeenCalledTimes(1)
    expect(await act(() => Promise.reject(new Problem(409, 'stale')))).toBe(false)
    expect(refresh).toHaveBeenCalledTimes(2)
    expect(await act(() => Promise.reject(new Problem(422, 'refused')))).toBe(false)
    expect(refresh).toHaveBeenCalledTimes(2)
    expect((error.value as Problem).status).toBe(422)
    await act(() => Promise.resolve())
    expect(error.value).toBeUndefined()
  })
})

describe('an upload', () => {
  it('sends lists item by item and leaves out what is not there', () => {
    const file = new File(['x'], 'a.csv')
    const form = upload({ file, takes: ['light', 'crop'], words: '', gone: undefined }).body as unknown as FormData
    expect(form.getAll('takes')).toEqual(['light', 'crop'])
    expect(form.get('words')).toBe('')
    expect(form.has('gone')).toBe(false)
    expect((form.get('file') as File).name).toBe('a.csv')
  })
})

describe('what is shown', () => {
  it('is written as people write it', () => {
    expect(day('2026-12-03')).toMatch(/3 Dec 2026/)
    expect(day('')).toBe('no day yet')
    expect(shortDay('2026-12-03')).toBe('3 Dec')
    expect(bytes(2_400_000)).toBe('2.4 MB')
    expect(bytes(900)).toBe('1 kB')
    expect(money(123450)).toBe('1\u202f234.50')
  })
  it('is copied whole', () => {
    const a = { b: [1] }
    const c = copy(a)
    c.b.push(2)
    expect(a.b).toEqual([1])
  })
})
