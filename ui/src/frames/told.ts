/** How long something lasts, as people say it: 40 s, 3 min, 1 h 20 min. */
export function lasting(s: number): string {
  if (s < 90) return `${Math.max(1, Math.round(s))} s`
  const min = Math.round(s / 60)
  return min < 60 ? `${min} min` : `${Math.floor(min / 60)} h ${min % 60} min`
}

/** What a stage of a copy is called. */
export const stages: Record<string, string> = {
  sending: 'Being sent',
  copying: 'Copying',
  looking: 'Copied; looking at the pictures',
  matching: 'Finding their shots',
  stopped: 'Stopped',
  done: 'Brought in',
}
