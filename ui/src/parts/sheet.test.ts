import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, defineComponent, nextTick, reactive, type App } from 'vue'
import { Problem } from '../api/client'
import { useSheet, type Sheet } from './sheet'

type Typed = { name: string; why: string }
const draft = reactive({ open: false, version: 0, name: '', why: '' })
let sheet: Sheet
let app: App
let send: ReturnType<typeof vi.fn<() => Promise<unknown>>>

function show() {
  app = createApp(
    defineComponent({
      setup() {
        sheet = useSheet<Typed>({
          name: () => 'a wish',
          form: () => (draft.open ? { name: draft.name, why: draft.why } : undefined),
          put: (t, version = draft.version) => void Object.assign(draft, t, { version }),
          theirs: (c) => c as { typed: Typed; version: number },
          send: async () => {
            await send()
            draft.open = false
          },
        })
        return () => null
      },
    }),
  )
  app.mount(document.createElement('div'))
}
const begin = (name = '', why = '') => Object.assign(draft, { version: 1, name, why, open: true })

beforeEach(() => {
  localStorage.clear()
  draft.open = false
  send = vi.fn(() => Promise.resolve())
  show()
})
afterEach(() => app.unmount())

describe('a sheet', () => {
  it('has again what was typed, however it was shut, until it is sent', async () => {
    begin()
    draft.name = 'A tiny bowl'
    await nextTick()
    draft.open = false // Escape
    begin()
    expect(draft.name).toBe('A tiny bowl')
    expect(sheet.again.value).toBe(true)
    app.unmount() // a reload
    draft.open = false
    show()
    begin()
    expect(draft.name).toBe('A tiny bowl')
    await sheet.save()
    begin()
    expect(draft.name).toBe('')
    expect(sheet.again.value).toBe(false)
  })
  it('can be begun afresh', async () => {
    begin('old', '')
    draft.name = 'typed'
    await nextTick()
    draft.open = false
    begin('old', '')
    sheet.afresh()
    expect(draft.name).toBe('old')
    draft.open = false
    begin('old', '')
    expect(sheet.again.value).toBe(false)
  })
  it('joins what somebody else saved meanwhile, and asks where both changed the same', async () => {
    begin('plate', 'flat')
    draft.name = 'bowl'
    await nextTick()
    send.mockRejectedValueOnce(new Problem(409, 'First.', [], { typed: { name: 'plate', why: 'deep' }, version: 5 }))
    await sheet.save()
    expect(send).toHaveBeenCalledTimes(2)
    expect(draft).toMatchObject({ name: 'bowl', why: 'deep', version: 5, open: false })

    begin('plate', 'flat')
    draft.name = 'bowl'
    await nextTick()
    send.mockRejectedValueOnce(new Problem(409, 'First.', [], { typed: { name: 'jug', why: 'deep' }, version: 6 }))
    await sheet.save()
    expect(sheet.clashes.value).toEqual([{ path: ['name'], mine: 'bowl', theirs: 'jug' }])
    await sheet.choose('theirs')
    expect(draft).toMatchObject({ name: 'jug', why: 'deep', version: 6, open: false })
  })
  it('stays open with what was typed when it is refused', async () => {
    begin()
    draft.name = 'x'
    send.mockRejectedValueOnce(new Problem(422, 'Say why.', [{ field: 'why', words: 'Say why.' }]))
    await sheet.save()
    expect(draft).toMatchObject({ open: true, name: 'x' })
    expect(sheet.about('why')).toBe('Say why.')
  })
})
