/** The body of a call that sends a file, with what else belongs to it; a list is sent item by
 * item. Spread it into the call's options. */
export function upload(parts: Record<string, string | File | string[] | undefined>) {
  const form = new FormData()
  for (const [name, value] of Object.entries(parts))
    for (const v of Array.isArray(value) ? value : [value]) if (v !== undefined) form.append(name, v)
  return { body: form as never, bodySerializer: (b: unknown) => b as FormData }
}

/** The file chosen in an input, which is emptied so that the same one can be chosen again. */
export function chosenFile(e: Event): File | undefined {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  return file
}
