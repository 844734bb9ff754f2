import type { Middleware } from 'openapi-fetch'
import { makes } from './once'

/** What was pressed in this turn of the page's own loop, if anything. */
let pressed: HTMLElement | undefined
/** How many calls each button waits for. */
const waiting = new WeakMap<HTMLElement, number>()

const buttonOf = (t: EventTarget | null) =>
  t instanceof Element ? (t.closest<HTMLElement>('button, [role=button], .el-upload') ?? undefined) : undefined

/** A click on a button that still works is no press of its own; keys of wishes catch what comes just after. */
function press(e: MouseEvent) {
  const b = buttonOf(e.target)
  if (!b) return
  if (b.getAttribute('aria-busy') === 'true') {
    e.preventDefault()
    e.stopImmediatePropagation()
    return
  }
  pressed = b
  setTimeout(() => {
    if (pressed === b) pressed = undefined
  }, 60)
}

function count(b: HTMLElement, by: number) {
  const n = (waiting.get(b) ?? 0) + by
  waiting.set(b, n)
  if (n > 0) b.setAttribute('aria-busy', 'true')
  else b.removeAttribute('aria-busy')
}

/** Marks the button that led to a changing call as busy until the call is answered; the theme shows it. */
export function busyButtons(): Middleware {
  window.addEventListener('click', press, true)
  const by = new Map<string, HTMLElement>()
  const done = ({ id }: { id: string }) => {
    const b = by.get(id)
    by.delete(id)
    if (b) count(b, -1)
  }
  return {
    onRequest({ request, schemaPath, id }) {
      const changes = ['PUT', 'DELETE'].includes(request.method) || makes(request, schemaPath)
      if (!changes || !pressed) return
      by.set(id, pressed)
      count(pressed, 1)
    },
    onResponse: done,
    onError: done,
  }
}
