import type { Router } from 'vue-router'

/** What is typed into a field counts once the field is left (a number, a day): whoever goes from the page or the
 * screen with the field still in hand leaves the field first. Staying after all, they have it in hand again. */
export function leaveTheField(router: Router) {
  const leave = () => {
    const field = document.activeElement
    if (field instanceof HTMLElement && field.matches('input, textarea')) {
      field.blur()
      return field
    }
  }
  router.beforeEach((to, from) => {
    if (to.path !== from.path) leave()
  })
  // Before whoever asks whether anything is unsaved.
  window.addEventListener(
    'beforeunload',
    () => {
      const field = leave()
      if (field) setTimeout(() => field.focus({ preventScroll: true }))
    },
    true,
  )
}
