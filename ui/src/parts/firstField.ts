const FIELDS = '[autofocus] input, input[autofocus], [autofocus], input, textarea, select, [role=combobox]'

/** A sheet that opens takes the focus to its first field: typing can begin. Left alone when it has none. */
export function focusFirstField() {
  document.addEventListener('focusin', (e) => {
    const sheet = e.target
    if (!(sheet instanceof HTMLElement) || !sheet.matches('.el-dialog')) return
    if (e.relatedTarget instanceof Node && sheet.contains(e.relatedTarget)) return // from inside: it stays where it was put
    const body = sheet.querySelector('.el-dialog__body form')
    const first = [...(body?.querySelectorAll<HTMLElement>(FIELDS) ?? [])].find(
      (f) => f.tabIndex >= 0 && f.getClientRects().length > 0 && f.getAttribute('type') !== 'file',
    )
    // The sheet's own trap has not finished yet.
    if (first) requestAnimationFrame(() => sheet.contains(document.activeElement) && first.focus())
  })
}
